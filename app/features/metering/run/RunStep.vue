<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'
import { useMeterRun } from '~/features/metering/run/useMeterRun'
import { useReadingWords } from '~/shared/useReadingWords'
import { useSpokenRun } from '~/features/metering/run/useSpokenRun'
import { useKit } from '~/stores/kit'
import { useLight } from '~/stores/light'
import { usePreferences } from '~/stores/preferences'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import ChoiceRow from '~/ui/ChoiceRow.vue'
import ReadingEntry from '~/shared/ReadingEntry.vue'
import RunAnswer from '~/features/metering/run/RunAnswer.vue'
import SelectField from '~/ui/SelectField.vue'
import { NuxtLink } from '#components'
import { lampWords, stepName, whereWords } from '#wording/metering'
import { holdPoint } from '#core/edits/edits'
import { holdChoices, holdKeyOf } from '#core/evaluation/probes/points'
import type { Hold } from '#core/model/schema'
import { stopWords } from '#wording/quantities'

const run = useMeterRun()
const plan = useLight()
const { words, example } = useReadingWords()
useSpokenRun()

const isOn = (lightId: string) => run.step.value?.lightIds.includes(lightId) ?? false
/** Once a reading is taken, what was expected before it is what it is held against. */
const expectedFNumber = computed(() => run.taken.value?.expectedFNumber ?? run.expected.value?.fNumber ?? 0)
const point = computed(() => run.point.value)
const title = computed(() => (run.step.value ? stepName(run.step.value, run.inUse.value, point.value) : ''))
const write = (fNumber: number) =>
  point.value ? words(fNumber, point.value.constant, run.step.value?.lightIds ?? []) : ''
const expectedWords = computed(() => {
  if (plan.isLate) return '…'
  if (expectedFNumber.value > 0) return write(expectedFNumber.value)
  return run.step.value?.kind === 'ambient' ? 'nothing' : 'no light'
})
const readWords = computed(() => {
  const reading = run.taken.value?.reading
  if (!reading) return '–'
  return reading.shown === 'nothing' ? 'nothing' : write(reading.fNumber)
})
const where = computed(() => (run.step.value && point.value ? whereWords(run.step.value, point.value) : ''))
const studio = useStudio()
const preferences = usePreferences()
const kit = useKit()
const holdKey = computed(() => (point.value ? holdKeyOf(point.value) : ''))
const choices = computed(() => holdChoices(holdKey.value))
const RECEPTORS = { flat: 'flat disc', dome: 'dome', retracted: 'dome drawn in' } as const
const LOOKS = { light: 'at the light', camera: 'at the camera', between: 'between', surface: 'along the skin' } as const
/** How this place is read from now on, here and in new sets. */
const holdAs = (changes: Partial<Hold>) => {
  if (!point.value) return
  const hold = { ...point.value.hold, ...changes }
  studio.edit(set => holdPoint(set, holdKey.value, hold))
  void preferences.change({ holds: { ...preferences.values.holds, [holdKey.value]: hold } })
}
/** On a phone the pad needs the room: one press goes to the next way of holding the meter. */
const isWide = useMediaQuery('(min-width: 1024px)')
const nextReceptor = computed(() => {
  const { receptors } = choices.value
  return receptors[(receptors.indexOf(point.value?.hold.receptor ?? 'dome') + 1) % receptors.length]!
})
const holdNext = () => holdAs({ receptor: nextReceptor.value })
const meters = computed(() => {
  const { meter } = studio.document
  const listed = kit.kit.meters.map(({ id, what }) => ({ value: id, name: what.name }))
  const isKnown = kit.kit.meters.some(
    ({ id, what }) =>
      id === meter.kitId ||
      (meter.kitId === null &&
        what.flatConstant === meter.flatConstant &&
        what.domeConstant === meter.domeConstant &&
        what.spotConstant === meter.spotConstant),
  )
  return isKnown ? listed : [{ value: '', name: meter.name }, ...listed]
})
const takeMeter = (id: string) => {
  const item = kit.kit.meters.find(one => one.id === id)
  if (item) studio.edit(set => ({ ...set, meter: { ...item.what, kitId: item.id } }))
}
const METERS = [
  { value: 'incident', name: 'Incident' },
  { value: 'spot', name: 'Spot' },
] as const
</script>

<template>
  <section
    v-if="run.step.value && point"
    aria-label="Reading"
    class="mx-auto flex max-w-3xl flex-col gap-3 px-4 py-4 lg:gap-5 lg:px-8 lg:py-7"
    data-test="run-step"
  >
    <header class="flex items-baseline justify-between gap-4">
      <h2 class="text-2xl font-semibold lg:text-3xl" data-test="run-title">
        {{ title }}
      </h2>
      <span class="text-soft">Reading {{ run.position.value + 1 }} of {{ run.steps.value.length }}</span>
    </header>
    <ul class="flex flex-wrap gap-2" :aria-label="lampWords(run.step.value, run.inUse.value)">
      <li
        v-for="light in run.inUse.value"
        :key="light.id"
        class="rounded-sm border px-3 py-1"
        :class="isOn(light.id) ? 'border-ink bg-ink font-semibold text-ground' : 'border-rule text-soft'"
      >
        {{ light.name }} {{ light.job }} {{ isOn(light.id) ? 'on' : 'off' }}
      </li>
    </ul>
    <div class="flex flex-wrap items-center justify-between gap-x-4 gap-y-1">
      <p class="text-lg leading-snug" data-test="where">
        {{ where }}
      </p>
      <ChoiceRow
        v-if="point.surface === 'backdrop' && point.reflectance"
        label="Meter"
        hide-label
        :value="run.meter.value"
        :choices="METERS"
        @choose="run.meter.value = $event"
      />
    </div>
    <div
      v-if="!run.taken.value && isWide"
      class="flex flex-wrap items-center gap-x-4 gap-y-1 text-sm"
      data-test="holds"
    >
      <template v-if="isWide">
        <ChoiceRow
          v-if="choices.receptors.length > 1"
          label="Receptor"
          hide-label
          :value="point.hold.receptor"
          :choices="choices.receptors.map(value => ({ value, name: RECEPTORS[value] }))"
          @choose="receptor => holdAs({ receptor })"
        />
        <ChoiceRow
          v-if="choices.looks.length > 1"
          label="Looks"
          hide-label
          :value="point.hold.looks"
          :choices="choices.looks.map(value => ({ value, name: LOOKS[value] }))"
          @choose="looks => holdAs({ looks })"
        />
      </template>
      <SelectField
        v-if="meters.length > 1"
        label="Meter"
        :value="studio.document.meter.kitId ?? ''"
        :options="meters"
        test-name="meter-used"
        @choose="takeMeter"
      />
    </div>
    <div class="grid grid-cols-2 gap-x-6 border-y border-rule py-3">
      <div>
        <p class="text-sm text-soft">Expected</p>
        <p class="text-4xl font-semibold lg:text-6xl" data-test="expected">
          {{ expectedWords }}
        </p>
        <p
          v-if="expectedFNumber > 0 && run.expected.value && !run.taken.value && run.step.value.kind !== 'ambient'"
          class="mt-1 text-sm text-soft"
          data-test="expected-spread"
        >
          give or take {{ stopWords(run.expected.value.spreadStops) }}
        </p>
      </div>
      <div>
        <p class="text-sm text-soft">Read</p>
        <p class="text-4xl font-semibold lg:text-6xl" :class="{ 'text-soft': !run.taken.value }" data-test="read">
          {{ readWords }}
        </p>
        <button
          v-if="!isWide && !run.taken.value && choices.receptors.length > 1"
          class="mt-1 text-sm text-soft underline"
          data-test="hold-other"
          @click="holdNext"
        >
          by {{ RECEPTORS[point.hold.receptor] }}; take {{ RECEPTORS[nextReceptor] }}
        </button>
        <p v-if="run.taken.value?.reading.source === 'bench'" class="mt-1 text-sm text-soft" data-test="from-bench">
          by the simulated meter
        </p>
      </div>
    </div>
    <RunAnswer v-if="run.taken.value" />
    <ReadingEntry
      v-else
      :problem="run.problem.value"
      :is-asking="run.isAsking.value"
      :example="example(run.step.value.lightIds)"
      :may-be-nothing="run.step.value.kind === 'ambient'"
      may-skip
      :enter="run.enter"
      @ask="run.askBench"
      @nothing="run.enterNothing"
      @skip="run.skip"
    />
  </section>
  <section v-else class="p-8">
    <p class="text-lg">No light is on in this look, so there is nothing to meter.</p>
    <NuxtLink to="/" class="press mt-4 inline-block"> To the stage </NuxtLink>
  </section>
</template>
