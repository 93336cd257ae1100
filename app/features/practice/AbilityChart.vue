<script setup lang="ts">
import { computed } from 'vue'
import { useChartInk } from '~/shared/useChartInk'
import type { Ability } from '#core/practice/ability'
import PlotFrame from '~/ui/PlotFrame.vue'

/** A level over the answers that were given, between what it is at least and at most. */
const props = defineProps<{ history: readonly ({ at: string } & Ability)[]; label: string }>()
const { ink, soft, axis } = useChartInk()
const TOP = 5
const inside = (level: number) => Math.max(0, Math.min(TOP, level))

const option = computed(() => {
  const counts = props.history.map(({ count }) => count)
  const line = (data: number[], style: object) => ({ type: 'line', data, symbol: 'none', silent: true, ...style })
  return {
    aria: { enabled: true },
    grid: { left: 24, right: 8, top: 8, bottom: 22 },
    xAxis: { type: 'category', data: counts, boundaryGap: false, ...axis.value },
    yAxis: { type: 'value', min: 0, max: TOP, interval: 1, ...axis.value },
    series: [
      line(
        props.history.map(({ level, spread }) => inside(level - spread)),
        { lineStyle: { color: soft.value, width: 1, type: 'dashed' } },
      ),
      line(
        props.history.map(({ level, spread }) => inside(level + spread)),
        { lineStyle: { color: soft.value, width: 1, type: 'dashed' } },
      ),
      line(
        props.history.map(({ level }) => inside(level)),
        { lineStyle: { color: ink.value, width: 2 } },
      ),
    ],
  }
})
</script>

<template>
  <PlotFrame :option="option" :label="label" />
</template>
