<script setup lang="ts">
import { useChartInk } from '~/shared/useChartInk'
import { computed } from 'vue'
import PlotFrame from '~/ui/PlotFrame.vue'
/** A response as a curve with its uncertainty, the pictures it was fitted to, and what it was before. */
const props = defineProps<{
  curve: readonly (readonly [number, number])[]
  before: readonly (readonly [number, number])[]
  band: readonly (readonly [stops: number, low: number, high: number])[]
  steps: readonly (readonly [number, number])[]
  label: string
}>()
const { ink, soft, axis } = useChartInk()
const option = computed(() => ({
  grid: { left: 40, right: 12, top: 12, bottom: 38 },
  xAxis: {
    type: 'value',
    min: -8,
    max: 4,
    interval: 1,
    name: 'stops over the meter',
    nameLocation: 'middle',
    nameGap: 24,
    ...axis.value,
  },
  yAxis: { type: 'value', min: 0, max: 255, interval: 51, ...axis.value },
  series: [
    {
      type: 'line',
      data: props.before,
      showSymbol: false,
      lineStyle: { color: soft.value, width: 1, type: 'dashed' },
      silent: true,
    },
    ...[1, 2].map(side => ({
      type: 'line',
      data: props.band.map(point => [point[0], point[side]]),
      showSymbol: false,
      lineStyle: { color: soft.value, width: 1 },
      silent: true,
    })),
    { type: 'line', data: props.curve, showSymbol: false, lineStyle: { color: ink.value, width: 2 }, silent: true },
    {
      type: 'line',
      data: props.steps,
      showSymbol: true,
      symbol: 'rect',
      symbolSize: 6,
      lineStyle: { width: 0 },
      itemStyle: { color: ink.value },
      silent: true,
    },
  ],
}))
</script>

<template>
  <PlotFrame :option="option" :label="label" />
</template>
