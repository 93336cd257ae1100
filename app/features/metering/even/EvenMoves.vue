<script setup lang="ts">
import { useUnits } from '~/shared/useUnits'
import { useSearch } from '~/stores/search'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import ProgressBar from '~/ui/ProgressBar.vue'
import { applyChange } from '#core/changes/apply'
import type { Evening } from '#core/solve/evenBackdrop'
import { isEvenEnough } from '#core/tone/tolerance'
import { changeWords } from '#wording/changes'
import { capital } from '#wording/language'

const props = defineProps<{ toleranceStops: number; read: Record<string, number> }>()
const studio = useStudio()
const search = useSearch()
const isBusy = computed(() => search.busy === 'even')
const answer = computed(() => search.evening)
const figure = (stops: number) => stops.toFixed(stops < 0.1 ? 2 : 1)
const { distance } = useUnits()
const words = ({ change }: Evening) => capital(changeWords(studio.document, change, distance))
const doIt = ({ change }: Evening) => studio.edit(set => applyChange(set, change))
const isEnough = (move: Evening) => isEvenEnough(move.spreadStops, props.toleranceStops)
</script>

<template>
  <section aria-label="How to even it">
    <div class="flex items-center justify-between gap-3">
      <h2 class="font-semibold">How to even it</h2>
      <button class="press" data-test="even-search" @click="isBusy ? search.stop() : search.even(read)">
        {{ isBusy ? 'Stop' : 'Look for it' }}
      </button>
    </div>
    <ProgressBar v-if="isBusy" :value="search.share" label="Trying moves" />
    <p v-if="search.failure" role="alert">
      {{ search.failure }}
    </p>
    <template v-if="answer">
      <p v-if="answer.moves.length === 0" class="mt-2" data-test="even-none">
        No single lamp evens it by much. As it is: {{ figure(answer.spreadStops) }} stop.
      </p>
      <ol class="mt-2 divide-y divide-rule" data-test="even-moves">
        <li v-for="move in answer.moves" :key="words(move)" class="flex items-center gap-2 py-1.5">
          <span class="grow">{{ words(move) }}<span v-if="isEnough(move)" class="text-soft">, even enough</span></span>
          <span class="shrink-0 text-soft tabular-nums"
            >{{ figure(answer.spreadStops) }} to <strong class="text-ink">{{ figure(move.spreadStops) }}</strong></span
          >
          <button class="press shrink-0" @click="doIt(move)">Do it</button>
        </li>
      </ol>
      <template v-if="answer.arrangements.length > 0">
        <h3 class="mt-3 text-sm text-soft">The backdrop lights as schools have them, at the powers they have now</h3>
        <ul class="divide-y divide-rule" data-test="even-arrangements">
          <li v-for="move in answer.arrangements" :key="words(move)" class="flex items-center gap-2 py-1.5">
            <span class="grow">{{ words(move) }}</span>
            <strong class="shrink-0 tabular-nums">{{ figure(move.spreadStops) }}</strong>
            <button class="press shrink-0" @click="doIt(move)">Do it</button>
          </li>
        </ul>
      </template>
    </template>
  </section>
</template>
