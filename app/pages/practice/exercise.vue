<script setup lang="ts">
import { computed, onMounted, useTemplateRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import ExerciseBody from '~/features/practice/ExerciseBody.vue'
import ExerciseMark from '~/features/practice/ExerciseMark.vue'
import { usePractice } from '~/stores/practice'
import { refIn } from '#core/practice/results'
import { SKILLS } from '#core/practice/skills'
import { SKILL_NAMES, TOPIC_NAMES } from '#wording/practice'

const practice = usePractice()
const router = useRouter()
const route = useRoute()
const nextButton = useTemplateRef<HTMLButtonElement>('nextButton')

onMounted(async () => {
  if (!practice.isLoaded) await practice.load()
  // An address names an exercise: the same for everybody who is given it.
  const named = refIn(route.query)
  if (named) await practice.begin(named)
  else if (!practice.asked && !practice.isMaking) await practice.startTopic(undefined)
})

const exercise = computed(() => practice.made?.exercise)
const where = computed(() => {
  const of = practice.from
  if (of) return `${of.collection.title}, ${of.number + 1} of ${of.collection.exercises.length}`
  return exercise.value ? TOPIC_NAMES[SKILLS[exercise.value.skill]] : ''
})
const isLast = computed(
  () => practice.from !== undefined && practice.from.number + 1 >= practice.from.collection.exercises.length,
)

const go = async () => {
  if (!(await practice.next()))
    await router.push(practice.isTest ? `/practice/sheet?id=${practice.from!.collection.id}` : '/practice/collections')
}
// Enter goes on once the answer is marked.
watch(
  () => practice.marked,
  marked => {
    if (marked) requestAnimationFrame(() => nextButton.value?.focus({ preventScroll: true }))
  },
)
</script>

<template>
  <div class="min-h-0 grow overflow-y-auto px-4 py-3">
    <div class="mx-auto flex max-w-5xl flex-col gap-3">
      <header class="flex flex-wrap items-baseline gap-x-3">
        <h2 class="text-lg font-semibold" data-test="exercise-name">
          <template v-if="exercise">{{ SKILL_NAMES[exercise.skill] }}</template>
          <template v-else-if="practice.isMaking">Making an exercise…</template>
          <template v-else>Exercise</template>
        </h2>
        <p v-if="exercise" class="text-soft" data-test="exercise-level">{{ where }}, level {{ exercise.level }}</p>
      </header>
      <p v-if="practice.problem" role="alert" data-test="exercise-problem">
        {{ practice.problem }}
        <button class="press ml-2" @click="go">{{ practice.from ? 'Pass over it' : 'Another one' }}</button>
      </p>
      <p v-if="practice.isMaking" role="status" class="text-soft">
        The light of the next exercise is being worked out.
      </p>
      <template v-if="exercise">
        <ExerciseBody :key="`${exercise.skill} ${exercise.seed}`" :exercise="exercise" />
        <template v-if="practice.marked">
          <ExerciseMark v-if="!practice.isTest" :exercise="exercise" :marked="practice.marked" />
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
