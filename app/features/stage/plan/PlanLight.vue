<script setup lang="ts">
import { useMoves } from '~/features/stage/plan/useMoves'
import { useUnits } from '~/shared/useUnits'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import LightBody from '~/features/stage/plan/LightBody.vue'
import PlanThing from '~/features/stage/plan/PlanThing.vue'
import { axisOf } from '#core/model/aim'
import { rolledReach } from '#core/physics/sources/frontShape'
import type { Light } from '#core/model/schema'
import type { PlanMap } from '~/features/stage/plan/planMap'

const props = defineProps<{ map: PlanMap; light: Light; isOn: boolean }>()
const studio = useStudio()
const { distance } = useUnits()
const { moveOnPlan } = useMoves()
const halfWidthPx = computed(() =>
  Math.max(4, rolledReach(props.light.modifier.front, props.light.rollDeg).across * props.map.scale),
)
const turned = computed(() => {
  const [x, y] = axisOf(props.light, studio.document)
  return (Math.atan2(-x, y) * 180) / Math.PI
})
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
    <LightBody
      :light="light"
      :x="map.x(light.place.yM)"
      :y="map.y(light.place.xM)"
      :turned-deg="turned"
      :half-px="halfWidthPx"
      :scale="map.scale"
      :is-on="isOn"
      :is-selected="isSelected"
    />
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
