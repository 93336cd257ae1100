<script setup lang="ts">
import { useMoves } from '~/features/stage/plan/useMoves'
import { useUnits } from '~/shared/useUnits'
import { computed } from 'vue'
import PlanThing from '~/features/stage/plan/PlanThing.vue'
import type { Prop } from '#core/model/schema'
import type { PlanMap } from '~/features/stage/plan/planMap'

const props = defineProps<{ map: PlanMap; thing: Prop }>()
const { distance } = useUnits()
const { moveOnPlan } = useMoves()
const turned = computed(() => {
  const { x, y } = props.map.at(props.thing.place.yM, props.thing.place.xM)
  return `translate(${x} ${y}) rotate(${props.thing.turnDeg - 90 + props.map.turnDeg})`
})
const size = computed(() => {
  const { form } = props.thing
  return form.shape === 'box'
    ? { wide: form.widthM * props.map.scale, deep: form.depthM * props.map.scale, round: 0 }
    : {
        wide: 2 * form.radiusM * props.map.scale,
        deep: 2 * form.radiusM * props.map.scale,
        round: form.radiusM * props.map.scale,
      }
})
</script>

<template>
  <PlanThing
    :id="thing.id"
    v-slot="{ isSelected }"
    :map="map"
    :place="{ depthM: thing.place.yM, acrossM: thing.place.xM }"
    :label="`${thing.name}, ${distance(thing.place.yM)} from the backdrop.`"
    :data-test="`plan-${thing.id}`"
    @move="(depthM, acrossM, isFree) => moveOnPlan(thing.id, acrossM, depthM, isFree, map.scale)"
  >
    <rect
      :transform="turned"
      :x="-size.wide / 2"
      :y="-size.deep / 2"
      :width="size.wide"
      :height="size.deep"
      :rx="size.round"
      class="fill-rule"
      :class="isSelected ? 'stroke-accent' : 'stroke-soft'"
    />
  </PlanThing>
</template>
