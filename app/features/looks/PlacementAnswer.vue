<script setup lang="ts">
import { computed } from 'vue'
import { useUnits } from '~/shared/useUnits'
import { usePlacing } from '~/stores/placing'
import { useStudio } from '~/stores/studio'
import type { PlacedLooks } from '#services/search/searchApi'
import { formatAperture } from '#wording/notation/aperture'
import { lookUnderWords, placementSteps, placementWords } from '#wording/placements'
import { minutesWords } from '#wording/quantities'

/** One placement: what is done for it, and what every look makes of it. */
const props = defineProps<{ placed: PlacedLooks }>()
const studio = useStudio()
const placing = usePlacing()
const { distance } = useUnits()

const steps = computed(() => placementSteps(studio.stored, props.placed, distance))
const lines = computed(() =>
  props.placed.looks.map(look => ({
    look,
    name: studio.stored.looks.find(({ id }) => id === look.lookId)?.name ?? look.lookId,
    ...lookUnderWords(studio.stored, look),
  })),
)
/** Moves that are made once, before the first look. */
const hasMoves = computed(() => steps.value.length > 0)
</script>

<template>
  <section aria-labelledby="placed" data-test="placement">
    <h2 id="placed" class="text-[19px] font-medium" data-test="placement-says">{{ placementWords(placed) }}.</h2>
    <ol v-if="hasMoves" class="mt-1 list-decimal pl-5" data-test="placement-steps">
      <li v-for="step in steps" :key="step">{{ step }}.</li>
    </ol>
    <p v-else>Nothing is moved: powers and apertures alone.</p>
    <p v-if="placed.onceMinutes > 0" class="text-soft">
      {{ minutesWords(placed.onceMinutes) }} once, before the first look; powers are set look by look.
    </p>
    <ul class="mt-2">
      <li
        v-for="{ look, name, words, because } in lines"
        :key="look.lookId"
        class="flex flex-wrap items-baseline gap-x-3 border-t border-rule py-1"
        :data-test="`under-${look.lookId}`"
      >
        <span class="w-36 shrink-0 truncate font-medium">{{ name }}</span>
        <span class="w-12 shrink-0 text-soft">{{ formatAperture(look.camera.fNumber) }}</span>
        <span class="min-w-0 grow basis-60"
          >{{ words }}<span v-if="because" class="block text-soft">{{ because }}</span></span
        >
      </li>
    </ul>
    <button class="press-main mt-2" data-test="take-placement" @click="placing.accept(placed)">
      {{ hasMoves ? 'Place them so' : 'Set these powers' }}
    </button>
  </section>
</template>
