<script setup lang="ts">
import { useMoves } from '~/features/stage/plan/useMoves'
import { useUnits } from '~/shared/useUnits'
import { computed } from 'vue'
import PlanThing from '~/features/stage/plan/PlanThing.vue'
import type { OwnPoint } from '#core/model/schema'
import type { PlanMap } from '~/features/stage/plan/planMap'

const props = defineProps<{ map: PlanMap; point: OwnPoint }>()
const spot = computed(() => props.map.at(props.point.place.yM, props.point.place.xM))
const { distance } = useUnits()
const { moveOnPlan } = useMoves()
</script>

<template>
  <PlanThing
    :id="point.id"
    v-slot="{ isSelected }"
    :map="map"
    :place="{ depthM: point.place.yM, acrossM: point.place.xM }"
    :label="`Point ${point.name}, ${distance(point.place.yM)} from the backdrop.`"
    :data-test="`plan-${point.id}`"
    @move="(depthM, acrossM, isFree) => moveOnPlan(point.id, acrossM, depthM, isFree, map.scale)"
  >
    <path
      :transform="`translate(${spot.x} ${spot.y}) rotate(${point.turnDeg - 90 + map.turnDeg})`"
      d="M-7 0 H7 M0 -7 V14 M-3.5 9 L0 14 L3.5 9"
      class="fill-none stroke-2"
      :class="isSelected ? 'stroke-accent' : 'stroke-ink'"
    />
  </PlanThing>
</template>
