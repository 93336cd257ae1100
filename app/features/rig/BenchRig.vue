<script setup lang="ts">
import { usePreferences } from '~/stores/preferences'

/** What is wrong with the simulated rig, for whoever wants to try the app out. */
const preferences = usePreferences()
const FAULTS = [
  { key: 'swapped', name: 'Two lamps at each other’s addresses' },
  { key: 'stuck', name: 'One lamp does not follow' },
  { key: 'drift', name: 'One lamp drifts' },
  { key: 'steps', name: 'One lamp turns in coarse steps' },
] as const
type Key = (typeof FAULTS)[number]['key']

const change = (key: Key, isOn: boolean) =>
  preferences.change({ benchRigFaults: { ...preferences.values.benchRigFaults, [key]: isOn } })
</script>

<template>
  <details>
    <summary>Simulated rig</summary>
    <p class="mt-1 text-soft">
      It hears what is sent and lights the bench’s studio: dimmers have curves of their own, and this can be wrong:
    </p>
    <label v-for="fault in FAULTS" :key="fault.key" class="flex min-h-8 items-center gap-2">
      <input
        type="checkbox"
        class="accent-accent"
        :checked="preferences.values.benchRigFaults[fault.key]"
        :data-test="`rig-fault-${fault.key}`"
        @change="event => change(fault.key, (event.target as HTMLInputElement).checked)"
      />
      {{ fault.name }}
    </label>
  </details>
</template>
