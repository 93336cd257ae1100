<script setup lang="ts">
import { axisOf } from '#core/set/aim'
import { frontReach } from '#core/sources/frontShape'
import type { Light } from '#core/set/schema'
import type { PlanMap } from '~/support/planMap'

const props = defineProps<{ map: PlanMap, light: Light, isOn: boolean }>()
const studio = useStudio()
const { distance } = useUnits()
const { moveOnPlan } = useMoves()
const halfWidthPx = computed(() => Math.max(4, frontReach(props.light.modifier.front).across * props.map.scale))
/** Depth of the housing behind the front: drawn, not part of the model. */
const HOUSING_PX = 20
const turned = computed(() => {
  const [x, y] = axisOf(props.light, studio.document)
  return Math.atan2(-x, y) * 180 / Math.PI
})
const { beam } = useBeam(() => props.light, () => props.map.scale)
const shell = computed(() => `M0 ${-halfWidthPx.value} L0 ${halfWidthPx.value} L${-HOUSING_PX} ${Math.min(5, halfWidthPx.value)} L${-HOUSING_PX} ${-Math.min(5, halfWidthPx.value)} Z`)
</script>

<template>
  <PlanThing
    :id="light.id"
    v-slot="{ isSelected }"
    :map="map"
    :place="{ depthM: light.place.yM, acrossM: light.place.xM }"
    :label="`Light ${light.name}, ${light.job}, ${distance(light.place.yM)} from the backdrop.`"
    :data-test="`plan-${light.id}`"
    @move="(depthM, acrossM, isFree) => moveOnPlan(light.id, acrossM, depthM, isFree, map.scale)"
  >
    <g :transform="`translate(${map.x(light.place.yM)} ${map.y(light.place.xM)}) rotate(${turned})`">
      <path
        v-if="isOn"
        :d="beam"
        class="fill-ink stroke-none"
        opacity="0.13"
      />
      <path
        :d="shell"
        :class="isSelected ? 'fill-accent' : isOn ? 'fill-ink' : 'fill-rule'"
      />
      <path
        :d="`M0 ${-halfWidthPx} V${halfWidthPx}`"
        class="stroke-ink"
        :stroke-width="isOn ? 4 : 1.5"
      />
    </g>
    <text
      :x="map.x(light.place.yM)"
      :y="map.y(light.place.xM) + 36"
      text-anchor="middle"
      class="fill-ink text-sm font-semibold"
    >
      {{ light.name }}
    </text>
  </PlanThing>
</template>
