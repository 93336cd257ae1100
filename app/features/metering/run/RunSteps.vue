<script setup lang="ts">
import { NuxtLink } from '#components'
import { useMeterRun } from '~/features/metering/run/useMeterRun'
import { useReadingWords } from '~/shared/useReadingWords'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { ref } from 'vue'
import ChoiceRow from '~/ui/ChoiceRow.vue'
import { constantOfReading } from '#core/calibration/compare'
import { ArrowDown, ArrowUp } from '@lucide/vue'
import type { StepState } from '#core/metering/run'
import type { MeterStep } from '#core/metering/step'
import { stepName } from '#wording/metering'

const studio = useStudio()
const light = useLight()
const run = useMeterRun()
const { words } = useReadingWords()
const isSorting = ref(false)

const STATE_WORDS: Partial<Record<StepState, string>> = { skipped: 'left out', changed: 'changed since' }
const FIRST = [
  { value: 'key', name: 'Key' },
  { value: 'backdrop', name: 'Backdrop' },
] as const

const pointOf = (step: MeterStep) => light.points.find(({ id }) => id === step.pointId)
const readWords = (step: MeterStep): string => {
  const reading = run.readingOf(step)
  if (!reading || STATE_WORDS[run.states.value[step.id] ?? 'open']) return ''
  return reading.shown === 'nothing' ? 'nothing' : words(reading.fNumber, constantOfReading(reading), step.lightIds)
}
</script>

<template>
  <nav aria-label="Readings of the run" class="p-3">
    <ChoiceRow
      label="Read first"
      class="mb-2 px-2"
      :value="studio.look.run.first"
      :choices="FIRST"
      @choose="run.begin"
    />
    <ol>
      <li v-for="(step, index) in run.steps.value" :key="step.id" class="flex items-center">
        <button
          class="flex min-w-0 grow items-baseline gap-2 rounded-sm px-2 py-1.5 text-left hover:bg-panel"
          :class="{ 'bg-panel font-semibold': index === run.position.value }"
          :aria-current="index === run.position.value ? 'step' : undefined"
          :data-test="`step-${step.id}`"
          @click="run.goTo(index)"
        >
          <span class="w-5 shrink-0 text-soft">{{ index + 1 }}</span>
          <span class="grow" :class="{ 'text-soft line-through': run.states.value[step.id] === 'skipped' }">{{
            stepName(step, studio.document.lights, pointOf(step))
          }}</span>
          <span class="shrink-0 text-right text-soft"
            >{{ readWords(step)
            }}<span v-if="STATE_WORDS[run.states.value[step.id] ?? 'open']" class="block text-xs font-normal">{{
              STATE_WORDS[run.states.value[step.id] ?? 'open']
            }}</span
            ><span v-else-if="run.readingOf(step)?.source === 'bench'" class="block text-xs font-normal"
              >simulated</span
            ></span
          >
        </button>
        <template v-if="isSorting">
          <button
            class="p-1.5 text-soft hover:text-ink"
            :aria-label="`${stepName(step, studio.document.lights, pointOf(step))} earlier`"
            :disabled="index === 0"
            @click="run.move(step.id, -1)"
          >
            <ArrowUp :size="14" />
          </button>
          <button
            class="p-1.5 text-soft hover:text-ink"
            :aria-label="`${stepName(step, studio.document.lights, pointOf(step))} later`"
            :disabled="index === run.steps.value.length - 1"
            @click="run.move(step.id, 1)"
          >
            <ArrowDown :size="14" />
          </button>
        </template>
      </li>
      <li>
        <button
          class="flex w-full gap-2 rounded-sm px-2 py-1.5 text-left hover:bg-panel"
          :class="{ 'bg-panel font-semibold': run.isDone.value }"
          data-test="step-end"
          @click="run.goTo(run.steps.value.length)"
        >
          <span class="w-5 text-soft" />Results
        </button>
      </li>
    </ol>
    <button
      class="mt-1 px-2 text-sm text-soft underline hover:text-ink"
      :aria-pressed="isSorting"
      data-test="sort-steps"
      @click="isSorting = !isSorting"
    >
      {{ isSorting ? 'Done' : 'Change the order' }}
    </button>
    <NuxtLink to="/screens" class="mt-1 block px-2 text-sm text-soft underline hover:text-ink"
      >Read from a phone</NuxtLink
    >
    <p class="mt-3 px-2 text-xs text-soft">
      Warn everyone before each test fire; repeated flashes can trigger seizures. The camera stays at one setting during
      the run.
    </p>
  </nav>
</template>
