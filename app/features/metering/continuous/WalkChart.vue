<script setup lang="ts">
import { useChartInk } from '~/shared/useChartInk'
import { computed } from 'vue'
import PlotFrame from '~/ui/PlotFrame.vue'

/** Stops over the camera setting against the way walked, a line for each look; the one on the stage is the thick one. */
const props = defineProps<{
  lines: readonly { name: string; isPresent: boolean; points: readonly (readonly [number, number])[] }[]
  unit: string
  label: string
}>()
const { ink, axis } = useChartInk()
const option = computed(() => ({
  grid: { left: 48, right: 110, top: 28, bottom: 40 },
  xAxis: { type: 'value', name: `${props.unit} walked`, nameLocation: 'middle', nameGap: 26, ...axis.value },
  yAxis: { type: 'value', name: 'stops', scale: true, minInterval: 0.1, ...axis.value },
  series: props.lines.map(({ name, isPresent, points }) => ({
    type: 'line',
    data: points,
    showSymbol: false,
    lineStyle: { color: ink.value, width: isPresent ? 2.5 : 1, opacity: isPresent ? 1 : 0.6 },
    endLabel: { show: props.lines.length > 1, formatter: name, color: ink.value, width: 100, overflow: 'truncate' },
    labelLayout: { moveOverlap: 'shiftY' },
    silent: true,
  })),
}))
</script>

<template>
  <PlotFrame :option="option" :label="label" />
</template>
