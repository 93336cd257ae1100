<script setup lang="ts">
import { NuxtLink } from '#components'
import { usePreferences } from '~/stores/preferences'
import { computed } from 'vue'
import ChoiceRow from '~/ui/ChoiceRow.vue'
import SelectField from '~/ui/SelectField.vue'
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { SlidersHorizontal } from '@lucide/vue'

const preferences = usePreferences()

const UNITS = [
  { value: 'f-number', name: 'f-numbers' },
  { value: 'ev', name: 'EV' },
  { value: 'lux', name: 'Lux' },
  { value: 'foot-candles', name: 'Foot-candles' },
  { value: 'percent', name: 'Percent of the camera setting' },
] as const
const ROUGHNESS = [
  { value: '0', name: 'As planned' },
  { value: '0.333', name: 'A good studio' },
  { value: '0.667', name: 'A hired hall' },
  { value: '1', name: 'A rough hall' },
]
const roughness = computed(() => String(Math.round(preferences.values.benchRoughness * 1000) / 1000))
const FAULTS = [
  { id: 'drift', name: 'A lamp that drifts' },
  { id: 'misfire', name: 'A lamp that misfires' },
  { id: 'recycling', name: 'Lamps slow to recycle' },
  { id: 'slips', name: 'An assistant who slips' },
] as const
const changeFault = (id: (typeof FAULTS)[number]['id'], event: Event) => {
  void preferences.change({
    benchFaults: { ...preferences.values.benchFaults, [id]: (event.target as HTMLInputElement).checked },
  })
}

const changeSeed = (event: Event) => {
  const seed = Number((event.target as HTMLInputElement).value)
  void preferences.change({ benchSeed: seed })
}
</script>

<template>
  <Popover class="relative">
    <PopoverButton class="press h-full" aria-label="Settings" title="Settings">
      <SlidersHorizontal :size="16" />
    </PopoverButton>
    <PopoverPanel class="absolute right-0 z-20 mt-1 w-72 space-y-4 rounded-sm border border-rule bg-panel p-4">
      <ChoiceRow
        label="Distances"
        :value="preferences.values.unit"
        :choices="[
          { value: 'metric', name: 'Metres' },
          { value: 'imperial', name: 'Feet' },
        ]"
        @choose="preferences.change({ unit: $event })"
      />
      <ChoiceRow
        label="Surround"
        :value="preferences.values.surround"
        :choices="[
          { value: 'dark', name: 'Dark' },
          { value: 'light', name: 'Light' },
        ]"
        @choose="preferences.change({ surround: $event })"
      />
      <SelectField
        label="Readings of continuous light"
        wide
        test-name="reading-unit"
        :value="preferences.values.readingUnit"
        :options="UNITS"
        @choose="unit => unit && preferences.change({ readingUnit: unit })"
      />
      <SelectField
        label="A bare 8.5 on your meter is"
        wide
        test-name="figure-habit"
        :value="preferences.values.figureHabit ?? ''"
        :options="[
          { value: '', name: 'asked when it is typed' },
          { value: 'tenths', name: 'f/8 and 5 tenths of a stop' },
          { value: 'decimal', name: 'f/8.5' },
        ]"
        @choose="habit => preferences.change({ figureHabit: habit || null })"
      />
      <label class="flex items-center gap-2">
        <input
          type="checkbox"
          :checked="preferences.values.speaks"
          data-test="speaks"
          @change="preferences.change({ speaks: ($event.target as HTMLInputElement).checked })"
        />
        Speak runs and exercises aloud
      </label>
      <NuxtLink to="/screens" class="press block text-center" data-test="to-screens">Second screen…</NuxtLink>
      <hr class="border-rule" />
      <SelectField
        label="Simulator realism"
        wide
        test-name="roughness"
        :value="roughness"
        :options="ROUGHNESS"
        @choose="value => preferences.change({ benchRoughness: Number(value) })"
      />
      <fieldset class="space-y-1">
        <legend class="text-xs text-soft">In the simulator there is also</legend>
        <label v-for="fault in FAULTS" :key="fault.id" class="flex items-center gap-2">
          <input
            type="checkbox"
            :checked="preferences.values.benchFaults[fault.id]"
            :data-test="`fault-${fault.id}`"
            @change="changeFault(fault.id, $event)"
          />
          {{ fault.name }}
        </label>
        <label class="flex items-center gap-2">
          <input
            type="checkbox"
            :checked="preferences.values.benchOwnCurve"
            data-test="own-curve"
            @change="preferences.change({ benchOwnCurve: ($event.target as HTMLInputElement).checked })"
          />
          A camera with a curve of its own
        </label>
      </fieldset>
      <ChoiceRow
        label="Its camera writes"
        :value="preferences.values.benchFormat"
        :choices="[
          { value: 'jpeg', name: 'JPEG' },
          { value: 'png', name: '16-bit PNG' },
        ]"
        @choose="preferences.change({ benchFormat: $event })"
      />
      <label class="flex items-center justify-between gap-3">
        <span class="text-soft">Simulator studio no.</span>
        <input
          :value="preferences.values.benchSeed"
          type="number"
          min="0"
          max="999999"
          step="1"
          class="w-24 rounded-sm border border-rule bg-well px-2 py-1 text-right"
          @change="changeSeed"
        />
      </label>
      <p class="text-xs text-soft">
        The simulator is a studio for rehearsing without gear. Each number hides other faults in lamps, paper, walls and
        where things stand.
      </p>
    </PopoverPanel>
  </Popover>
</template>
