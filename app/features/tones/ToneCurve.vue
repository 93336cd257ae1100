<script setup lang="ts">
import { useChartInk } from '~/shared/useChartInk'
import { computed } from 'vue'
import PlotFrame from '~/ui/PlotFrame.vue'
/** Pixel value over stops, with marks where something is wanted and the span that a value read one off leaves open. */
const props = defineProps<{
  curve: readonly (readonly [number, number])[]
  /** Pictures of a bracket that the curve was made from. */
  steps: readonly (readonly [number, number])[]
  wanted: readonly { stops: number; value: number }[]
  label: string
}>()
const { ink, soft, axis } = useChartInk()
const option = computed(() => ({
  grid: { left: 44, right: 16, top: 16, bottom: 40 },
  xAxis: {
    type: 'value',
    min: -8,
    max: 3,
    interval: 1,
    name: 'stops over the camera setting',
    nameLocation: 'middle',
    nameGap: 26,
    ...axis.value,
  },
  yAxis: { type: 'value', min: 0, max: 255, interval: 51, ...axis.value },
  series: [
    { type: 'line', data: props.curve, showSymbol: false, lineStyle: { color: ink.value, width: 2 }, silent: true },
    {
      type: 'line',
      data: props.steps,
      showSymbol: true,
      symbol: 'rect',
      symbolSize: 7,
      lineStyle: { width: 0 },
      itemStyle: { color: soft.value },
      silent: true,
    },
    {
      type: 'line',
      data: props.wanted.map(({ stops, value }) => [stops, value]),
      symbol: 'diamond',
      symbolSize: 14,
      lineStyle: { width: 0 },
      itemStyle: { color: 'transparent', borderColor: ink.value, borderWidth: 2 },
      silent: true,
    },
  ],
}))
</script>

<template>
  <PlotFrame :option="option" :label="label" />
</template>
