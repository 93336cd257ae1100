<script setup lang="ts">
import { projectionOf } from '#core/camera/projection'
import type { PlanMap } from '~/support/planMap'

const props = defineProps<{ map: PlanMap }>()
const studio = useStudio()

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
  <g class="pointer-events-none">
    <path
      :d="`M${view.left} L${view.x} ${view.y} L${view.right}`"
      class="fill-none stroke-rule"
      stroke-dasharray="1 5"
      stroke-linecap="round"
      stroke-width="2"
    />
    <rect
      :x="view.x - 8"
      :y="view.y - 4"
      width="16"
      height="13"
      class="fill-soft"
    />
    <rect
      :x="view.x - 4"
      :y="view.y - 11"
      width="8"
      height="8"
      class="fill-soft"
    />
    <text
      :x="view.x + 14"
      :y="view.y + 8"
      class="fill-soft text-xs"
    >
      Camera, {{ studio.document.camera.lens.focalLengthMm }} mm
    </text>
  </g>
</template>
