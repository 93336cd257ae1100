<script setup lang="ts">
import { arrowOf } from '~/support/arrowKeys'
import { useChangeNote } from '~/shared/useChangeNote'
import { useStudio } from '~/stores/studio'
import { computed, useTemplateRef, watch } from 'vue'
import { drag, type D3DragEvent } from 'd3-drag'
import { select } from 'd3-selection'
import { aimAt, aimPlace } from '#core/edits/aims'
import { turnThings } from '#core/edits/things'
import type { PlanMap } from '~/features/stage/plan/planMap'

/**
 * What turns the one thing that is chosen: a light by where it is aimed, everything else by a handle before its
 * front.
 */
const props = defineProps<{ map: PlanMap; isSide?: boolean }>()
const studio = useStudio()
const note = useChangeNote()
const handle = useTemplateRef<SVGGElement>('handle')

const only = computed(() =>
  studio.selectedIds.length === 1 && !studio.document.locked.includes(studio.selectedId!) ? studio.selectedId : null,
)
const light = computed(() => studio.document.lights.find(({ id }) => id === only.value))
const turned = computed(() =>
  props.isSide
    ? undefined
    : [
        ...studio.document.subjects,
        ...studio.document.panels,
        ...studio.document.props,
        ...studio.document.points,
      ].find(({ id }) => id === only.value),
)

const ARM_PX = 44
const at = computed(() => {
  const { map } = props
  if (light.value) {
    const aim = aimPlace(studio.document, light.value)
    const from = light.value.place
    const to = map.at(aim.yM, props.isSide ? aim.zM : aim.xM)
    const start = map.at(from.yM, props.isSide ? from.zM : from.xM)
    return { ...to, fromX: start.x, fromY: start.y }
  }
  if (!turned.value) return undefined
  const angle = ((turned.value.turnDeg + map.turnDeg) * Math.PI) / 180
  const from = map.at(turned.value.place.yM, turned.value.place.xM)
  return { x: from.x + ARM_PX * Math.cos(angle), y: from.y + ARM_PX * Math.sin(angle), fromX: from.x, fromY: from.y }
})

const STEP_DEG = 5
const turnTo = (x: number, y: number) => {
  if (!turned.value || !at.value) return
  const wanted = (Math.atan2(y - at.value.fromY, x - at.value.fromX) * 180) / Math.PI - props.map.turnDeg
  studio.edit(set =>
    turnThings(set, [turned.value!.id], Math.round(wanted / STEP_DEG) * STEP_DEG - turned.value!.turnDeg),
  )
}
const aimTo = (x: number, y: number) => {
  const { value: source } = light
  if (!source) return
  const aim = aimPlace(studio.document, source)
  const { depthM, acrossM } = props.map.from(x, y)
  const yM = Math.max(0, depthM)
  studio.edit(set =>
    aimAt(set, source.id, props.isSide ? { ...aim, yM, zM: Math.max(0, acrossM) } : { ...aim, xM: acrossM, yM }),
  )
}

const behaviour = drag<SVGGElement, unknown>()
  .container(() => document.documentElement)
  .subject(() => ({ x: at.value?.x ?? 0, y: at.value?.y ?? 0 }))
  .on('start', (event: D3DragEvent<SVGGElement, unknown, unknown>) => {
    event.sourceEvent.stopPropagation()
    note.mark()
    studio.beginDrag()
  })
  .on('drag', (event: D3DragEvent<SVGGElement, unknown, unknown>) =>
    light.value ? aimTo(event.x, event.y) : turnTo(event.x, event.y),
  )
  .on('end', () => studio.endDrag())

watch(
  handle,
  found => {
    if (found) select(found).call(behaviour)
  },
  { flush: 'post', immediate: true },
)

const nudge = (event: KeyboardEvent) => {
  const step = arrowOf(event)
  if (!step || !at.value) return
  event.preventDefault()
  note.mark()
  const size = 0.05 * props.map.scale
  if (light.value) aimTo(at.value.x + step[0] * size, at.value.y + step[1] * size)
  else if (turned.value) studio.edit(set => turnThings(set, [turned.value!.id], STEP_DEG * (step[0] || step[1])))
}
</script>

<template>
  <g
    v-if="at"
    ref="handle"
    tabindex="0"
    role="button"
    class="cursor-crosshair outline-none"
    :aria-label="light ? `Aim of light ${light.name}. Arrow keys move it.` : 'Turn. Arrow keys turn by five degrees.'"
    :data-test="isSide ? 'side-handle' : 'handle'"
    @keydown="nudge"
  >
    <path
      :d="`M${at.fromX} ${at.fromY} L${at.x} ${at.y}`"
      class="pointer-events-none stroke-accent"
      stroke-dasharray="4 4"
    />
    <circle :cx="at.x" :cy="at.y" r="13" fill="transparent" />
    <path
      v-if="light"
      :d="`M${at.x - 8} ${at.y} h5 m6 0 h5 M${at.x} ${at.y - 8} v5 m0 6 v5`"
      class="fill-none stroke-accent stroke-2"
    />
    <circle v-else :cx="at.x" :cy="at.y" r="5" class="fill-panel stroke-accent stroke-2" />
  </g>
</template>
