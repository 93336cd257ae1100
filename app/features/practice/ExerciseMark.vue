<script setup lang="ts">
import { computed } from 'vue'
import { useUnits } from '~/shared/useUnits'
import { useExercise } from '~/stores/exercise'
import { usePractice } from '~/stores/practice'
import type { Made } from '#core/practice/practice'
import type { MarkedAnswer } from '#services/practice/practiceApi'
import { possibleReadingWords } from '#wording/practice'
import { becauseWords, rightWords, scoreWords, spentWords, thumbWords } from '#wording/practiceMarks'
import { listed } from '#wording/language'
import { formatMoment } from '#wording/notation/moment'
import { stopWords } from '#wording/quantities'
import AskedSet from './AskedSet.vue'
import EffectSlider from './EffectSlider.vue'
import WaysTried from './WaysTried.vue'

/** How an answer was: what is right, why, and what a rule of thumb would have said. */
const props = defineProps<{ exercise: Made; marked: MarkedAnswer }>()
const session = useExercise()
const practice = usePractice()
const { unit } = useUnits()

const judged = computed(() => props.marked.judged)
const headline = computed(() => rightWords(props.exercise, judged.value, unit.value))
const because = computed(() => (props.exercise.answer === 'number' ? becauseWords(props.exercise.because) : []))
const shortest = computed(() => {
  const { exercise } = props
  if (exercise.answer !== 'fault') return ''
  return listed(exercise.shortest.map(at => possibleReadingWords(exercise.set, exercise.readings[at]!)))
})
const clipped = computed(() =>
  props.exercise.answer === 'choice' && props.exercise.question.ask === 'clipped' ? props.exercise.question : undefined,
)
</script>

<template>
  <section class="rounded-sm border border-rule bg-panel p-3" aria-label="Your answer" aria-live="polite">
    <p class="text-xl font-semibold" data-test="mark">
      {{ scoreWords(judged.score) }}{{ headline ? `. ${headline}` : '' }}
    </p>
    <template v-if="exercise.answer === 'number'">
      <table v-if="because.length > 0" class="figure mt-2" data-test="because">
        <tbody>
          <tr v-for="line in because" :key="line.words">
            <th scope="row" class="pr-4 text-left font-normal">{{ line.words }}</th>
            <td class="text-right font-semibold">{{ line.stops }}</td>
          </tr>
        </tbody>
      </table>
      <p class="mt-2" data-test="thumb">{{ thumbWords(exercise, unit) }}</p>
      <EffectSlider v-if="session.effect" :effect="session.effect" />
      <AskedSet
        v-if="exercise.after && marked.picture"
        class="mt-2"
        :shown="exercise.after"
        :picture="marked.picture"
        label="The picture after the change"
      />
    </template>
    <p v-else-if="clipped" class="figure mt-2">
      The ring reads {{ clipped.value }}, {{ stopWords(Math.abs(clipped.overStops)) }}
      {{ clipped.overStops >= 0 ? 'past' : 'under' }} where it clips.
    </p>
    <WaysTried v-else-if="exercise.answer === 'moves'" :exercise="exercise" :judged="judged" />
    <template v-else-if="exercise.answer === 'fault'">
      <p class="mt-2">
        {{ judged.isTold ? 'Your readings tell it.' : 'What you read does not tell it from everything else.' }}
        {{ spentWords(judged.minutes ?? 0, exercise.leastMinutes) }}
      </p>
      <p class="mt-1" data-test="shortest">
        The shortest way to know:
        {{ shortest }}.
      </p>
    </template>
    <AskedSet
      v-else-if="exercise.answer === 'placing' && marked.picture"
      class="mt-2"
      :shown="{ ...exercise.shown, isPlan: false }"
      :picture="marked.picture"
      label="The picture with the key where you put it"
    />
    <p v-if="practice.overview" class="mt-2 text-sm text-soft" data-test="due-again">
      <template v-if="practice.overview.skills[exercise.skill]">
        Due again
        {{ formatMoment(practice.overview.skills[exercise.skill]!.dueAt, 'whole') }}.
      </template>
    </p>
  </section>
</template>
