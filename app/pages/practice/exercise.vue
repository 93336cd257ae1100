<script setup lang="ts">
import { computed, onMounted, useTemplateRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import ExerciseBody from '~/features/practice/ExerciseBody.vue'
import ExerciseMark from '~/features/practice/ExerciseMark.vue'
import { useSpokenExercise } from '~/features/practice/useSpokenExercise'
import { useExercise } from '~/stores/exercise'
import { usePractice } from '~/stores/practice'
import { refIn } from '#core/practice/results'
import { SKILLS } from '#core/practice/skills'
import { SKILL_NAMES, TOPIC_NAMES } from '#wording/practice'

const session = useExercise()
const practice = usePractice()
const router = useRouter()
const route = useRoute()
useSpokenExercise()
const nextButton = useTemplateRef<HTMLButtonElement>('nextButton')

onMounted(async () => {
  if (!practice.isLoaded) await practice.load()
  // An address names an exercise: the same for everybody who is given it.
  const named = refIn(route.query)
  if (named) await session.begin(named)
  else if (!session.asked && !session.isMaking) await session.startTopic(undefined)
})

const exercise = computed(() => session.made?.exercise)
const where = computed(() => {
  const of = session.from
  if (of) return `${of.collection.title}, ${of.number + 1} of ${of.collection.exercises.length}`
  return exercise.value ? TOPIC_NAMES[SKILLS[exercise.value.skill]] : ''
})
/** What who made the collection wrote to this exercise. */
const notes = computed(() => session.from?.collection.exercises[session.from.number]?.notes ?? '')
const isLast = computed(
  () => session.from !== undefined && session.from.number + 1 >= session.from.collection.exercises.length,
)

const go = async () => {
  if (!(await session.next()))
    await router.push(session.isTest ? `/practice/sheet?id=${session.from!.collection.id}` : '/practice/collections')
}
// Enter goes on once the answer is marked.
watch(
  () => session.marked,
  marked => {
    if (marked) requestAnimationFrame(() => nextButton.value?.focus({ preventScroll: true }))
  },
)
</script>

<template>
  <div class="min-h-0 grow overflow-y-auto px-4 py-3">
    <div class="mx-auto flex max-w-6xl flex-col gap-3">
      <header class="flex flex-wrap items-baseline gap-x-3">
        <h2 class="text-lg font-semibold" data-test="exercise-name">
          <template v-if="exercise">{{ SKILL_NAMES[exercise.skill] }}</template>
          <template v-else-if="session.isMaking">Making an exercise…</template>
          <template v-else>Exercise</template>
        </h2>
        <p v-if="exercise" class="text-soft" data-test="exercise-level">{{ where }}, level {{ exercise.level }}</p>
      </header>
      <p v-if="notes" class="max-w-3xl whitespace-pre-line text-soft" data-test="exercise-notes">{{ notes }}</p>
      <p v-if="session.problem" role="alert" data-test="exercise-problem">
        {{ session.problem }}
        <button class="press ml-2" @click="go">{{ session.from ? 'Pass over it' : 'Another one' }}</button>
      </p>
      <p v-if="session.isMaking" role="status" class="text-soft">The light of the next exercise is being worked out.</p>
      <template v-if="exercise">
        <ExerciseBody :key="`${exercise.skill} ${exercise.seed}`" :exercise="exercise" />
        <template v-if="session.marked">
          <ExerciseMark v-if="!session.isTest" :exercise="exercise" :marked="session.marked" />
          <p v-else role="status" data-test="test-taken">Your answer is taken. Marks come with the sheet at the end.</p>
          <div class="flex items-center gap-3">
            <button ref="nextButton" class="press-main" data-test="exercise-next" @click="go">
              {{ isLast ? 'To the end' : 'Next' }}
            </button>
            <p class="text-sm text-soft" data-test="result-kept">
              {{
                practice.saving === 'saved'
                  ? 'Result kept'
                  : practice.saving === 'failed'
                    ? 'Result not kept yet'
                    : 'Keeping the result…'
              }}
            </p>
          </div>
        </template>
      </template>
    </div>
  </div>
</template>
