<script setup lang="ts">
import { useMoves } from '~/features/stage/plan/useMoves'
import { usePlanDrag } from '~/features/stage/plan/usePlanDrag'
import { useSpotlight } from '~/features/stage/useSpotlight'
import { useLooks } from '~/stores/looks'
import { useStudio } from '~/stores/studio'
import { computed, useTemplateRef } from 'vue'
import type { PlanMap } from '~/features/stage/plan/planMap'

/**
 * Something on the plan or in the side view that can be chosen, dragged and nudged; what it looks like goes in its
 * slot.
 */
const props = defineProps<{
  map: PlanMap
  id: string
  /** From the backdrop, and across or up. */
  place: { depthM: number; acrossM: number }
  label: string
  isSide?: boolean
}>()
const emit = defineEmits<{ move: [depthM: number, acrossM: number, isFree: boolean] }>()
const studio = useStudio()
const { choose, letGo } = useMoves()
const body = useTemplateRef<SVGGElement>('body')

/** A thumb hits within this, whatever the thing's own size. */
const HIT_PX = 26

/** What changes on the way from the look before is ringed at this radius. */
const CHANGED_PX = 21
/** What is spoken of is ringed at this. */
const LIT_PX = 24

const looks = useLooks()
const spot = computed(() => props.map.at(props.place.depthM, props.place.acrossM))
const { litIds } = useSpotlight()
const isSelected = computed(() => studio.selectedIds.includes(props.id))
const isLocked = computed(() => studio.document.locked.includes(props.id))
const { nudge, rest, tap } = usePlanDrag(body, {
  place: () => props.place,
  map: () => props.map,
  move: (depthM, acrossM, isFree) => emit('move', depthM, acrossM, isFree),
  select: isMore => choose(props.id, isMore),
  isChosen: () => isSelected.value,
  rest: (hasMoved, isMore) => {
    letGo()
    // A mere press on one of several leaves that one chosen.
    if (!hasMoved && !isMore) studio.selectedIds = [props.id]
  },
})
</script>

<template>
  <g
    ref="body"
    tabindex="0"
    role="button"
    :data-thing="isSide ? undefined : id"
    class="group outline-none"
    :class="[isLocked ? 'cursor-pointer' : 'cursor-grab', { 'touch-none': isSelected }]"
    :aria-label="`${label} ${isLocked ? 'Locked.' : 'Arrow keys move.'}`"
    :aria-pressed="isSelected"
    @keydown="nudge"
    @blur="rest"
    @click="tap"
  >
    <circle
      :cx="spot.x"
      :cy="spot.y"
      :r="HIT_PX"
      fill="transparent"
      class="stroke-2 group-focus-visible:stroke-accent"
    />
    <circle
      v-if="looks.changedIds.has(id)"
      :cx="spot.x"
      :cy="spot.y"
      :r="CHANGED_PX"
      stroke-dasharray="3 4"
      class="pointer-events-none fill-none stroke-accent stroke-2"
      data-test="changed-thing"
    />
    <circle
      v-if="litIds.includes(id)"
      :cx="spot.x"
      :cy="spot.y"
      :r="LIT_PX"
      class="pointer-events-none fill-none stroke-accent stroke-3"
      data-test="spotlight"
    />
    <slot :is-selected="isSelected" />
    <path
      v-if="isLocked"
      :d="`M${spot.x - 22} ${spot.y - 12} h8 v7 h-8 z m1.5 0 v-2 a2.5 2.5 0 0 1 5 0 v2`"
      class="fill-none stroke-soft"
    />
  </g>
</template>
