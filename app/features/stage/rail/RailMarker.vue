<script setup lang="ts">
import { useAsk } from '~/shared/useAsk'
import { useStudio } from '~/stores/studio'
import { computed, useTemplateRef, watch } from 'vue'
import { drag, type D3DragEvent } from 'd3-drag'
import { select } from 'd3-selection'
import { FLOOR, HAIR, KEY_SIDE, LIT_CHEEK, SHADOW_SIDE } from '#core/model/placeIds'
import { responseOf } from '#core/camera/response'
import type { Readout } from '#core/evaluation/readout'
import { clippedAlone } from '#core/evaluation/renderSurface'
import { ratioFromStops } from '#core/physics/units/stops'
import { formatStops } from '#wording/notation/stops'
import { luminance } from '#core/physics/units/rgb'

const props = defineProps<{
  readout: Readout
  ghost?: Readout
  /** Where the marker stands, where its label stands, and where the answer to an ask would put it. */
  y: number
  rowY: number
  ghostY?: number
  rampX: number
  rampWidth: number
  toStops: (pixels: number) => number
}>()
const studio = useStudio()
const { askBackdrop } = useAsk()
const body = useTemplateRef<SVGGElement>('body')

const isBackdrop = computed(() => props.readout.point.surface === 'backdrop')
const SHORT: Record<string, string> = {
  [KEY_SIDE]: 'key side',
  [LIT_CHEEK]: 'lit cheek',
  [SHADOW_SIDE]: 'shadow side',
  [HAIR]: 'hair',
  [FLOOR]: 'floor',
}
const name = computed(() => SHORT[props.readout.point.id] ?? props.readout.point.name.replace('Backdrop ', ''))
/** What the slider's value is, in the words that it is named by. */
const spoken = computed(() => `${Math.round(props.readout.value ?? 0)}, ${formatStops(props.readout.stops)} stops`)
const value = computed(() => (props.readout.value === undefined ? '' : Math.round(props.readout.value)))
const stops = computed(() => (props.readout.fNumber > 0 ? formatStops(props.readout.stops) : 'dark'))
/** A channel that clips while the whole does not: coloured light says white too late. */
const clips = computed(() => {
  const [first] = props.readout.rendered ? clippedAlone(props.readout.rendered) : []
  return first && first.stops >= 0.05 ? `${first.channel} clips ${formatStops(first.stops)}` : ''
})
/** While an ask stands, the large figure is what would be, the small one what is. */
const askedValue = computed(() => (props.ghost?.value === undefined ? undefined : Math.round(props.ghost.value)))

/** What the point would render with so many stops on it: its own light, colour and veil, made brighter or darker. */
const valueAtStops = (stops: number) => {
  const { rendered } = props.readout
  return rendered
    ? responseOf(studio.document.camera).valueFromLinear(
        luminance(rendered.linear) * ratioFromStops(stops - props.readout.stops),
      )
    : 0
}
const onGrip = (target: EventTarget | null) => target instanceof Element && target.hasAttribute('data-grip')
const behaviour = drag<SVGGElement, unknown>()
  // A finger drags by the ramp; beside it, it scrolls the page.
  .filter((event: Event) => isBackdrop.value && (!('touches' in event) || onGrip(event.target)))
  .container(() => document.documentElement)
  .subject(() => ({ x: 0, y: props.y }))
  .on('drag', (event: D3DragEvent<SVGGElement, unknown, unknown>) =>
    askBackdrop(Math.round(valueAtStops(props.toStops(event.y)))),
  )

watch(
  body,
  found => {
    // The library keeps every touch; here the grip alone does, by its class.
    if (found) select(found).call(behaviour).style('touch-action', null)
  },
  { flush: 'post', immediate: true },
)

const NUDGES_STOPS: Readonly<Record<string, number>> = { ArrowUp: 0.1, ArrowDown: -0.1 }
const nudge = (event: KeyboardEvent) => {
  const step = NUDGES_STOPS[event.key] ?? 0
  if (step === 0 || !isBackdrop.value || !props.readout.rendered) return
  event.preventDefault()
  const from = props.readout.targetStops ?? props.readout.stops
  askBackdrop(valueAtStops(from + step))
}
</script>

<template>
  <g
    ref="body"
    :tabindex="isBackdrop ? 0 : -1"
    :role="isBackdrop ? 'slider' : 'img'"
    v-bind="
      isBackdrop
        ? {
            'aria-orientation': 'vertical',
            'aria-valuemin': 0,
            'aria-valuemax': 255,
            'aria-valuenow': Number(value),
            'aria-valuetext': spoken,
          }
        : {}
    "
    :aria-label="`${readout.point.name}, ${stops} stops against the camera setting${isBackdrop ? `, renders ${value}. Drag or use arrow keys to ask for another tone.` : ''}`"
    :class="{ 'cursor-ns-resize': isBackdrop }"
    data-zone="rail"
    :data-test="`marker-${readout.point.id}`"
    :data-stops="readout.stops.toFixed(3)"
    @keydown="nudge"
  >
    <rect x="0" :y="rowY - 16" :width="rampX + rampWidth" height="32" fill="transparent" />
    <rect
      v-if="isBackdrop"
      :x="rampX - 20"
      :y="y - 22"
      :width="rampWidth + 20"
      height="44"
      fill="transparent"
      class="touch-none"
      data-grip
    />
    <text x="12" :y="rowY - 3" class="fill-soft text-xs">
      {{ name }}
    </text>
    <text x="12" :y="rowY + 13" class="fill-ink text-sm">
      {{ askedValue !== undefined ? `${value} to` : clips || (value === '' ? 'stops' : stops) }}
    </text>
    <text
      x="132"
      :y="rowY + 9"
      text-anchor="end"
      class="font-semibold"
      :class="[value === '' ? 'text-[19px]' : 'text-[26px]', askedValue === undefined ? 'fill-ink' : 'fill-accent']"
    >
      {{ askedValue ?? (value === '' ? stops : value) }}
    </text>
    <path :d="`M137 ${rowY} L${rampX - 12} ${y} H${rampX}`" class="fill-none stroke-soft" />
    <path :d="`M${rampX} ${y - 5} l9 5 l-9 5 z`" class="fill-ink stroke-ground" />
    <path
      v-if="ghostY !== undefined"
      :d="`M${rampX} ${ghostY} h${rampWidth}`"
      class="stroke-accent stroke-2"
      stroke-dasharray="5 3"
      data-test="rail-ghost"
    />
  </g>
</template>
