<script setup lang="ts">
import { useUnits } from '~/shared/useUnits'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import { roomBounds } from '#core/model/bounds'
import { BACKDROP } from '#core/edits/things'
import type { PlanMap } from '~/features/stage/plan/planMap'

const props = defineProps<{ map: PlanMap }>()
const studio = useStudio()
const light = useLight()
const { distance } = useUnits()

const bounds = computed(() => roomBounds(studio.document.room))
const backdrop = computed(() => studio.document.backdrop)
const leftM = computed(() => backdrop.value.centreXM - backdrop.value.widthM / 2)

/** The band is drawn behind y = 0, thick enough to judge. */
const BAND_PX = 14
const cellPx = computed(() => (backdrop.value.widthM / Math.max(1, light.band.length)) * props.map.scale)
const cells = computed(() =>
  light.band.map(({ value }, index) => ({
    y: props.map.y(leftM.value) - (index + 1) * cellPx.value,
    tone: `rgb(${[0, 1, 2].map(() => Math.round(value ?? 0)).join(' ')})`,
  })),
)
const rightM = computed(() => leftM.value + backdrop.value.widthM)
/** A cyclorama's second wall, with the round of its corner. */
const corner = computed(() => {
  const { corner: wall, kind, sweepM, coveRadiusM, widthM } = backdrop.value
  if (kind !== 'cyclorama' || !wall || sweepM <= 0) return undefined
  const isLeft = wall.side === 'left'
  const [end, inward] = [isLeft ? leftM.value : leftM.value + widthM, isLeft ? 1 : -1]
  const { x, y } = props.map
  return `M${x(0)} ${y(end + inward * coveRadiusM)} Q${x(0)} ${y(end)} ${x(coveRadiusM)} ${y(end)} H${x(wall.depthM)}`
})
</script>

<template>
  <g>
    <rect
      :x="map.x(bounds.back)"
      :y="map.y(bounds.right)"
      :width="(bounds.front - bounds.back) * map.scale"
      :height="(bounds.right - bounds.left) * map.scale"
      class="pointer-events-none fill-panel stroke-soft"
      stroke-width="3"
    />
    <rect
      :x="map.x(0)"
      :y="map.y(rightM)"
      :width="backdrop.sweepM * map.scale"
      :height="backdrop.widthM * map.scale"
      class="pointer-events-none fill-none stroke-rule"
    />
    <path v-if="corner" :d="corner" class="pointer-events-none fill-none stroke-ink" stroke-width="4" />
    <g
      role="button"
      tabindex="0"
      class="cursor-pointer"
      :aria-label="`${backdrop.name}, drawn in its own tone. Press to change it.`"
      data-test="plan-drop"
      @click="studio.selectedId = BACKDROP"
      @keydown.enter.stop="studio.selectedId = BACKDROP"
    >
      <rect
        v-for="(cell, index) in cells"
        :key="index"
        :x="map.x(0) - BAND_PX"
        :y="cell.y"
        :width="BAND_PX"
        :height="cellPx + 0.5"
        :fill="cell.tone"
        shape-rendering="crispEdges"
      />
      <rect
        :x="map.x(0) - BAND_PX"
        :y="map.y(rightM)"
        :width="BAND_PX"
        :height="backdrop.widthM * map.scale"
        class="fill-none"
        :class="studio.selectedId === BACKDROP ? 'stroke-accent stroke-2' : 'stroke-ink'"
      />
    </g>
    <text
      :x="map.x((bounds.back + bounds.front) / 2)"
      :y="map.y(bounds.left) + 16"
      text-anchor="middle"
      class="fill-soft text-xs"
    >
      {{ distance(bounds.right - bounds.left) }} × {{ distance(bounds.front - bounds.back) }},
      {{ distance(studio.document.room.heightM) }} high
    </text>
  </g>
</template>
