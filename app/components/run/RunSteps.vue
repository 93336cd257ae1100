<script setup lang="ts">
import type { MeterStep } from '#core/metering/run'
import { formatFNumber } from '#core/units/aperture'

const studio = useStudio()
const light = useLight()
const run = useMeterRun()

const nameOf = (step: MeterStep) => {
  const point = light.points.find(candidate => candidate.id === step.pointId)
  const alone = studio.document.lights.find(candidate => candidate.id === step.lightIds[0])
  return step.kind === 'alone' ? `${alone?.name} alone` : `All, ${point?.name.replace('Backdrop ', 'backdrop ').replace('Subject', 'subject')}`
}
</script>

<template>
  <nav
    aria-label="Readings of the run"
    class="p-3"
  >
    <ol>
      <li
        v-for="(step, index) in run.steps.value"
        :key="step.id"
      >
        <button
          class="flex w-full items-baseline gap-2 rounded-sm px-2 py-1.5 text-left hover:bg-panel"
          :class="{ 'bg-panel font-semibold': index === run.position.value }"
          :aria-current="index === run.position.value ? 'step' : undefined"
          @click="run.goTo(index)"
        >
          <span class="w-5 text-soft">{{ index + 1 }}</span>
          <span class="grow">{{ nameOf(step) }}</span>
          <span
            v-if="run.readingOf(step)"
            class="text-right text-soft"
          >{{ formatFNumber(run.readingOf(step)!.fNumber) }}<span
            v-if="run.readingOf(step)!.source === 'bench'"
            class="block text-xs font-normal"
          >bench</span></span>
        </button>
      </li>
      <li>
        <button
          class="flex w-full gap-2 rounded-sm px-2 py-1.5 text-left hover:bg-panel"
          :class="{ 'bg-panel font-semibold': run.isDone.value }"
          @click="run.goTo(run.steps.value.length)"
        >
          <span class="w-5 text-soft" />Where it stands
        </button>
      </li>
    </ol>
    <p class="mt-3 px-2 text-xs text-soft">
      Warn everyone before each test fire; repeated flashes can trigger seizures. The camera stays at one setting during the run.
    </p>
  </nav>
</template>
