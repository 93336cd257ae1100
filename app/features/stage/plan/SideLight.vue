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
const { moveFromSide } = useMoves()

const outline = computed(() => lightOutline(props.light, studio.document, 'side'))
</script>

<template>
  <PlanThing
    :id="light.id"
    v-slot="{ isSelected }"
    is-side
    :map="map"
    :place="{ depthM: light.place.yM, acrossM: light.place.zM }"
    :label="`Light ${light.name} from the side, ${distance(light.place.zM)} high.`"
    :data-test="`side-${light.id}`"
    @move="(yM, zM) => moveFromSide(light.id, yM, zM)"
  >
    <LightBody :map="map" :outline="outline" :is-on="isOn" :is-selected="isSelected" />
  </PlanThing>
</template>
