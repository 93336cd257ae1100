<script setup lang="ts">
import { computed } from 'vue'
import { useFloorMaps } from '~/features/stage/plan/useFloorMaps'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { valueFromStops } from '#core/camera/backdropTone'
import { responseOf } from '#core/camera/response'
import { BAND_COUNT } from '#core/evaluation/thresholds'
import { roomBounds } from '#core/model/bounds'
import { luminance } from '#core/physics/units/rgb'
import { BAND_PX } from '~/features/stage/plan/planScene'
import { boxBetween, type PlanMap } from '~/features/stage/plan/planMap'

/** The chosen light's own tone on the floor and along the backdrop, as the camera would record it with no other on. */
const props = defineProps<{ map: PlanMap }>()
const studio = useStudio()
const light = useLight()
const { toneMap, chosen, isFresh } = useFloorMaps()

const picture = computed(() => {
  const { value: map } = toneMap
  if (!map || !chosen.value) return undefined
  const canvas = document.createElement('canvas')
  canvas.width = map.width
  canvas.height = map.height
  const context = canvas.getContext('2d')
  if (!context) return undefined
  const response = responseOf(studio.document.camera)
  const reflectance = luminance(studio.document.room.reflectances.floor)
  const image = context.createImageData(map.width, map.height)
  map.stops.forEach((stops, cell) => {
    const value = Math.round(valueFromStops(stops, reflectance, response))
    image.data.set([value, value, value, 255], 4 * cell)
  })
  context.putImageData(image, 0, 0)
  return canvas.toDataURL()
})
/** The unit square of the picture, across and away from the backdrop, laid on the floor. */
const laid = computed(() => {
  const { left, right, back, front } = roomBounds(studio.document.room)
  const [origin, across, away] = [props.map.at(back, left), props.map.at(back, right), props.map.at(front, left)]
  const along = (to: typeof origin) => `${to.x - origin.x} ${to.y - origin.y}`
  return `matrix(${along(across)} ${along(away)} ${origin.x} ${origin.y})`
})
const band = computed(() => {
  if (!chosen.value) return []
  const { centreXM, widthM } = studio.document.backdrop
  const cellM = widthM / BAND_COUNT
  return light.bandUnder(chosen.value).map(({ value }, index) => {
    const fromM = centreXM - widthM / 2 + index * cellM
    const tone = Math.round(value ?? 0)
    const inM = BAND_PX / props.map.scale
    return {
      ...boxBetween(props.map, { depthM: 0, acrossM: fromM }, { depthM: inM, acrossM: fromM + cellM }),
      fill: `rgb(${tone} ${tone} ${tone})`,
    }
  })
})
</script>

<template>
  <g class="pointer-events-none" aria-hidden="true">
    <image
      v-if="picture"
      :href="picture"
      width="1"
      height="1"
      preserveAspectRatio="none"
      :transform="laid"
      :opacity="isFresh ? 1 : 0.4"
      data-test="floor-tone"
    />
    <rect v-for="(cell, index) in band" :key="index" v-bind="cell" shape-rendering="crispEdges" />
  </g>
</template>
