<script setup lang="ts">
import { figurePlan } from '#core/set/figurePlan'
import type { Subject } from '#core/set/schema'
import type { PlanMap } from '~/support/planMap'

const props = defineProps<{ map: PlanMap, subject: Subject }>()
const { distance } = useUnits()
const { moveOnPlan } = useMoves()
const studio = useStudio()
const parts = computed(() => figurePlan(props.subject))
</script>

<template>
  <PlanThing
    :id="subject.id"
    v-slot="{ isSelected }"
    :map="map"
    :place="subject.place"
    :label="`${subject.name}, ${distance(subject.place.yM)} from the backdrop.`"
    :data-test="subject.id === studio.document.subjects[0]!.id ? 'plan-subject' : `plan-${subject.id}`"
    @move="(xM, yM, isFree) => moveOnPlan(subject.id, xM, yM, isFree, map.scale)"
  >
    <line
      v-for="part in parts"
      :key="part.id"
      :x1="map.x(part.fromX)"
      :y1="map.y(part.fromY)"
      :x2="map.x(part.toX) + 0.01"
      :y2="map.y(part.toY)"
      :stroke-width="2 * part.radiusM * map.scale"
      stroke-linecap="round"
      :class="isSelected ? 'stroke-accent' : part.isHead ? 'stroke-ink' : 'stroke-soft'"
    />
    <text
      :x="map.x(subject.place.xM) + 30"
      :y="map.y(subject.place.yM) + 5"
      class="fill-soft text-xs"
    >
      {{ subject.name }}
    </text>
  </PlanThing>
</template>
