<script setup lang="ts">
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import { roomBounds } from '#core/model/bounds'
import { BACKDROP } from '#core/edits/things'
import { boxBetween, type PlanMap } from '~/features/stage/plan/planMap'
import { BAND_PX } from '~/features/stage/plan/planScene'

const props = defineProps<{ map: PlanMap }>()
const studio = useStudio()
const light = useLight()

const bounds = computed(() => roomBounds(studio.document.room))
const backdrop = computed(() => studio.document.backdrop)
const leftM = computed(() => backdrop.value.centreXM - backdrop.value.widthM / 2)

const room = computed(() => {
  const { left, right, back, front } = bounds.value
  return boxBetween(props.map, { depthM: back, acrossM: left }, { depthM: front, acrossM: right })
})
const rightM = computed(() => leftM.value + backdrop.value.widthM)
const sweep = computed(() =>
  boxBetween(props.map, { depthM: 0, acrossM: leftM.value }, { depthM: backdrop.value.sweepM, acrossM: rightM.value }),
)
/** The band is drawn behind y = 0, thick enough to judge. */
const bandM = computed(() => BAND_PX / props.map.scale)
const bandBetween = (fromM: number, toM: number) =>
  boxBetween(props.map, { depthM: -bandM.value, acrossM: fromM }, { depthM: 0, acrossM: toM })
const cells = computed(() => {
  const cellM = backdrop.value.widthM / Math.max(1, light.band.length)
  return light.band.map(({ value }, index) => ({
    // A little over the next, so that no seam shows.
    ...bandBetween(leftM.value + index * cellM, leftM.value + (index + 1.02) * cellM),
    fill: `rgb(${[0, 1, 2].map(() => Math.round(value ?? 0)).join(' ')})`,
  }))
})
/** A cyclorama's second wall, with the round of its corner. */
const corner = computed(() => {
  const { corner: wall, kind, sweepM, coveRadiusM } = backdrop.value
  if (kind !== 'cyclorama' || !wall || sweepM <= 0) return undefined
  const isLeft = wall.side === 'left'
  const [end, inward] = [isLeft ? leftM.value : rightM.value, isLeft ? 1 : -1]
  const spot = (depthM: number, acrossM: number) => {
    const { x, y } = props.map.at(depthM, acrossM)
    return `${x} ${y}`
  }
  return `M${spot(0, end + inward * coveRadiusM)} Q${spot(0, end)} ${spot(coveRadiusM, end)} L${spot(wall.depthM, end)}`
})
</script>

<template>
  <g>
    <rect v-bind="room" class="pointer-events-none fill-panel stroke-soft" stroke-width="3" />
    <slot />
    <rect v-bind="room" class="pointer-events-none fill-none stroke-soft" stroke-width="3" />
    <rect v-bind="sweep" class="pointer-events-none fill-none stroke-rule" />
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
      <rect v-for="(cell, index) in cells" :key="index" v-bind="cell" shape-rendering="crispEdges" />
      <rect
        v-bind="bandBetween(leftM, rightM)"
        class="fill-none"
        :class="studio.selectedId === BACKDROP ? 'stroke-accent stroke-2' : 'stroke-ink'"
      />
    </g>
  </g>
</template>
