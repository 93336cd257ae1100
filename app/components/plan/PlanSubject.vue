<script setup lang="ts">
import { moveSubject } from '#core/set/edits'
import { figureOf } from '#core/set/figure'
import type { Subject } from '#core/set/schema'
import type { PlanMap } from '~/support/planMap'

const props = defineProps<{ map: PlanMap, subject: Subject }>()
const studio = useStudio()
const { distance } = useUnits()
/** From above: the parts that reach furthest out, then the head. */
const parts = computed(() => figureOf(props.subject).filter(part => ['shoulders', 'left arm', 'right arm', 'head'].includes(part.name)).sort((a, b) => a.centre[2] - b.centre[2]))
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
    <ellipse
      v-for="part in parts"
      :key="part.name"
      :cx="map.x(part.centre[0])"
      :cy="map.y(part.centre[1])"
      :rx="part.radii[0] * map.scale"
      :ry="part.radii[1] * map.scale"
      :class="isSelected ? 'fill-accent' : part.name === 'head' ? 'fill-ink' : 'fill-soft'"
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
