<script setup lang="ts">
import { computed } from 'vue'
import { SRGB_RESPONSE } from '#core/camera/response'
import { labOf } from '#core/physics/units/lab'
import { formatStops } from '#wording/notation/stops'
import type { FrameView } from '#services/imaging/imagingApi'

/** Values under the pointer. */
const props = defineProps<{ view: FrameView; place: readonly [number, number] | null }>()

const read = computed(() => {
  const { view, place } = props
  if (!place) return undefined
  const at =
    Math.min(view.height - 1, Math.floor(place[1] * view.height)) * view.width +
    Math.min(view.width - 1, Math.floor(place[0] * view.width))
  const [red, green, blue] = [...view.picture.subarray(at * 4, at * 4 + 3)] as [number, number, number]
  const [lightness] = labOf(
    ...([red, green, blue].map(value => SRGB_RESPONSE.linearFromValue(value)) as [number, number, number]),
  )
  return {
    value: view.reading.light.value[at]!,
    red,
    green,
    blue,
    lightness,
    stops: Math.log2(view.reading.light.light[at]! / 0.18),
    isInRange: view.reading.light.isInRange[at] === 1,
  }
})
</script>

<template>
  <p class="h-5 text-sm" data-test="frame-probe">
    <template v-if="read">
      <strong class="text-base">{{ Math.round(read.value) }}</strong>
      <span class="ml-3 text-soft">R {{ read.red }} G {{ read.green }} B {{ read.blue }}</span>
      <span class="ml-3 text-soft">L* {{ read.lightness.toFixed(0) }}</span>
      <span class="ml-3 text-soft">{{ read.isInRange ? `${formatStops(read.stops)} over mid grey` : 'clipped' }}</span>
    </template>
    <span v-else class="text-soft">Point at the picture to read it.</span>
  </p>
</template>
