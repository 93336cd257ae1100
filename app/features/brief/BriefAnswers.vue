<script setup lang="ts">
import { useFixes } from '~/shared/useFixes'
import { useUnits } from '~/shared/useUnits'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import { feasibility, type Answer } from '#core/brief/feasibility'
import { answerWords } from '#wording/brief'

const studio = useStudio()
const { distance, sized } = useUnits()

const NAMES: Record<Answer['id'], string> = {
  framing: 'Framing',
  cover: 'Backdrop in the frame',
  height: 'Under the ceiling',
  depth: 'Between subject and backdrop',
  floor: 'Under the feet',
  time: 'Time',
}
const answers = computed(() => feasibility(studio.document))
const amiss = computed(() => answers.value.filter(({ isOk }) => !isOk).length)
const { fixWords, apply } = useFixes()
</script>

<template>
  <section aria-label="Can it be done here?" class="p-4" data-test="answers">
    <h2 class="mb-3 text-base font-semibold">
      {{
        amiss === 0 ? 'It can be done here' : amiss === 1 ? 'One thing is in the way' : `${amiss} things are in the way`
      }}
    </h2>
    <dl class="flex flex-col gap-3.5">
      <div
        v-for="answer in answers"
        :key="answer.id"
        class="border-l-3 pl-3"
        :class="answer.isOk ? 'border-rule' : 'border-accent'"
        :data-test="`answer-${answer.id}`"
        :data-ok="answer.isOk"
      >
        <dt class="font-semibold">
          {{ NAMES[answer.id] }}<span v-if="!answer.isOk" class="text-accent">: not as it is</span>
        </dt>
        <dd class="text-soft">
          {{ sized(answerWords(studio.document, answer, distance)) }}
          <span v-if="answer.fixes.length > 0" class="mt-1.5 flex flex-wrap gap-1.5">
            <button
              v-for="fix in answer.fixes"
              :key="fixWords(fix)"
              class="press"
              data-test="answer-mend"
              @click="apply(fix)"
            >
              {{ fixWords(fix) }}
            </button>
          </span>
        </dd>
      </div>
    </dl>
  </section>
</template>
