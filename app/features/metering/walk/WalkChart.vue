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
/** Names nearer to each other than this share of the chart's height would lie on each other. */
const APART = 0.07
/** Lines that are named at their end: the one on the stage, and others as far as they keep apart. */
const named = computed(() => {
  const all = props.lines.flatMap(({ points }) => points.map(([, stops]) => stops))
  const apart = APART * Math.max(1, Math.max(...all) - Math.min(...all))
  const ends: number[] = []
  return new Set(
    props.lines
      .toSorted((a, b) => Number(b.isPresent) - Number(a.isPresent))
      .filter(({ points }) => {
        const end = points.at(-1)![1]
        const isClear = ends.every(other => Math.abs(other - end) > apart)
        if (isClear) ends.push(end)
        return isClear
      })
      .map(({ name }) => name),
  )
})
const option = computed(() => ({
  grid: { left: 48, right: 110, top: 28, bottom: 40 },
  xAxis: { type: 'value', name: `${props.unit} walked`, nameLocation: 'middle', nameGap: 26, ...axis.value },
  yAxis: { type: 'value', name: 'stops', scale: true, minInterval: 0.1, ...axis.value },
  series: props.lines.map(({ name, isPresent, points }) => ({
    type: 'line',
    data: points,
    showSymbol: false,
    lineStyle: { color: ink.value, width: isPresent ? 2.5 : 1, opacity: isPresent ? 1 : 0.6 },
    endLabel: {
      show: props.lines.length > 1 && named.value.has(name),
      formatter: name,
      color: ink.value,
      width: 100,
      overflow: 'truncate',
    },
    silent: true,
  })),
}))
</script>

<template>
  <PlotFrame :option="option" :label="label" />
</template>
