<script setup lang="ts">
import { useMoves } from '~/features/stage/plan/useMoves'
import { useUnits } from '~/shared/useUnits'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import LightBody from '~/features/stage/plan/LightBody.vue'
import PlanThing from '~/features/stage/plan/PlanThing.vue'
import { axisOf } from '#core/model/aim'
import { standPlaces } from '#core/render/frameIntrusions'
import { rolledReach } from '#core/physics/sources/frontShape'
import type { Light } from '#core/model/schema'
import type { PlanMap } from '~/features/stage/plan/planMap'

const props = defineProps<{ map: PlanMap; light: Light; isOn: boolean }>()
const studio = useStudio()
const { distance } = useUnits()
const { moveFromSide } = useMoves()

const LEAST_PX = 4
/** From the side the axis leans by its own rise; what comes toward the viewer is foreshortened. */
const turned = computed(() => {
  const [, y, z] = axisOf(props.light, studio.document)
  return (Math.atan2(-z, y) * 180) / Math.PI
})
const halfPx = computed(() =>
  Math.max(LEAST_PX, rolledReach(props.light.modifier.front, props.light.rollDeg).up * props.map.scale),
)
const hasStand = computed(() => standPlaces(props.light, studio.document).length > 0)
const at = computed(() => ({ x: props.map.x(props.light.place.yM), y: props.map.y(props.light.place.zM) }))
</script>

<template>
  <PlanThing
    :id="light.id"
    v-slot="{ isSelected }"
    :map="map"
    :place="{ depthM: light.place.yM, acrossM: light.place.zM }"
    :label="`Light ${light.name} from the side, ${distance(light.place.zM)} high.`"
    :data-test="`side-${light.id}`"
    @move="(yM, zM) => moveFromSide(light.id, yM, zM)"
  >
    <path v-if="hasStand" :d="`M${at.x} ${at.y} V${map.y(0)}`" class="stroke-rule stroke-2" />
    <LightBody
      :light="light"
      :x="at.x"
      :y="at.y"
      :turned-deg="turned"
      :half-px="halfPx"
      :scale="map.scale"
      :is-on="isOn"
      :is-selected="isSelected"
    />
    <text :x="at.x" :y="at.y - halfPx - 6" text-anchor="middle" class="fill-ink text-xs font-semibold">
      {{ light.name }}
    </text>
  </PlanThing>
</template>
