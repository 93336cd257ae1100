<script setup lang="ts">
import { computed } from 'vue'
import { BACKDROP } from '#core/imaging/regions/regions'
import { formatStops } from '#wording/notation/stops'
import type { FrameView } from '#services/imaging/imagingApi'

/** Value and lightness in every cell, or stops against the mean in every other cell of the backdrop. */
const props = defineProps<{
  view: FrameView
  see: 'values' | 'even'
  size: { width: number; height: number }
}>()
const LINE_PX = 13

const cells = computed(() => {
  const { unevenness, grid } = props.view.reading
  const at = (cell: number, columns: number, rows: number) => ({
    x: (((cell % columns) + 0.5) / columns) * props.size.width,
    y: ((Math.floor(cell / columns) + 0.5) / rows) * props.size.height,
  })
  if (props.see === 'values')
    return grid.values.map((value, cell) => ({
      cell,
      ...at(cell, grid.columns, grid.rows),
      lines: [`${Math.round(value)}`, `L* ${Math.round(grid.lightness[cell]!)}`],
    }))
  if (!unevenness) return []
  const { columns, rows, stops } = unevenness
  const { regions, width, height } = props.view
  return stops.flatMap((stop, cell) => {
    const [column, row] = [cell % columns, Math.floor(cell / columns)]
    const middle = Math.floor(((row + 0.5) / rows) * height) * width + Math.floor(((column + 0.5) / columns) * width)
    const isShown = column % 2 === 0 && row % 2 === 0 && regions[middle] === BACKDROP
    return stop !== null && isShown ? [{ cell, ...at(cell, columns, rows), lines: [formatStops(stop)] }] : []
  })
})
</script>

<template>
  <g
    text-anchor="middle"
    class="font-semibold"
    :class="see === 'values' ? 'fill-white stroke-black [paint-order:stroke]' : 'fill-[#141414]'"
    :stroke-width="see === 'values' ? 2.5 : 0"
    font-size="12"
  >
    <text v-for="{ cell, x, y, lines } in cells" :key="cell" :y="y + 4 - ((lines.length - 1) * LINE_PX) / 2">
      <tspan v-for="(line, index) in lines" :key="index" :x="x" :dy="index > 0 ? LINE_PX : 0">{{ line }}</tspan>
    </text>
  </g>
</template>
