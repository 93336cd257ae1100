<script setup lang="ts">
import { moveSubject } from '#core/set/edits'
import { figureOf } from '#core/set/figure'
import type { Subject } from '#core/set/schema'
import type { PlanMap } from '~/support/planMap'

const props = defineProps<{ map: PlanMap, subject: Subject }>()
const studio = useStudio()
const { distance } = useUnits()
const body = useTemplateRef<SVGGElement>('body')

const isSelected = computed(() => studio.selectedId === props.subject.id)
const { nudge, rest } = usePlanDrag(body, {
  place: () => props.subject.place,
  map: () => props.map,
  move: (xM, yM) => studio.edit(set => moveSubject(set, props.subject.id, xM, yM)),
  select: () => { studio.selectedId = props.subject.id },
})
/** From above: the parts that reach furthest out, then the head. */
const parts = computed(() => figureOf(props.subject).filter(part => ['shoulders', 'left arm', 'right arm', 'head'].includes(part.name)).sort((a, b) => a.centre[2] - b.centre[2]))
</script>

<template>
  <g
    ref="body"
    tabindex="0"
    role="button"
    class="group cursor-grab outline-none"
    data-test="plan-subject"
    :aria-label="`${subject.name}, ${distance(subject.place.yM)} from the backdrop. Arrow keys move.`"
    :aria-pressed="isSelected"
    @keydown="nudge"
    @blur="rest"
  >
    <circle
      :cx="map.x(subject.place.xM)"
      :cy="map.y(subject.place.yM)"
      r="20"
      fill="transparent"
    />
    <ellipse
      v-for="part in parts"
      :key="part.name"
      :cx="map.x(part.centre[0])"
      :cy="map.y(part.centre[1])"
      :rx="part.radii[0] * map.scale"
      :ry="part.radii[1] * map.scale"
      :class="part.name === 'head' ? 'fill-ink' : 'fill-soft'"
    />
    <circle
      :cx="map.x(subject.place.xM)"
      :cy="map.y(subject.place.yM)"
      r="24"
      class="fill-none stroke-2"
      :class="isSelected ? 'stroke-accent' : 'stroke-transparent group-focus-visible:stroke-accent'"
    />
    <text
      :x="map.x(subject.place.xM) + 30"
      :y="map.y(subject.place.yM) + 5"
      class="fill-soft text-xs"
    >
      {{ subject.name }}
    </text>
  </g>
</template>
