<script setup lang="ts">
import { useMoves } from '~/features/stage/plan/useMoves'
import { useUnits } from '~/shared/useUnits'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import PlanThing from '~/features/stage/plan/PlanThing.vue'
import { figurePlan } from '#core/scene/planOutlines'
import type { Subject } from '#core/model/schema'
import { courseOn, type PlanMap } from '~/features/stage/plan/planMap'

const props = defineProps<{ map: PlanMap; subject: Subject }>()
const { distance } = useUnits()
const { moveOnPlan } = useMoves()
const studio = useStudio()
const parts = computed(() =>
  figurePlan(props.subject).map(part => ({
    ...part,
    path: courseOn(props.map, [
      [part.fromY, part.fromX],
      [part.toY, part.toX],
    ]),
  })),
)
</script>

<template>
  <PlanThing
    :id="subject.id"
    v-slot="{ isSelected }"
    :map="map"
    :place="{ depthM: subject.place.yM, acrossM: subject.place.xM }"
    :label="`${subject.name}, ${distance(subject.place.yM)} from the backdrop.`"
    :data-test="subject.id === studio.document.subjects[0]!.id ? 'plan-subject' : `plan-${subject.id}`"
    @move="(depthM, acrossM, isFree) => moveOnPlan(subject.id, acrossM, depthM, isFree, map.scale)"
  >
    <path
      v-for="part in parts"
      :key="part.id"
      :d="part.path"
      :stroke-width="2 * part.radiusM * map.scale"
      stroke-linecap="round"
      :class="isSelected ? 'stroke-accent' : part.isHead ? 'stroke-ink' : 'stroke-soft'"
    />
  </PlanThing>
</template>
