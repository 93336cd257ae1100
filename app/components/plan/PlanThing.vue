<script setup lang="ts">
import type { PlanMap } from '~/support/planMap'

/** Something on the plan that can be chosen, dragged and nudged; what it looks like goes in its slot. */
const props = defineProps<{
  map: PlanMap
  id: string
  place: { xM: number, yM: number }
  label: string
}>()
const emit = defineEmits<{ move: [xM: number, yM: number] }>()
const studio = useStudio()
const body = useTemplateRef<SVGGElement>('body')

/** A thumb hits within this, whatever the thing's own size. */
const HIT_PX = 26

const isSelected = computed(() => studio.selectedId === props.id)
const { nudge, rest } = usePlanDrag(body, {
  place: () => props.place,
  map: () => props.map,
  move: (xM, yM) => emit('move', xM, yM),
  select: () => { studio.selectedId = props.id },
})
</script>

<template>
  <g
    ref="body"
    tabindex="0"
    role="button"
    class="group cursor-grab outline-none"
    :aria-label="`${label} Arrow keys move.`"
    :aria-pressed="isSelected"
    @keydown="nudge"
    @blur="rest"
  >
    <circle
      :cx="map.x(place.xM)"
      :cy="map.y(place.yM)"
      :r="HIT_PX"
      fill="transparent"
      class="stroke-2 group-focus-visible:stroke-accent"
    />
    <slot :is-selected="isSelected" />
  </g>
</template>
