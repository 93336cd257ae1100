<script setup lang="ts">
import { useMoves } from '~/features/stage/plan/useMoves'
import { useUnits } from '~/shared/useUnits'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import PlanThing from '~/features/stage/plan/PlanThing.vue'
import { projectionOf } from '#core/camera/projection'
import { CAMERA } from '#core/edits/things'
import type { PlanMap } from '~/features/stage/plan/planMap'

const props = defineProps<{ map: PlanMap }>()
const studio = useStudio()
const { distance } = useUnits()
const { moveOnPlan } = useMoves()

const view = computed(() => {
  const { eye, ahead, right, halfWidth } = projectionOf(studio.document)
  const reach = eye[1]
  const edge = (side: number) => {
    const way = [ahead[0] + side * halfWidth * right[0], ahead[1] + side * halfWidth * right[1]] as const
    const length = way[1] < 0 ? reach / -way[1] : 1
    return `${props.map.x(eye[1] + way[1] * length)} ${props.map.y(eye[0] + way[0] * length)}`
  }
  return { x: props.map.x(eye[1]), y: props.map.y(eye[0]), left: edge(-1), right: edge(1) }
})
</script>

<template>
  <path
    :d="`M${view.left} L${view.x} ${view.y} L${view.right}`"
    class="pointer-events-none fill-none stroke-rule"
    stroke-dasharray="1 5"
    stroke-linecap="round"
    stroke-width="2"
  />
  <PlanThing
    :id="CAMERA"
    v-slot="{ isSelected }"
    :map="map"
    :place="{ depthM: studio.document.camera.place.yM, acrossM: studio.document.camera.place.xM }"
    :label="`Camera, ${studio.document.camera.lens.focalLengthMm} mm, ${distance(studio.document.camera.place.yM)} from the backdrop.`"
    data-test="plan-camera"
    @move="(depthM, acrossM, isFree) => moveOnPlan(CAMERA, acrossM, depthM, isFree, map.scale)"
  >
    <path
      :d="`M${view.x - 4} ${view.y - 8} v4 h-7 v8 h7 v4 h13 v-16 z`"
      :class="isSelected ? 'fill-accent' : 'fill-soft'"
    />
    <text :x="view.x" :y="view.y + 24" text-anchor="middle" class="fill-soft text-xs">
      {{ studio.document.camera.lens.focalLengthMm }} mm
    </text>
  </PlanThing>
</template>
