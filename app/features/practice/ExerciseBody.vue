<script setup lang="ts">
import { computed } from 'vue'
import { useUnits } from '~/shared/useUnits'
import { useExercise } from '~/stores/exercise'
import type { Made } from '#core/practice/practice'
import { askedWords } from '#wording/practice'
import AskedSet from './AskedSet.vue'
import AnswerChoice from './answer/AnswerChoice.vue'
import AnswerFault from './answer/AnswerFault.vue'
import AnswerMoves from './answer/AnswerMoves.vue'
import AnswerNumber from './answer/AnswerNumber.vue'
import AnswerOrder from './answer/AnswerOrder.vue'
import AnswerPlacing from './answer/AnswerPlacing.vue'
import PatchRow from './PatchRow.vue'

/** What is asked, with what there is to see, and the way to answer it. */
const props = defineProps<{ exercise: Made }>()
const session = useExercise()
const { unit } = useUnits()

const question = computed(() => askedWords(props.exercise, unit.value))
const patches = computed(() => {
  const { exercise } = props
  if (exercise.answer === 'number' && exercise.question.ask === 'apart') return exercise.question.patches
  return undefined
})
const isOpen = computed(() => !session.marked && session.marking === null)
/** What is answered in a small field stands beside what there is to see. */
const isBeside = computed(
  () => ['number', 'choice', 'placing'].includes(props.exercise.answer) && 'shown' in props.exercise,
)
const points = computed(() => {
  const { exercise } = props
  if ((exercise.answer === 'number' || exercise.answer === 'choice') && 'pointId' in exercise.question)
    return [exercise.question.pointId]
  return []
})
</script>

<template>
  <p class="max-w-3xl text-lg" data-test="question">{{ question }}</p>
  <PatchRow v-if="patches" :patches="patches" />
  <div :class="isBeside ? 'flex flex-wrap items-start gap-x-8 gap-y-3' : 'contents'">
    <AskedSet
      v-if="'shown' in exercise && exercise.shown"
      :shown="exercise.shown"
      :picture="session.made?.picture"
      :point-ids="points"
    />
    <AnswerNumber v-if="exercise.answer === 'number'" :exercise="exercise" :is-open="isOpen" />
    <AnswerChoice v-else-if="exercise.answer === 'choice'" :exercise="exercise" :is-open="isOpen" />
    <AnswerOrder v-else-if="exercise.answer === 'order'" :exercise="exercise" :is-open="isOpen" />
    <AnswerMoves v-else-if="exercise.answer === 'moves'" :exercise="exercise" :is-open="isOpen" />
    <AnswerFault v-else-if="exercise.answer === 'fault'" :exercise="exercise" :is-open="isOpen" />
    <AnswerPlacing v-else :exercise="exercise" :is-open="isOpen" />
  </div>
  <p v-if="session.marking !== null" role="status" class="text-soft" data-test="marking">
    Marking{{ session.marking > 0 ? ` (${Math.round(session.marking * 100)} %)` : '' }}…
  </p>
</template>
