<script setup lang="ts">
import type { Contour } from '~/features/stage/plan/useFloorContours'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import { roomBounds } from '#core/model/bounds'
import { coveRadius } from '#core/scene/surfaces/backdropSurfaces'
import { boxBetween, courseOn, type PlanMap } from '~/features/stage/plan/planMap'

/** Stop contours as lines; their figures are written by PlanLabels. */
const props = defineProps<{ map: PlanMap; lines: readonly Contour[] }>()
const studio = useStudio()
const bounds = computed(() => roomBounds(studio.document.room))
/** Behind the drop and under its curve the floor is not open. */
const foot = computed(() => (studio.document.backdrop.sweepM > 0 ? coveRadius(studio.document.backdrop) : 0))

const floor = computed(() => {
  const { left, right, front } = bounds.value
  return boxBetween(props.map, { depthM: foot.value, acrossM: left }, { depthM: front, acrossM: right })
})
const shown = computed(() =>
  props.lines.map(({ stops, rings }) => ({
    stops,
    path: rings.map(ring => courseOn(props.map, ring, true)).join(' '),
  })),
)
</script>

<template>
  <g class="pointer-events-none" data-test="contours" clip-path="url(#open-floor)">
    <clipPath id="open-floor">
      <rect v-bind="floor" />
    </clipPath>
    <path
      v-for="line in shown"
      :key="line.stops"
      :d="line.path"
      class="fill-none stroke-soft"
      :stroke-width="line.stops === 0 ? 2.5 : 1"
    />
  </g>
</template>
