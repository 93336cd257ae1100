<script setup lang="ts">
import { projectionOf } from '#core/camera/projection'
import { CAMERA } from '#core/set/things'
import type { PlanMap } from '~/support/planMap'

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
    return `${props.map.x(eye[0] + way[0] * length)} ${props.map.y(eye[1] + way[1] * length)}`
  }
  return { x: props.map.x(eye[0]), y: props.map.y(eye[1]), left: edge(-1), right: edge(1) }
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
    :place="studio.document.camera.place"
    :label="`Camera, ${distance(studio.document.camera.place.yM)} from the backdrop.`"
    data-test="plan-camera"
    @move="(xM, yM, isFree) => moveOnPlan(CAMERA, xM, yM, isFree, map.scale)"
  >
    <path
      :d="`M${view.x - 8} ${view.y - 4} h4 v-7 h8 v7 h4 v13 h-16 z`"
      :class="isSelected ? 'fill-accent' : 'fill-soft'"
    />
    <text
      :x="view.x + 14"
      :y="view.y + 8"
      class="fill-soft text-xs"
    >
      Camera, {{ studio.document.camera.lens.focalLengthMm }} mm
    </text>
  </PlanThing>
</template>
