<script setup lang="ts">
import { useMoves } from '~/features/stage/plan/useMoves'
import { useUnits } from '~/shared/useUnits'
import { computed } from 'vue'
import PlanThing from '~/features/stage/plan/PlanThing.vue'
import { panelSheets } from '#core/scene/surfaces/panelSheets'
import type { Panel } from '#core/model/schema'
import { luminance } from '#core/physics/units/rgb'
import { add } from '#core/physics/units/vector'
import type { PlanMap } from '~/features/stage/plan/planMap'

const props = defineProps<{ map: PlanMap; panel: Panel }>()
const { distance, sized } = useUnits()
const { moveOnPlan } = useMoves()

/** Each side is drawn in the tone that its reflectance renders, so that black and white sides are told apart. */
const toneOf = (reflectance: Panel['front']['reflectance']) => {
  const value = Math.round(255 * luminance(reflectance) ** (1 / 2.2))
  return `rgb(${value} ${value} ${value})`
}
/** What lies above heads is drawn by its outline alone. */
const isOverhead = computed(() => Math.abs(props.panel.tiltDeg) > 45)
/** Half of the drawn thickness: each side gets a line of its own. */
const HALF_PX = 2
const wings = computed(() =>
  panelSheets(props.panel).map(sheet => {
    const ends = [
      sheet.corner,
      add(sheet.corner, sheet.edgeS),
      add(sheet.corner, sheet.edgeT),
      add(add(sheet.corner, sheet.edgeS), sheet.edgeT),
    ]
    const points = ends.map(([x, y]) => {
      const spot = props.map.at(y, x)
      return [spot.x, spot.y] as const
    })
    const normalX = sheet.edgeS[1] * sheet.edgeT[2] - sheet.edgeS[2] * sheet.edgeT[1]
    const normalY = sheet.edgeS[2] * sheet.edgeT[0] - sheet.edgeS[0] * sheet.edgeT[2]
    const size = Math.hypot(normalX, normalY) || 1
    const [from, to] = [props.map.at(0, 0), props.map.at(normalY / size, normalX / size)]
    return {
      outline: `M${points[0]!.join(' ')} L${points[1]!.join(' ')} L${points[3]!.join(' ')} L${points[2]!.join(' ')} Z`,
      dx: ((to.x - from.x) / props.map.scale) * HALF_PX,
      dy: ((to.y - from.y) / props.map.scale) * HALF_PX,
    }
  }),
)
</script>

<template>
  <PlanThing
    :id="panel.id"
    v-slot="{ isSelected }"
    :map="map"
    :place="{ depthM: panel.place.yM, acrossM: panel.place.xM }"
    :label="`${sized(panel.name)}, ${distance(panel.place.yM)} from the backdrop.`"
    :data-test="`plan-${panel.id}`"
    @move="(depthM, acrossM, isFree) => moveOnPlan(panel.id, acrossM, depthM, isFree, map.scale)"
  >
    <g v-for="(wing, index) in wings" :key="index">
      <path
        :d="wing.outline"
        fill="none"
        :class="isSelected ? 'stroke-accent' : 'stroke-soft'"
        :stroke-width="isOverhead ? 2 : 7"
        :stroke-dasharray="isOverhead ? '7 5' : undefined"
      />
      <path
        v-for="side in isOverhead ? [] : [1, -1]"
        :key="side"
        :d="wing.outline"
        fill="none"
        :stroke="toneOf(side > 0 ? panel.front.reflectance : panel.back.reflectance)"
        :transform="`translate(${side * wing.dx} ${side * wing.dy})`"
        stroke-width="2.5"
      />
    </g>
  </PlanThing>
</template>
