<script setup lang="ts">
import { ArrowDown, ArrowLeft, ArrowRight, ArrowUp } from '@lucide/vue'
import { useChangeNote } from '~/shared/useChangeNote'
import { useMoves } from '~/features/stage/plan/useMoves'
import { usePlanTurn } from '~/features/stage/plan/usePlanView'
import { useStudio } from '~/stores/studio'
import { thingOf } from '#core/edits/things'

/** Moves what is chosen by five centimetres a press, as the arrows lie on the screen: for thumbs, and for exact steps. */
const studio = useStudio()
const note = useChangeNote()
const { moveOnPlan } = useMoves()
const { turnDeg } = usePlanTurn()
const STEP_M = 0.05
const WAYS = [
  { name: 'left', icon: ArrowLeft, dx: -1, dy: 0 },
  { name: 'up', icon: ArrowUp, dx: 0, dy: -1 },
  { name: 'down', icon: ArrowDown, dx: 0, dy: 1 },
  { name: 'right', icon: ArrowRight, dx: 1, dy: 0 },
] as const
const nudge = ({ dx, dy }: (typeof WAYS)[number]) => {
  const id = studio.selectedId
  const place = id === null ? undefined : thingOf(studio.document, id)?.place
  if (!place || id === null) return
  const [depth, across] = turnDeg.value === 90 ? [dy, dx] : [dx, -dy]
  note.mark()
  moveOnPlan(id, place.xM + across * STEP_M, place.yM + depth * STEP_M, true, 1)
}
</script>

<template>
  <div class="flex gap-1" role="group" aria-label="Move by 5 cm">
    <button
      v-for="way in WAYS"
      :key="way.name"
      class="press grid size-11 place-items-center px-0!"
      :aria-label="`5 cm ${way.name}`"
      :data-test="`nudge-${way.name}`"
      @click="nudge(way)"
    >
      <component :is="way.icon" :size="18" />
    </button>
  </div>
</template>
