<script setup lang="ts">
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import type { Probe } from '#core/render/probe'
import { formatStops } from '#wording/notation/stops'

const props = defineProps<{ probe?: Probe }>()
const studio = useStudio()

const isGrey = computed(() => props.probe && Math.max(...props.probe.values) - Math.min(...props.probe.values) < 3)
const value = computed(() => {
  if (!props.probe) return '–'
  const { values } = props.probe
  return isGrey.value ? `${Math.round(values[1])}` : values.map(channel => Math.round(channel)).join(' ')
})
const shares = computed(() =>
  Object.entries(props.probe?.shares ?? {})
    .map(([id, share]) => ({
      id,
      name: studio.document.lights.find(light => light.id === id)?.name ?? id,
      percent: Math.round(100 * share),
    }))
    .filter(({ percent }) => percent > 0)
    .sort((a, b) => b.percent - a.percent)
    .slice(0, 4),
)
</script>

<template>
  <div class="min-h-21" aria-live="polite" data-test="probe">
    <p class="text-xs text-soft">Probe</p>
    <p class="figure font-semibold" :class="isGrey === false ? 'text-xl' : 'text-3xl'">
      {{ value }}
    </p>
    <p v-if="probe" class="text-sm text-soft">
      {{ formatStops(probe.stops) }} stops from mid grey
      <span class="flex flex-wrap gap-x-3">
        <span v-for="share in shares" :key="share.id">{{ share.name }} {{ share.percent }} %</span>
      </span>
    </p>
    <p v-else class="text-sm text-soft">Point at the frame.</p>
  </div>
</template>
