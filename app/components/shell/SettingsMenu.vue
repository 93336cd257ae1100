<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { SlidersHorizontal } from '@lucide/vue'

const preferences = usePreferences()

const changeSeed = (event: Event) => {
  const seed = Number((event.target as HTMLInputElement).value)
  void preferences.change({ benchSeed: seed })
}
</script>

<template>
  <Popover class="relative">
    <PopoverButton
      class="press h-full"
      aria-label="Settings"
      title="Settings"
    >
      <SlidersHorizontal :size="16" />
    </PopoverButton>
    <PopoverPanel class="absolute right-0 z-20 mt-1 w-72 space-y-4 rounded-sm border border-rule bg-panel p-4">
      <ChoiceRow
        label="Distances"
        :value="preferences.values.unit"
        :choices="[{ value: 'metric', name: 'Metres' }, { value: 'imperial', name: 'Feet' }]"
        @choose="preferences.change({ unit: $event })"
      />
      <ChoiceRow
        label="Surround"
        :value="preferences.values.surround"
        :choices="[{ value: 'dark', name: 'Dark' }, { value: 'light', name: 'Light' }]"
        @choose="preferences.change({ surround: $event })"
      />
      <label class="flex items-center justify-between gap-3">
        <span class="text-soft">Bench studio no.</span>
        <input
          :value="preferences.values.benchSeed"
          type="number"
          min="0"
          max="999999"
          step="1"
          class="w-24 rounded-sm border border-rule bg-well px-2 py-1 text-right"
          @change="changeSeed"
        >
      </label>
      <p class="text-xs text-soft">
        The bench is a simulated studio for rehearsing without gear. Each number hides other small faults in lamps, paper and walls.
      </p>
    </PopoverPanel>
  </Popover>
</template>
