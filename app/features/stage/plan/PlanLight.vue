<script setup lang="ts">
import { useMoves } from '~/features/stage/plan/useMoves'
import { useUnits } from '~/shared/useUnits'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import LightBody from '~/features/stage/plan/LightBody.vue'
import PlanThing from '~/features/stage/plan/PlanThing.vue'
import { lightOutline } from '#core/scene/lightOutlines'
import type { Light } from '#core/model/schema'
import type { PlanMap } from '~/features/stage/plan/planMap'

const props = defineProps<{ map: PlanMap; light: Light; isOn: boolean }>()
const studio = useStudio()
const { distance } = useUnits()
const { moveOnPlan } = useMoves()
const outline = computed(() => lightOutline(props.light, studio.document, 'above'))
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
    <LightBody :map="map" :outline="outline" :is-on="isOn" :is-selected="isSelected" />
  </PlanThing>
</template>
