<script setup lang="ts">
import { useFrames } from '~/stores/frames'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import { frameFacts } from '#wording/frameFacts'
import { hazeOf } from '#core/testFrames/veilingGlare'

/** Everything else that the frame tells. */
const studio = useStudio()
const frames = useFrames()
const facts = computed(() =>
  frames.shown && frames.chosen
    ? frameFacts(studio.document, studio.look, frames.shown.reading, hazeOf(studio.document, frames.chosen))
    : [],
)
</script>

<template>
  <dl class="grid grid-cols-[6.5rem_7rem_minmax(0,1fr)] self-start text-sm" data-test="frame-facts">
    <template v-for="fact in facts" :key="fact.id">
      <dt class="border-t border-rule py-1 text-soft">
        {{ fact.name }}
      </dt>
      <dd class="border-t border-rule py-1 font-semibold" :data-test="`fact-${fact.id}`">
        <span v-if="fact.isDoubtful" aria-label="look at this" title="look at this">▸ </span>{{ fact.figure }}
      </dd>
      <dd class="border-t border-rule py-1">
        {{ fact.words }}
      </dd>
    </template>
  </dl>
</template>
