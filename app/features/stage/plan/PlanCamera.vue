<script setup lang="ts">
import { useMoves } from '~/features/stage/plan/useMoves'
import { useUnits } from '~/shared/useUnits'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import PlanThing from '~/features/stage/plan/PlanThing.vue'
import { CAMERA } from '#core/edits/things'
import { courseOn, type PlanMap } from '~/features/stage/plan/planMap'
import { viewEnds } from '~/features/stage/plan/planScene'

const props = defineProps<{ map: PlanMap }>()
const studio = useStudio()
const { distance } = useUnits()
const { moveOnPlan } = useMoves()

const spot = computed(() => props.map.at(studio.document.camera.place.yM, studio.document.camera.place.xM))
const view = computed(() => {
  const { yM, xM } = studio.document.camera.place
  const [left, right] = viewEnds(studio.document)
  return courseOn(props.map, [left!, [yM, xM], right!])
})
</script>

<template>
  <path
    :d="view"
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
      d="M-4 -8 v4 h-7 v8 h7 v4 h13 v-16 z"
      :transform="`translate(${spot.x} ${spot.y}) rotate(${map.turnDeg})`"
      :class="isSelected ? 'fill-accent' : 'fill-soft'"
    />
  </PlanThing>
</template>
