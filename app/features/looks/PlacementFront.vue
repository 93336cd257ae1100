<script setup lang="ts">
import { computed } from 'vue'
import { ScatterChart } from 'echarts/charts'
import { AriaComponent, GridComponent } from 'echarts/components'
import { use } from 'echarts/core'
import { CanvasRenderer } from 'echarts/renderers'
import VChart from 'vue-echarts'
import { useChartInk } from '~/shared/useChartInk'

use([ScatterChart, GridComponent, AriaComponent, CanvasRenderer])

/** Placements by minutes of changes between looks and stops missed; one is pressed to look at it. */
const props = defineProps<{
  points: readonly { id: string; minutes: number; stops: number; name: string }[]
  chosenId: string | undefined
  label: string
}>()
const emit = defineEmits<{ choose: [id: string] }>()
const { ink, soft, axis, fill } = useChartInk()
const ACCENT = '#19796f'

const minutes = computed(() => props.points.map(point => point.minutes))
const option = computed(() => ({
  animation: false,
  grid: { left: 56, right: 28, top: 18, bottom: 44 },
  xAxis: {
    ...axis.value,
    type: 'value',
    name: 'minutes of changes between looks',
    nameLocation: 'middle',
    nameGap: 30,
    min: Math.max(0, Math.floor(Math.min(...minutes.value) - 1)),
    max: Math.ceil(Math.max(...minutes.value) + 1),
    minInterval: 1,
  },
  yAxis: {
    ...axis.value,
    type: 'value',
    name: 'stops missed',
    nameLocation: 'middle',
    nameGap: 36,
    min: 0,
    max: Math.max(1, Math.ceil(Math.max(...props.points.map(point => point.stops)))),
  },
  series: [
    {
      type: 'scatter',
      symbolSize: 14,
      data: props.points.map(({ id, minutes: x, stops, name }) => ({
        value: [x, stops],
        itemStyle:
          id === props.chosenId
            ? { color: ACCENT, borderColor: ink.value, borderWidth: 2 }
            : { color: fill.value, borderColor: soft.value, borderWidth: 1 },
        label: { show: true, formatter: name, position: 'top', color: ink.value, fontFamily: 'Inter Variable' },
      })),
    },
  ],
  aria: { enabled: false },
}))
const press = ({ dataIndex }: { dataIndex: number }) => {
  const point = props.points[dataIndex]
  if (point) emit('choose', point.id)
}
</script>

<template>
  <VChart class="size-full!" :option="option" role="img" :aria-label="label" autoresize @click="press" />
</template>
