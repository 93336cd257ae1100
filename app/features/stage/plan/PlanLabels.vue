<script setup lang="ts">
import { useChangeNote } from '~/shared/useChangeNote'
import { useUnits } from '~/shared/useUnits'
import { placeLabels, type LabelWish } from '~/features/stage/plan/placeLabels'
import { planScene } from '~/features/stage/plan/planScene'
import { useTapes } from '~/features/stage/plan/useTapes'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import { formatStops } from '#wording/notation/stops'
import type { PlanMap } from '~/features/stage/plan/planMap'

/** Every word on the plan or in the side view, placed so that none meets another or lies on a thing. */
const props = defineProps<{
  map: PlanMap
  width: number
  height: number
  isSide?: boolean
  /** Words of others: figures of contours, names of what a proposal would add. */
  more?: readonly LabelWish[]
}>()
const studio = useStudio()
const note = useChangeNote()
const { distance, sized } = useUnits()
const { tapes } = useTapes(() => props.isSide)

/** What a move did to the backdrop, on the tape of what is moved. */
const changed = computed(() =>
  note.stops.value === undefined || Math.abs(note.stops.value) < 0.05
    ? undefined
    : `backdrop ${formatStops(note.stops.value)}`,
)
const labels = computed(() => {
  const { bodies, wishes, lines } = planScene(studio.document, props.map, {
    view: props.isSide ? 'side' : 'above',
    selectedIds: studio.selectedIds,
    tapes: tapes.value,
    distance,
    sized,
  })
  const tape = wishes.find(({ id }) => id === `tape-${studio.selectedId}`)
  const change: LabelWish[] =
    changed.value && tape && !props.isSide
      ? [{ ...tape, id: 'drag-change', words: changed.value, weight: tape.weight - 1 }]
      : []
  const field = { left: 0, top: 0, right: props.width, bottom: props.height }
  return placeLabels([...wishes, ...change, ...(props.more ?? [])], field, bodies, lines)
})
const testOf = (id: string) => (!props.isSide && /^(tape-|drag-change)/.test(id) ? id : undefined)
const toneOf = ({ id, isBold }: LabelWish) => {
  if (id === 'drag-change' || id.startsWith('ghost/')) return 'fill-accent'
  return isBold || studio.selectedIds.includes(id) ? 'fill-ink' : 'fill-soft'
}
</script>

<template>
  <g class="pointer-events-none" data-test="plan-labels">
    <text
      v-for="label in labels"
      :key="label.id"
      :x="label.x"
      :y="label.y + 0.35 * label.sizePx"
      text-anchor="middle"
      class="figure-on-plan"
      :class="toneOf(label)"
      :font-size="label.sizePx"
      :font-weight="label.isBold ? 600 : 400"
      :data-test="testOf(label.id)"
      :data-label="label.id"
    >
      {{ label.words }}
    </text>
  </g>
</template>
