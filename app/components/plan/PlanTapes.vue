<script setup lang="ts">
import { lightTape, subjectTape, type Tape } from '#core/set/tapes'
import { formatStops } from '#core/units/fractions'
import type { PlanMap } from '~/support/planMap'

const props = defineProps<{ map: PlanMap }>()
const studio = useStudio()
const note = useChangeNote()
const { distance } = useUnits()

/** The subject's distance always, and the tape of what is chosen; with nothing chosen, the key's. */
const tapes = computed((): Tape[] => {
  const { lights, subjects } = studio.document
  const chosen = lights.find(light => light.id === studio.selectedId) ?? lights.find(light => light.job === 'key')
  return [...subjects.map(subjectTape), ...(chosen ? [lightTape(chosen, studio.document)] : [])]
})
const lines = computed(() => tapes.value.map((tape) => {
  const [x1, y1, x2, y2] = [props.map.x(tape.from[0]), props.map.y(tape.from[1]), props.map.x(tape.to[0]), props.map.y(tape.to[1])]
  return { id: tape.id, x1, y1, x2, y2, x: (x1 + x2) / 2, y: (y1 + y2) / 2, words: distance(tape.lengthM) }
}))
const changed = computed(() => note.stops.value === undefined || Math.abs(note.stops.value) < 0.05 ? undefined : `backdrop ${formatStops(note.stops.value)}`)
const chosenLine = computed(() => lines.value.find(line => line.id === studio.selectedId))
</script>

<template>
  <g class="pointer-events-none">
    <g
      v-for="line in lines"
      :key="line.id"
    >
      <path
        :d="`M${line.x1} ${line.y1} L${line.x2} ${line.y2}`"
        class="stroke-accent"
        stroke-width="1.5"
      />
      <text
        :x="line.x + 8"
        :y="line.y + 5"
        class="tape fill-ink text-sm font-semibold"
        :data-test="`tape-${line.id}`"
      >
        {{ line.words }}
      </text>
    </g>
    <text
      v-if="changed && chosenLine"
      :x="chosenLine.x + 8"
      :y="chosenLine.y + 23"
      class="tape fill-accent text-sm font-semibold"
      data-test="drag-change"
    >
      {{ changed }}
    </text>
  </g>
</template>

<style scoped>
.tape {
  paint-order: stroke;
  stroke: var(--panel);
  stroke-width: 5px;
  stroke-linejoin: round;
}
</style>
