<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { useLight } from '~/stores/light'
import { useSearch } from '~/stores/search'
import { useStudio } from '~/stores/studio'
import { computed, useTemplateRef } from 'vue'
import AskTone from '~/features/stage/rail/AskTone.vue'
import CameraSetting from '~/features/stage/rail/CameraSetting.vue'
import RailMarker from '~/features/stage/rail/RailMarker.vue'
import RailTarget from '~/features/stage/rail/RailTarget.vue'
import { FLOOR, HAIR, SHADOW_SIDE } from '#core/model/placeIds'
import type { Readout } from '#core/evaluation/readout'
import { ratioFromStops, stopsFromRatio } from '#core/physics/units/stops'
import { responseOf } from '#core/camera/response'
import { luminance } from '#core/physics/units/rgb'
import { valueFromStops } from '#core/camera/backdropTone'
import { formatStops } from '#wording/notation/stops'
import { separateLabels } from '~/features/stage/rail/separateLabels'

const studio = useStudio()
const light = useLight()
const search = useSearch()
const field = useTemplateRef('field')
const { height } = useElementSize(field)

/** The rail's ends in stops over the camera setting, and its columns in pixels. */
const TOP = 2.2
const BOTTOM = -7.4
const PAD = 12
const RAMP_X = 158
const RAMP_WIDTH = 30
const ROW_PX = 37

const reflectance = computed(() => luminance(studio.document.backdrop.reflectance))
const response = computed(() => responseOf(studio.document.camera))
const y = (stops: number) =>
  PAD + ((TOP - Math.max(BOTTOM, Math.min(TOP, stops))) / (TOP - BOTTOM)) * (height.value - 2 * PAD)
const stopsAt = (pixels: number) => TOP - ((pixels - PAD) / (height.value - 2 * PAD)) * (TOP - BOTTOM)
const valueAt = (stops: number) => valueFromStops(stops, reflectance.value, response.value)

const STEPS = 64
const ramp = computed(() =>
  Array.from({ length: STEPS }, (_, step) => {
    const stops = TOP + ((BOTTOM - TOP) * step) / (STEPS - 1)
    const value = Math.round(valueAt(stops))
    return { offset: step / (STEPS - 1), tone: `rgb(${value} ${value} ${value})` }
  }),
)
const ticks = computed(() =>
  Array.from({ length: 10 }, (_, index) => {
    const stops = 2 - index
    return { stops, y: y(stops), words: formatStops(stops, 'halves'), value: Math.round(valueAt(stops)) }
  }),
)
const clipY = computed(() => y(stopsFromRatio(1 / reflectance.value)))

/** Hair and floor have a row where something is wanted of them, or a light is there for them. */
const isShown = ({ point, targetStops }: Readout) =>
  targetStops !== undefined ||
  point.isEssential ||
  point.id === SHADOW_SIDE ||
  (point.id === HAIR && studio.document.lights.some(({ job }) => job === 'edge' || job === 'hair')) ||
  (point.id === FLOOR && (studio.document.brief.framing === 'full' || studio.document.brief.framing === 'group'))
/** What a point would read: under the proposal that is looked at, or under what is asked for. */
const ghostOf = (readout: Readout): Readout | undefined => {
  const stops = search.preview?.stops[readout.point.id]
  if (stops === undefined) return light.ghosts.find(({ point }) => point.id === readout.point.id)
  return {
    ...readout,
    stops,
    value:
      readout.rendered &&
      response.value.valueFromLinear(luminance(readout.rendered.linear) * ratioFromStops(stops - readout.stops)),
  }
}
const rows = computed(() => {
  const shown = light.readouts.filter(isShown)
  const wishes = shown.map(readout => y(readout.stops))
  const placed = separateLabels(wishes, ROW_PX, PAD + 8, height.value - PAD - 8)
  return shown.map((readout, index) => ({
    readout,
    ghost: ghostOf(readout),
    y: wishes[index]!,
    rowY: placed[index]!,
  }))
})
</script>

<template>
  <section
    aria-label="Tone rail"
    :aria-busy="light.isBusy || !light.isKnown"
    :class="{ '[&_svg]:opacity-50': light.isLate }"
    data-test="rail"
    class="flex flex-col"
  >
    <AskTone />
    <CameraSetting />
    <div ref="field" class="relative min-h-72 grow">
      <svg
        v-if="height > 0"
        class="absolute top-0 left-1/2 -translate-x-1/2 touch-pan-y select-none"
        width="248"
        :height="height"
      >
        <defs>
          <linearGradient id="tone-ramp" x1="0" x2="0" y1="0" y2="1">
            <stop v-for="stop in ramp" :key="stop.offset" :offset="stop.offset" :stop-color="stop.tone" />
          </linearGradient>
        </defs>
        <rect
          :x="RAMP_X"
          :y="PAD"
          :width="RAMP_WIDTH"
          :height="height - 2 * PAD"
          fill="url(#tone-ramp)"
          class="stroke-rule"
        />
        <g v-for="tick in ticks" :key="tick.stops" class="text-xs">
          <path :d="`M${RAMP_X + RAMP_WIDTH} ${tick.y} h5`" class="stroke-soft" />
          <text :x="RAMP_X + RAMP_WIDTH + 24" :y="tick.y + 4" text-anchor="end" class="fill-ink">{{ tick.words }}</text>
          <text x="244" :y="tick.y + 4" text-anchor="end" class="fill-soft">{{ tick.value }}</text>
        </g>
        <path :d="`M${RAMP_X - 4} ${y(0)} h${RAMP_WIDTH + 12}`" class="stroke-accent stroke-2" />
        <path :d="`M${RAMP_X} ${clipY} h${RAMP_WIDTH}`" class="stroke-black" stroke-dasharray="2 3" />
        <RailTarget
          v-for="row in rows"
          :key="`target-${row.readout.point.id}`"
          :readout="row.readout"
          :to-y="y"
          :x="RAMP_X"
        />
        <RailMarker
          v-for="row in rows"
          :key="row.readout.point.id"
          :readout="row.readout"
          :ghost="row.ghost"
          :y="row.y"
          :row-y="row.rowY"
          :ghost-y="row.ghost && y(row.ghost.stops)"
          :ramp-x="RAMP_X"
          :ramp-width="RAMP_WIDTH"
          :to-stops="stopsAt"
        />
      </svg>
    </div>
  </section>
</template>
