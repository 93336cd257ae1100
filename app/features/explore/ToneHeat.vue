<script setup lang="ts">
import { useChartInk } from '~/shared/useChartInk'
import { computed, useTemplateRef } from 'vue'
import { CustomChart, LineChart, ScatterChart } from 'echarts/charts'
import { AriaComponent, GridComponent } from 'echarts/components'
import { use } from 'echarts/core'
import { CanvasRenderer } from 'echarts/renderers'
import VChart from 'vue-echarts'

use([LineChart, ScatterChart, CustomChart, GridComponent, AriaComponent, CanvasRenderer])

/** A backdrop tone over two things, in its own greys; lines where it is as wanted, a ring where things are. */
const props = defineProps<{
  tones: readonly { x: number; y: number; width: number; height: number; value: number }[]
  lines: readonly (readonly (readonly [number, number])[])[]
  now: readonly [number, number]
  xRange: readonly [number, number]
  yRange: readonly [number, number]
  xName: string
  yName: string
  label: string
}>()
const emit = defineEmits<{ go: [x: number, y: number] }>()
const chart = useTemplateRef('chart')
const { ink, soft } = useChartInk()
const LINE = '#19796f'

const axis = computed(() => ({
  type: 'value',
  nameLocation: 'middle',
  axisLine: { lineStyle: { color: soft.value } },
  axisLabel: { color: ink.value, formatter: (value: number) => Number(value.toFixed(2)).toString() },
  splitLine: { show: false },
  nameTextStyle: { color: ink.value, fontSize: 14 },
}))
const option = computed(() => ({
  animation: false,
  grid: { left: 64, right: 20, top: 16, bottom: 48 },
  xAxis: { ...axis.value, min: props.xRange[0], max: props.xRange[1], name: props.xName, nameGap: 30 },
  yAxis: { ...axis.value, min: props.yRange[0], max: props.yRange[1], name: props.yName, nameGap: 44 },
  series: [
    {
      type: 'custom',
      data: props.tones.map(({ x, y, width, height, value }) => [x, y, width, height, value]),
      renderItem: (
        _params: unknown,
        api: { value: (index: number) => number; coord: (at: [number, number]) => [number, number] },
      ) => {
        const [left, top] = api.coord([api.value(0), api.value(1) + api.value(3)])
        const [right, bottom] = api.coord([api.value(0) + api.value(2), api.value(1)])
        const tone = Math.round(api.value(4))
        // Half a pixel over, so that no seams show.
        return {
          type: 'rect',
          shape: { x: left, y: top, width: right - left + 0.6, height: bottom - top + 0.6 },
          style: { fill: `rgb(${tone},${tone},${tone})` },
        }
      },
      silent: true,
    },
    ...props.lines.map(line => ({
      type: 'line',
      data: line,
      showSymbol: false,
      lineStyle: { color: LINE, width: 3 },
      silent: true,
    })),
    {
      type: 'scatter',
      data: [props.now],
      symbol: 'circle',
      symbolSize: 16,
      itemStyle: { color: 'transparent', borderColor: LINE, borderWidth: 3 },
      silent: true,
    },
  ],
}))

const go = (event: MouseEvent) => {
  const at = (
    chart.value as unknown as { convertFromPixel: (finder: object, at: [number, number]) => [number, number] } | null
  )?.convertFromPixel({ gridIndex: 0 }, [event.offsetX, event.offsetY])
  if (!at) return
  const [x, y] = at
  if (x >= props.xRange[0] && x <= props.xRange[1] && y >= props.yRange[0] && y <= props.yRange[1]) emit('go', x, y)
}
</script>

<template>
  <div class="size-full cursor-crosshair" data-test="tone-map" @click="go">
    <VChart ref="chart" class="size-full!" :option="option" role="img" :aria-label="label" autoresize />
  </div>
</template>
