<script setup lang="ts">
import { sharpWidth, useFramePicture } from '~/features/stage/frame/useFramePicture'
import { useFrameSplit } from '~/shared/useFrameSplit'
import FrameSpotlight from '~/features/stage/frame/FrameSpotlight.vue'
import { arrowOf } from '~/support/arrowKeys'
import { useLight } from '~/stores/light'
import { useSearch } from '~/stores/search'
import { useStudio } from '~/stores/studio'
import { useElementSize, useMediaQuery } from '@vueuse/core'
import { computed, shallowRef, useTemplateRef, watch } from 'vue'
import ClipShares from '~/features/stage/frame/ClipShares.vue'
import PictureCanvas from '~/ui/PictureCanvas.vue'
import ProbeReading from '~/features/stage/frame/ProbeReading.vue'
import ToneHistogram from '~/features/stage/frame/ToneHistogram.vue'
import type { Probe } from '#core/render/probe'

/**
 * The simulated picture: live and coarse under the hand, refined after it, by all lights or some, with a probe and a
 * histogram.
 */

const studio = useStudio()
const light = useLight()
const { shownLights } = useFrameSplit()
const { picture: lit, isFresh, width } = useFramePicture()
const search = useSearch()
/** A proposal that is looked at shows in the place of what is. */
const picture = computed(() => search.preview?.picture ?? lit.value)
const probe = shallowRef<(Probe & { u: number; v: number }) | undefined>()
const room = useTemplateRef('room')
const field = useTemplateRef('field')
const { width: roomWidth, height: roomHeight } = useElementSize(room)
/** Beside panels the picture takes what height it is given; on a page that scrolls, the width. */
const isBound = useMediaQuery('(min-width: 1024px)')

const shape = computed(() => studio.document.camera.sensor.widthMm / studio.document.camera.sensor.heightMm)
const size = computed(() => {
  const wide = isBound.value ? Math.min(roomWidth.value, roomHeight.value * shape.value) : roomWidth.value
  return { width: Math.floor(wide), height: Math.floor(wide / shape.value) }
})
watch(
  () => size.value.width,
  wide => {
    if (wide > 0) width.value = sharpWidth(wide)
  },
)
/** A chart of tones shows where the picture leaves room for it. */
const HISTOGRAM_PX = 100
const hasHistogram = computed(() => !isBound.value || roomHeight.value - size.value.height > HISTOGRAM_PX)
/** What the tag of a probe covers: it stands on the side of the probe where there is room. */
const tag = computed(() => {
  const { value: at } = probe
  if (!at) return undefined
  const across = at.u > 0.5 ? { right: `${100 - 100 * at.u + 4}%` } : { left: `${100 * at.u + 4}%` }
  const up = at.v > 0.8 ? { bottom: `${100 - 100 * at.v + 2}%` } : { top: `${100 * at.v + 2}%` }
  return { ...across, ...up }
})
let isProbing = false
const read = async (u: number, v: number) => {
  if (isProbing) return
  isProbing = true
  const found = await light.probe(u, v, shownLights.value)
  isProbing = false
  probe.value = found && { ...found, u, v }
}
const point = (event: PointerEvent) => {
  const box = field.value!.getBoundingClientRect()
  void read((event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height)
}
const PROBE_STEP = 0.02
const nudge = (event: KeyboardEvent) => {
  const step = arrowOf(event)
  if (!step) return
  event.preventDefault()
  const within = (value: number) => Math.max(0, Math.min(1, value))
  void read(
    within((probe.value?.u ?? 0.5) + step[0] * PROBE_STEP),
    within((probe.value?.v ?? 0.5) + step[1] * PROBE_STEP),
  )
}
// The picture changed under the probe.
watch(picture, () => {
  if (probe.value) void read(probe.value.u, probe.value.v)
})
</script>

<template>
  <div ref="room" class="flex flex-col gap-2">
    <div
      ref="field"
      class="relative mx-auto shrink-0 cursor-crosshair bg-well"
      :style="{ width: `${size.width}px`, height: `${size.height}px` }"
      tabindex="0"
      role="application"
      aria-label="Frame with a probe. Arrow keys move the probe."
      data-test="frame-field"
      @pointermove="point"
      @pointerdown="point"
      @keydown="nudge"
    >
      <PictureCanvas
        v-if="picture"
        :picture="picture"
        label="Predicted frame"
        class="size-full"
        :class="{ 'opacity-80': !isFresh && !studio.isMoving }"
        data-test="predicted-frame"
      />
      <FrameSpotlight />
      <svg
        v-if="probe"
        class="pointer-events-none absolute size-7 -translate-1/2"
        :style="{ left: `${100 * probe.u}%`, top: `${100 * probe.v}%` }"
        viewBox="-14 -14 28 28"
        aria-hidden="true"
      >
        <path d="M-12 0 h8 M4 0 h8 M0 -12 v8 M0 4 v8" class="stroke-white mix-blend-difference stroke-2" />
      </svg>
      <ProbeReading :probe="probe" :at="tag" />
      <ClipShares v-if="picture" :picture="picture" />
    </div>
    <!-- The room of the chart is kept for it: nothing below moves when the picture comes. -->
    <div v-if="hasHistogram" class="min-h-24">
      <ToneHistogram v-if="picture" :picture="picture" />
    </div>
  </div>
</template>
