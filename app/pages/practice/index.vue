<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import TopicLine from '~/features/practice/TopicLine.vue'
import { useExercise } from '~/stores/exercise'
import { usePractice } from '~/stores/practice'
import { SKILLS, TOPICS, type Topic } from '#core/practice/skills'
import { SKILL_NAMES, TOPIC_NAMES } from '#wording/practice'
import { counted, listed } from '#wording/language'

const session = useExercise()
const practice = usePractice()
const router = useRouter()

const WHY = { due: 'due again', new: 'new', weak: 'your weakest' } as const
const next = computed(() => practice.overview?.next)
const nextWords = computed(() =>
  next.value
    ? `${TOPIC_NAMES[SKILLS[next.value.skill]]}: ${SKILL_NAMES[next.value.skill]}, level ${next.value.level} (${WHY[next.value.why]})`
    : '',
)
const weak = computed(() => (practice.overview?.weak ?? []).map(topic => TOPIC_NAMES[topic].toLowerCase()))

const start = (topic?: Topic) => {
  void session.startTopic(topic)
  void router.push('/practice/exercise')
}
</script>

<template>
  <div class="min-h-0 grow overflow-y-auto px-4 py-3">
    <div class="mx-auto flex max-w-4xl flex-col gap-4">
      <section class="flex flex-wrap items-center gap-x-4 gap-y-2 rounded-sm border border-rule bg-panel p-3">
        <div class="min-w-0 grow">
          <h2 class="text-lg font-semibold">Next</h2>
          <p data-test="practice-next">
            <template v-if="nextWords">{{ nextWords }}</template>
            <template v-else>Working out what comes next…</template>
          </p>
        </div>
        <button class="press-main" :disabled="!next" data-test="practice-start" @click="start()">Start</button>
      </section>
      <p v-if="weak.length > 0" data-test="practice-weak">Weakest beside the rest: {{ listed(weak) }}.</p>
      <p v-if="practice.damaged > 0" role="alert">
        {{ counted(practice.damaged, 'result') }} could not be read and {{ practice.damaged === 1 ? 'is' : 'are' }} left
        out here. What was stored is as it was.
      </p>
      <section>
        <h2 class="mb-1 text-lg font-semibold">Course</h2>
        <p class="mb-2 text-soft">
          In the order of the work. The bar is your level from 0 to 5; its whisker says how sure that is.
        </p>
        <ol data-test="practice-topics">
          <TopicLine v-for="topic in TOPICS" :key="topic" :topic="topic" @start="start(topic)" />
        </ol>
      </section>
    </div>
  </div>
</template>
