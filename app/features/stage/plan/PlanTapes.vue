<script setup lang="ts">
import { useChangeNote } from '~/shared/useChangeNote'
import { useUnits } from '~/shared/useUnits'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import { lightDistance, subjectDistance, type MeasuredDistance } from '#core/edits/distances'
import { measureHeightM, thingOf } from '#core/edits/things'
import { distance as between, type Vector } from '#core/physics/units/vector'
import { formatStops } from '#wording/notation/stops'
import type { PlanMap } from '~/features/stage/plan/planMap'

const props = defineProps<{ map: PlanMap; isSide?: boolean }>()
const studio = useStudio()
const note = useChangeNote()
const { distance } = useUnits()

/** Between the two things that are chosen. */
const measured = computed((): MeasuredDistance[] => {
  if (studio.selectedIds.length !== 2) return []
  const places = studio.selectedIds.flatMap((id): Vector[] => {
    const thing = thingOf(studio.document, id)
    return thing ? [[thing.place.xM, thing.place.yM, measureHeightM(studio.document, thing)]] : []
  })
  return places.length === 2
    ? [{ id: 'measured', from: places[0]!, to: places[1]!, lengthM: between(places[0]!, places[1]!) }]
    : []
})
/** The subject's distance always, and the tape of what is chosen; with nothing chosen, the key's. */
const tapes = computed((): MeasuredDistance[] => {
  const { lights, subjects } = studio.document
  const chosen = lights.find(light => light.id === studio.selectedId) ?? lights.find(light => light.job === 'key')
  const shown = subjects.filter((subject, index) => index === 0 || subject.id === studio.selectedId)
  return [
    ...(props.isSide ? [] : shown.map(subjectDistance)),
    ...(chosen && measured.value.length === 0 ? [lightDistance(chosen, studio.document)] : []),
    ...measured.value,
  ]
})
const at = ([x, y, z]: Vector): [number, number] => [props.map.x(y), props.map.y(props.isSide ? z : x)]
const lines = computed(() =>
  tapes.value.map(tape => {
    const [[x1, y1], [x2, y2]] = [at(tape.from), at(tape.to)]
    return { id: tape.id, x1, y1, x2, y2, x: (x1 + x2) / 2, y: (y1 + y2) / 2, words: distance(tape.lengthM) }
  }),
)
const changed = computed(() =>
  note.stops.value === undefined || Math.abs(note.stops.value) < 0.05
    ? undefined
    : `backdrop ${formatStops(note.stops.value)}`,
)
const chosenLine = computed(() => lines.value.find(line => line.id === studio.selectedId))
</script>

<template>
  <g class="pointer-events-none">
    <g v-for="line in lines" :key="line.id">
      <path :d="`M${line.x1} ${line.y1} L${line.x2} ${line.y2}`" class="stroke-accent" stroke-width="1.5" />
      <text
        :x="line.x + 8"
        :y="line.y + 5"
        class="figure-on-plan fill-ink text-sm font-semibold"
        :data-test="isSide ? undefined : `tape-${line.id}`"
      >
        {{ line.words }}
      </text>
    </g>
    <text
      v-if="changed && chosenLine && !isSide"
      :x="chosenLine.x + 8"
      :y="chosenLine.y + 23"
      class="figure-on-plan fill-accent text-sm font-semibold"
      data-test="drag-change"
    >
      {{ changed }}
    </text>
  </g>
</template>
