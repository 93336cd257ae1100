<script setup lang="ts">
import { useChartInk } from '~/shared/useChartInk'
import { computed } from 'vue'
import PlotFrame from '~/ui/PlotFrame.vue'
/** Stops over the camera setting against the way walked. */
const props = defineProps<{ points: readonly (readonly [number, number])[]; unit: string; label: string }>()
const { ink, axis } = useChartInk()
const option = computed(() => ({
  grid: { left: 48, right: 16, top: 28, bottom: 40 },
  xAxis: { type: 'value', name: `${props.unit} walked`, nameLocation: 'middle', nameGap: 26, ...axis.value },
  yAxis: { type: 'value', name: 'stops', scale: true, minInterval: 0.1, ...axis.value },
  series: [
    { type: 'line', data: props.points, showSymbol: false, lineStyle: { color: ink.value, width: 2 }, silent: true },
  ],
}))
</script>

<template>
  <PlotFrame :option="option" :label="label" />
</template>
