<script setup lang="ts">
import { computed } from 'vue'
import { useLooks } from '~/stores/looks'
import { usePlacing } from '~/stores/placing'
import { useStudio } from '~/stores/studio'
import WorkingLine from '~/ui/WorkingLine.vue'
import { lookForSittersWords } from '#wording/day'

/** Sitters differ: powers of each look that hold for all who want it, and what is turned for whom. */
const looks = useLooks()
const placing = usePlacing()
const studio = useStudio()

const isAsked = computed(() => placing.busy === 'sitters')
const lines = computed(() =>
  (placing.sitters ?? []).map(look => ({
    id: look.lookId,
    name: studio.stored.looks.find(({ id }) => id === look.lookId)?.name ?? look.lookId,
    ...lookForSittersWords(studio.stored, look),
  })),
)
const hasChanges = computed(() => placing.sitters?.some(({ changes }) => changes.length > 0) ?? false)
</script>

<template>
  <section v-if="studio.stored.day.sitters.length > 0" aria-labelledby="sitter-powers">
    <div class="flex flex-wrap items-center gap-3">
      <h2 id="sitter-powers" class="font-semibold">Powers for the sitters</h2>
      <WorkingLine
        v-if="isAsked"
        class="ml-auto"
        :value="placing.share"
        words="Working out each look for each sitter"
        @stop="placing.stop()"
      />
      <button
        v-else
        class="press ml-auto"
        data-test="ask-sitters"
        :disabled="looks.isSetting"
        @click="placing.askSitters()"
      >
        {{ placing.sitters ? 'Work them out again' : 'Work them out' }}
      </button>
    </div>
    <p v-if="placing.failure?.kind === 'sitters'" role="alert">{{ placing.failure.words }}</p>
    <p v-if="!placing.sitters && !isAsked" class="text-soft">
      Heights, skin and clothing differ: whether one setting of a look holds for all, or what to turn for whom.
    </p>
    <ul data-test="sitter-powers">
      <li v-for="line in lines" :key="line.id" class="border-t border-rule py-1">
        <span class="font-medium">{{ line.name }}</span>{{ ' ' }}
        <span>{{ line.words }}</span>
        <span v-for="words in line.lines" :key="words" class="block pl-4">{{ words }}</span>
      </li>
    </ul>
    <p v-if="placing.taken === 'sitters'" role="status" class="text-soft">Set. Undo takes it back.</p>
    <button
      v-if="hasChanges && !isAsked"
      class="press mt-1"
      data-test="take-sitters"
      @click="placing.acceptSitters(placing.sitters!)"
    >
      Set these powers
    </button>
  </section>
</template>
