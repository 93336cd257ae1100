<script setup lang="ts">
import { moveSubject } from '#core/set/edits'
import { figurePlan } from '#core/set/figurePlan'
import type { Subject } from '#core/set/schema'
import type { PlanMap } from '~/support/planMap'

const props = defineProps<{ map: PlanMap, subject: Subject }>()
const studio = useStudio()
const { distance } = useUnits()
const parts = computed(() => figurePlan(props.subject))
</script>

<template>
  <PlanThing
    :id="subject.id"
    v-slot="{ isSelected }"
    :map="map"
    :place="subject.place"
    :label="`${subject.name}, ${distance(subject.place.yM)} from the backdrop.`"
    data-test="plan-subject"
    @move="(xM, yM) => studio.edit(set => moveSubject(set, subject.id, xM, yM))"
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
