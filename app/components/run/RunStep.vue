<script setup lang="ts">
import { formatFNumber } from '#core/units/aperture'

const studio = useStudio()
const run = useMeterRun()

const isOn = (lightId: string) => run.step.value?.lightIds.includes(lightId) ?? false
/** Once a reading is taken, what was expected before it is what it is held against. */
const expectedFNumber = computed(() => run.taken.value?.expectedFNumber ?? run.expected.value?.fNumber ?? 0)
const lights = computed(() => studio.document.lights)
const title = computed(() => {
  const { value: step } = run.step
  const alone = lights.value.find(light => light.id === step?.lightIds[0])
  return step?.kind === 'alone' ? `${alone?.name} alone` : 'All together'
})
</script>

<template>
  <section
    v-if="run.step.value && run.point.value"
    aria-label="Reading"
    class="mx-auto flex max-w-3xl flex-col gap-3 px-4 py-4 lg:gap-5 lg:px-8 lg:py-7"
    data-test="run-step"
  >
    <header class="flex items-baseline justify-between gap-4">
      <h1
        class="text-2xl font-semibold lg:text-3xl"
        data-test="run-title"
      >
        {{ title }}
      </h1>
      <span class="text-soft">Reading {{ run.position.value + 1 }} of {{ run.steps.value.length }}</span>
    </header>
    <ul
      class="flex flex-wrap gap-2"
      aria-label="Lamps"
    >
      <li
        v-for="light in lights"
        :key="light.id"
        class="rounded-sm border px-3 py-1"
        :class="isOn(light.id) ? 'border-ink bg-ink font-semibold text-ground' : 'border-rule text-soft'"
      >
        {{ light.name }} {{ light.job }} {{ isOn(light.id) ? 'on' : 'off' }}
      </li>
    </ul>
    <p class="text-lg leading-snug">
      Hold the meter {{ run.point.value.heldWords }}, {{ run.point.value.facingWords }}.
    </p>
    <div class="grid grid-cols-2 gap-x-6 border-y border-rule py-3">
      <div>
        <p class="text-sm text-soft">
          Expected
        </p>
        <p
          class="text-4xl font-semibold lg:text-6xl"
          data-test="expected"
        >
          {{ expectedFNumber > 0 ? formatFNumber(expectedFNumber) : 'no light' }}
        </p>
      </div>
      <div>
        <p class="text-sm text-soft">
          Read
        </p>
        <p
          class="text-4xl font-semibold lg:text-6xl"
          :class="{ 'text-soft': !run.taken.value }"
          data-test="read"
        >
          {{ run.taken.value ? formatFNumber(run.taken.value.reading.fNumber) : '–' }}
        </p>
        <p
          v-if="run.taken.value?.reading.source === 'bench'"
          class="mt-1 text-sm text-soft"
          data-test="from-bench"
        >
          from the bench, a simulated meter
        </p>
      </div>
    </div>
    <RunAnswer v-if="run.taken.value" />
    <ReadingEntry v-else />
  </section>
  <section
    v-else
    class="p-8"
  >
    <p class="text-lg">
      No light is on in this look, so there is nothing to meter.
    </p>
    <NuxtLink
      to="/"
      class="press mt-4 inline-block"
    >
      To the stage
    </NuxtLink>
  </section>
</template>
