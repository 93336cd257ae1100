<script setup lang="ts">
import { LineChart } from 'echarts/charts'
import { AriaComponent, GridComponent } from 'echarts/components'
import { use } from 'echarts/core'
import { CanvasRenderer } from 'echarts/renderers'
import VChart from 'vue-echarts'

use([LineChart, GridComponent, AriaComponent, CanvasRenderer])

/** Stops over the camera setting against the way walked. */
const props = defineProps<{ points: readonly (readonly [number, number])[], unit: string, label: string }>()
const { ink, soft } = useChartInk()
const axis = computed(() => ({ axisLine: { lineStyle: { color: soft.value } }, axisLabel: { color: ink.value, fontFamily: 'Inter Variable' }, splitLine: { lineStyle: { color: soft.value, opacity: 0.25 } }, nameTextStyle: { color: ink.value } }))
const option = computed(() => ({
  animation: false,
  grid: { left: 48, right: 16, top: 28, bottom: 40 },
  xAxis: { type: 'value', name: `${props.unit} walked`, nameLocation: 'middle', nameGap: 26, ...axis.value },
  yAxis: { type: 'value', name: 'stops', scale: true, minInterval: 0.1, ...axis.value },
  series: [{ type: 'line', data: props.points, showSymbol: false, lineStyle: { color: ink.value, width: 2 }, silent: true }],
}))
</script>

<template>
  <VChart
    class="size-full!"
    :option="option"
    role="img"
    :aria-label="label"
    autoresize
  />
</template>
