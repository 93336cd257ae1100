<script setup lang="ts">
import { useStudio } from '~/stores/studio'
import { watchDebounced } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Probe } from '#core/render/probe'
import { formatStops } from '#wording/notation/stops'

const props = defineProps<{ probe?: Probe; at?: Record<string, string | undefined> }>()
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

/** Said once the probe rests. */
const REST_MS = 400
const spoken = ref('')
watchDebounced(
  () => props.probe,
  probe => {
    spoken.value = probe
      ? `${value.value}, ${formatStops(probe.stops)} stops from mid grey, ${shares.value.map(share => `${share.name} ${share.percent} %`).join(', ')}`
      : ''
  },
  { debounce: REST_MS },
)
</script>

<template>
  <!-- A tag beside the probe: small, neutral, and gone when nothing is pointed at. -->
  <div
    class="pointer-events-none absolute bg-panel/90 px-2 py-1"
    :class="{ hidden: !probe }"
    :style="at"
    data-test="probe"
  >
    <template v-if="probe">
      <p class="figure leading-tight font-semibold" :class="isGrey === false ? 'text-lg' : 'text-2xl'">{{ value }}</p>
      <p class="text-xs whitespace-nowrap text-soft">{{ formatStops(probe.stops) }} stops from mid grey</p>
      <p class="text-xs text-soft">
        <span v-for="share in shares" :key="share.id" class="mr-2 whitespace-nowrap"
          >{{ share.name }} {{ share.percent }} %</span
        >
      </p>
    </template>
  </div>
  <p class="sr-only" role="status">{{ spoken }}</p>
</template>
