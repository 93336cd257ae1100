<script setup lang="ts">
import { arrowOf } from '~/support/arrowKeys'
import { useChartInk } from '~/shared/useChartInk'
import { computed, shallowRef, useTemplateRef } from 'vue'
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
/** Where keys point; undefined until one is pressed. */
const cursor = shallowRef<readonly [number, number] | undefined>()
const STEPS = 24
const clamp = (value: number, [least, most]: readonly [number, number]) => Math.max(least, Math.min(most, value))
const byKey = (event: KeyboardEvent) => {
  const way = arrowOf(event)
  const [x, y] = cursor.value ?? props.now
  if (way)
    cursor.value = [
      clamp(x + (way[0] * (props.xRange[1] - props.xRange[0])) / STEPS, props.xRange),
      clamp(y - (way[1] * (props.yRange[1] - props.yRange[0])) / STEPS, props.yRange),
    ]
  else if (event.key === 'Enter' && cursor.value) emit('go', ...cursor.value)
  else return
  event.preventDefault()
  event.stopPropagation()
}
/** What stands at the cursor, in words. */
const spoken = computed(() => {
  if (!cursor.value) return ''
  const [x, y] = cursor.value
  const here = props.tones.find(
    tone => x >= tone.x && x <= tone.x + tone.width && y >= tone.y && y <= tone.y + tone.height,
  )
  const place = `${props.xName} ${Number(x.toFixed(2))}, ${props.yName} ${Number(y.toFixed(2))}`
  return `${here ? `${Math.round(here.value)} at ` : ''}${place}. Enter puts things there.`
})

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
    {
      type: 'scatter',
      data: cursor.value ? [cursor.value] : [],
      symbol: 'diamond',
      symbolSize: 14,
      itemStyle: { color: '#ffffff', borderColor: '#000000', borderWidth: 2 },
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
  <div
    class="relative size-full cursor-crosshair"
    data-test="tone-map"
    tabindex="0"
    role="application"
    :aria-label="`${label} Arrow keys go over it, Enter puts things there.`"
    @click="go"
    @keydown="byKey"
  >
    <VChart ref="chart" class="size-full!" :option="option" role="img" :aria-label="label" autoresize />
    <p v-if="spoken" role="status" class="absolute right-5 bottom-12 bg-panel/90 px-2 py-1" data-test="map-cursor">
      {{ spoken }}
    </p>
  </div>
</template>
