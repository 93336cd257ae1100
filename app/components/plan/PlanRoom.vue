<script setup lang="ts">
import { roomBounds } from '#core/set/bounds'
import type { PlanMap } from '~/support/planMap'

const props = defineProps<{ map: PlanMap }>()
const studio = useStudio()
const light = useLight()
const { distance } = useUnits()

const bounds = computed(() => roomBounds(studio.document.room))
const backdrop = computed(() => studio.document.backdrop)
const leftM = computed(() => backdrop.value.centreXM - backdrop.value.widthM / 2)

/** The band is drawn behind y = 0, thick enough to judge. */
const BAND_PX = 14
const cells = computed(() => light.band.map(({ value }, index) => ({
  x: props.map.x(leftM.value + index / light.band.length * backdrop.value.widthM),
  width: backdrop.value.widthM / light.band.length * props.map.scale + 0.5,
  tone: `rgb(${[0, 1, 2].map(() => Math.round(value ?? 0)).join(' ')})`,
})))
/** A cyclorama's second wall, with the round of its corner. */
const corner = computed(() => {
  const { corner: wall, kind, sweepM, coveRadiusM, widthM } = backdrop.value
  if (kind !== 'cyclorama' || !wall || sweepM <= 0) return undefined
  const isLeft = wall.side === 'left'
  const [end, inward] = [isLeft ? leftM.value : leftM.value + widthM, isLeft ? 1 : -1]
  const { x, y } = props.map
  return `M${x(end + inward * coveRadiusM)} ${y(0)} Q${x(end)} ${y(0)} ${x(end)} ${y(coveRadiusM)} V${y(wall.depthM)}`
})
const floorPx = computed(() => backdrop.value.sweepM * props.map.scale)
</script>

<template>
  <g>
    <rect
      :x="map.x(bounds.left)"
      :y="map.y(bounds.back)"
      :width="(bounds.right - bounds.left) * map.scale"
      :height="(bounds.front - bounds.back) * map.scale"
      class="pointer-events-none fill-panel stroke-soft"
      stroke-width="3"
    />
    <rect
      :x="map.x(leftM)"
      :y="map.y(0)"
      :width="backdrop.widthM * map.scale"
      :height="floorPx"
      class="pointer-events-none fill-none stroke-rule"
    />
    <path
      v-if="corner"
      :d="corner"
      class="pointer-events-none fill-none stroke-ink"
      stroke-width="4"
    />
    <g
      role="button"
      tabindex="0"
      class="cursor-pointer"
      :aria-label="`${backdrop.name}, drawn in its own tone. Press to change it.`"
      data-test="plan-backdrop"
      @click="studio.selectedId = 'backdrop'"
      @keydown.enter.stop="studio.selectedId = 'backdrop'"
    >
      <rect
        v-for="(cell, index) in cells"
        :key="index"
        :x="cell.x"
        :y="map.y(0) - BAND_PX"
        :width="cell.width"
        :height="BAND_PX"
        :fill="cell.tone"
        shape-rendering="crispEdges"
      />
      <rect
        :x="map.x(leftM)"
        :y="map.y(0) - BAND_PX"
        :width="backdrop.widthM * map.scale"
        :height="BAND_PX"
        class="fill-none"
        :class="studio.selectedId === 'backdrop' ? 'stroke-accent stroke-2' : 'stroke-ink'"
      />
    </g>
    <text
      :x="map.x((bounds.left + bounds.right) / 2)"
      :y="map.y(bounds.front) + 17"
      text-anchor="middle"
      class="fill-soft text-xs"
    >
      {{ distance(bounds.right - bounds.left) }} × {{ distance(bounds.front - bounds.back) }}, {{ distance(studio.document.room.heightM) }} high
    </text>
  </g>
</template>
