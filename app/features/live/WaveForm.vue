<script setup lang="ts">
import { computed } from 'vue'
import type { LiveReading } from '#services/live/liveApi'

/** Values over the width of the backdrop: darkest to lightest of each column, and what is wanted as a bracket. */
const props = defineProps<{ waveform: LiveReading['waveform']; wanted: readonly number[] }>()
const [WIDTH, HEIGHT] = [320, 140]
const y = (value: number) => HEIGHT - (value / 255) * HEIGHT
const columns = computed(() =>
  [...props.waveform.middle].flatMap((middle, index) => {
    if (Number.isNaN(middle)) return []
    const x = ((index + 0.5) / props.waveform.middle.length) * WIDTH
    return [{ x, low: y(props.waveform.low[index]!), high: y(props.waveform.high[index]!), middle: y(middle) }]
  }),
)
const line = computed(() => columns.value.map(({ x, middle }) => `${x.toFixed(1)},${middle.toFixed(1)}`).join(' '))
const LEVELS = [118, 200, 250]
</script>

<template>
  <svg
    :viewBox="`0 -4 ${WIDTH + 34} ${HEIGHT + 8}`"
    class="w-full max-w-md"
    role="img"
    aria-label="Values over the width of the backdrop"
  >
    <g v-for="level in LEVELS" :key="level" class="fill-soft stroke-rule text-xs">
      <line x1="0" :x2="WIDTH" :y1="y(level)" :y2="y(level)" />
      <text :x="WIDTH + 6" :y="y(level) + 4" class="stroke-none">{{ level }}</text>
    </g>
    <line
      v-for="one in columns"
      :key="one.x"
      :x1="one.x"
      :x2="one.x"
      :y1="one.low"
      :y2="one.high"
      class="stroke-soft"
      stroke-width="2.4"
    />
    <polyline :points="line" class="fill-none stroke-ink" stroke-width="1.5" />
    <path
      v-for="level in wanted"
      :key="level"
      :d="`M6 ${y(level) - 5} H0 V${y(level) + 5} H6 M${WIDTH - 6} ${y(level) - 5} H${WIDTH} V${y(level) + 5} H${WIDTH - 6}`"
      class="fill-none stroke-accent"
      stroke-width="2"
    />
  </svg>
</template>
