<script setup lang="ts">
import { computed } from 'vue'
import type { MovesExercise } from '#core/practice/exercise'
import type { Judged } from '#core/practice/practice'
import { isSet, swapped } from '#core/practice/kinds/ways'
import { moveWords, standWords } from '#wording/practice'
import { notSetWords, spentWords, swapWords } from '#wording/practiceMarks'
import { minutesWords } from '#wording/quantities'

/** What was done beside the ways that take the fewest minutes, move by move. */
const props = defineProps<{ exercise: MovesExercise; judged: Judged }>()

const ways = computed(() => props.judged.ways ?? [])
const best = computed(() => ways.value[0])
const steps = computed(() => props.judged.steps ?? [])
const isReached = computed(() => isSet(props.exercise, props.judged.missStops ?? props.exercise.startMissStops))
const swap = computed(() => {
  const { minutes } = props.judged
  if (!isReached.value || !best.value || minutes === undefined || minutes <= best.value.minutes) return ''
  const moves = steps.value.map(({ move }) => move)
  return swapWords(props.exercise, swapped(moves, best.value.moves), minutes - best.value.minutes)
})
const columns = computed(() => [
  { name: 'Yours', minutes: props.judged.minutes ?? 0, steps: steps.value },
  ...ways.value.map(({ minutes, steps: of }, at) => ({
    name: at === 0 ? 'The quickest' : `The quickest but ${at === 1 ? 'one' : 'two'}`,
    minutes,
    steps: of,
  })),
])
</script>

<template>
  <p v-if="judged.minutes !== undefined && best" class="mt-2" data-test="spent">
    {{ isReached ? spentWords(judged.minutes, best.minutes) : notSetWords(judged.minutes, best.minutes) }}
  </p>
  <p v-if="swap" class="mt-1" data-test="swap">{{ swap }}</p>
  <div class="mt-3 grid gap-x-6 gap-y-3 sm:grid-cols-2 lg:grid-cols-4" data-test="ways">
    <section v-for="column in columns" :key="column.name">
      <h3 class="font-semibold">{{ column.name }}, {{ minutesWords(column.minutes) }}</h3>
      <ol class="mt-1">
        <li v-for="(step, at) in column.steps" :key="at" class="border-t border-rule py-1">
          {{ moveWords(exercise, step.move) }}
          <span class="figure block text-sm text-soft">
            {{ standWords(exercise, step.missStops) }} after {{ minutesWords(step.minutes) }}
          </span>
        </li>
      </ol>
      <p v-if="column.steps.length === 0" class="text-soft">Nothing was done.</p>
    </section>
  </div>
</template>
