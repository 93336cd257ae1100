<script setup lang="ts">
import { useMoves } from '~/features/stage/plan/useMoves'
import { useUnits } from '~/shared/useUnits'
import { useLight } from '~/stores/light'
import { useSpotlight } from '~/features/stage/useSpotlight'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import PlanHandles from '~/features/stage/plan/PlanHandles.vue'
import PlanLabels from '~/features/stage/plan/PlanLabels.vue'
import PlanPaths from '~/features/stage/plan/PlanPaths.vue'
import PlanTapes from '~/features/stage/plan/PlanTapes.vue'
import PlanThing from '~/features/stage/plan/PlanThing.vue'
import SideLight from '~/features/stage/plan/SideLight.vue'
import { project, projectionOf } from '#core/camera/projection'
import { roomBounds } from '#core/model/bounds'
import type { Prop } from '#core/model/schema'
import { backdropSide, figureSide, panelSide, type SidePlace } from '#core/scene/sideOutlines'
import { CAMERA } from '#core/edits/things'
import { boxBetween, courseOn, sideMap, type PlanMap } from '~/features/stage/plan/planMap'

/** The stage from the side: the backdrop at the left, heights true, linked with the plan. */
const props = defineProps<{ plan: PlanMap; width: number; height: number }>()
const studio = useStudio()
const { waysTo } = useSpotlight()
const light = useLight()
const { distance, sized } = useUnits()
const { moveFromSide } = useMoves()

const bounds = computed(() => roomBounds(studio.document.room))
const map = computed(() => sideMap(props.plan, props.height))
const course = (places: readonly SidePlace[], isClosed = false) => courseOn(map.value, places, isClosed)
const room = computed(() => {
  const { back, front, floor, ceiling } = bounds.value
  return boxBetween(map.value, { depthM: back, acrossM: floor }, { depthM: front, acrossM: ceiling })
})
/** A prop as wide and as high as it is, along the room. */
const propSide = ({ place, form }: Prop) => {
  const half = form.shape === 'box' ? form.depthM / 2 : form.radiusM
  return course(
    [
      [place.yM - half, place.zM],
      [place.yM + half, place.zM],
      [place.yM + half, place.zM + form.heightM],
      [place.yM - half, place.zM + form.heightM],
    ],
    true,
  )
}
const eye = computed(() => map.value.at(studio.document.camera.place.yM, studio.document.camera.place.zM))

/** What the camera sees, as far as the backdrop: the ends of its view in the plane of the drop. */
const view = computed(() => {
  const projection = projectionOf(studio.document)
  const { eye, ahead, up, halfHeight } = projection
  const end = (side: number): SidePlace => {
    const [y, z] = [ahead[1] + side * halfHeight * up[1], ahead[2] + side * halfHeight * up[2]]
    const toDrop = y < 0 ? eye[1] / -y : 1
    const toFloor = z < 0 ? eye[2] / -z : Infinity
    const reach = Math.min(toDrop, toFloor)
    return [eye[1] + reach * y, eye[2] + reach * z]
  }
  return project(projection, [0, 0, 0]) === undefined ? undefined : course([end(1), [eye[1], eye[2]], end(-1)])
})
</script>

<template>
  <svg
    class="touch-pan-y select-none"
    :width="width"
    :height="height"
    role="group"
    aria-label="Side view"
    data-test="side-view"
    @pointerdown.self="studio.selectedIds = []"
  >
    <rect v-bind="room" class="pointer-events-none fill-panel stroke-soft" stroke-width="3" />
    <path
      :d="course(backdropSide(studio.document.backdrop))"
      class="pointer-events-none fill-none stroke-ink"
      stroke-width="4"
    />
    <path
      v-if="view"
      :d="view"
      class="pointer-events-none fill-none stroke-rule"
      stroke-dasharray="1 5"
      stroke-linecap="round"
      stroke-width="2"
    />
    <PlanTapes :map="map" is-side />
    <path
      v-for="prop in studio.document.props"
      :key="prop.id"
      :d="propSide(prop)"
      class="pointer-events-none fill-rule stroke-soft"
    />
    <PlanThing
      v-for="panel in studio.document.panels"
      :id="panel.id"
      :key="panel.id"
      v-slot="{ isSelected }"
      is-side
      :map="map"
      :place="{ depthM: panel.place.yM, acrossM: panel.place.zM }"
      :label="`${sized(panel.name)} from the side, ${distance(panel.place.zM)} off the floor.`"
      :data-test="`side-${panel.id}`"
      @move="(yM, zM) => moveFromSide(panel.id, yM, zM)"
    >
      <path
        v-for="(wing, index) in panelSide(panel)"
        :key="index"
        :d="course(wing, true)"
        class="fill-rule stroke-2"
        fill-opacity="0.35"
        :class="isSelected ? 'stroke-accent' : 'stroke-soft'"
      />
    </PlanThing>
    <PlanThing
      v-for="subject in studio.document.subjects"
      :id="subject.id"
      :key="subject.id"
      v-slot="{ isSelected }"
      is-side
      :map="map"
      :place="{ depthM: subject.place.yM, acrossM: subject.heightM / 2 }"
      :label="`${subject.name} from the side.`"
      :data-test="`side-${subject.id}`"
      @move="yM => moveFromSide(subject.id, yM, 0)"
    >
      <path
        v-for="part in figureSide(subject)"
        :key="part.id"
        :d="course([part.from, part.to])"
        :stroke-width="2 * part.radiusM * map.scale"
        stroke-linecap="round"
        :class="isSelected ? 'stroke-accent' : part.isHead ? 'stroke-ink' : 'stroke-soft'"
      />
    </PlanThing>
    <PlanThing
      :id="CAMERA"
      v-slot="{ isSelected }"
      is-side
      :map="map"
      :place="{ depthM: studio.document.camera.place.yM, acrossM: studio.document.camera.place.zM }"
      :label="`Camera from the side, ${distance(studio.document.camera.place.zM)} high.`"
      data-test="side-camera"
      @move="(yM, zM) => moveFromSide(CAMERA, yM, zM)"
    >
      <path
        d="M-9 -3 h6 v-4 h12 v14 h-12 v-4 h-6 z"
        :transform="`translate(${eye.x} ${eye.y})`"
        :class="isSelected ? 'fill-accent' : 'fill-soft'"
      />
    </PlanThing>
    <SideLight
      v-for="source in studio.document.lights"
      :key="source.id"
      :map="map"
      :light="source"
      :is-on="light.shownSettings[source.id]?.on ?? false"
    />
    <PlanPaths v-if="waysTo !== null" :map="map" is-side />
    <PlanHandles :map="map" is-side />
    <PlanLabels :map="map" :width="width" :height="height" is-side />
  </svg>
</template>
