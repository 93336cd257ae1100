<script setup lang="ts">
import { computed, useTemplateRef, watchEffect, watchPostEffect } from 'vue'
import { useLive } from '~/stores/live'
import { useFrames } from '~/stores/frames'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import PictureCanvas from '~/ui/PictureCanvas.vue'
import EvenMap from './EvenMap.vue'
import { useLitPicture } from '~/shared/useLitPicture'
import { placeInFrame } from '#core/testFrames/reading/places'

/** The live picture with what is read of it; from one side on, the plan's own under a line that can be dragged. */
const props = defineProps<{
  wipe: number
  /** What lies beyond the line; a picture of the logbook by its address. */
  beside: 'plan' | 'frame' | 'record'
  recordPicture?: string
  see: 'values' | 'even'
}>()
const emit = defineEmits<{ wipe: [share: number] }>()
const live = useLive()
const light = useLight()
const studio = useStudio()
const video = useTemplateRef<HTMLVideoElement>('video')
const marks = useTemplateRef<HTMLCanvasElement>('marks')

const PLAN_WIDTH = 400
/** The edge of what is taken for the backdrop: seen on white and on black. */
const EDGE = [90, 200, 190, 255]
const { picture } = useLitPicture(() => ({ at: 'screen', width: PLAN_WIDTH }))
const frames = useFrames()
const beyond = computed(() => {
  const frame = frames.shown
  return props.beside === 'frame' && frame
    ? { width: frame.width, height: frame.height, data: frame.picture }
    : picture.value
})
const beyondLine = computed(() => ({ clipPath: `inset(0 0 0 ${100 * props.wipe}%)` }))
const shape = computed(() => {
  const { widthMm, heightMm } = studio.document.camera.sensor
  return widthMm / heightMm
})
watchEffect(() => {
  if (video.value) video.value.srcObject = live.stream ?? null
})
/** The video is shifted so that the part which is read fills the picture. */
const videoStyle = computed(() => {
  const { crop, video: whole } = live.reading ?? {}
  if (!crop || !whole) return { width: '100%', height: '100%', objectFit: 'cover' as const }
  return {
    position: 'absolute' as const,
    maxWidth: 'none',
    width: `${(100 * whole.width) / crop.width}%`,
    height: `${(100 * whole.height) / crop.height}%`,
    left: `${(-100 * crop.left) / crop.width}%`,
    top: `${(-100 * crop.top) / crop.height}%`,
  }
})
const places = computed(() =>
  light.readouts.flatMap(({ point, value: wanted }) => {
    const read = live.reading?.places[point.id]
    const at = placeInFrame(studio.document, point.position)
    return read && at ? [{ id: point.id, name: point.name, at, read, wanted }] : []
  }),
)

watchPostEffect(() => {
  const canvas = marks.value
  const clip = live.reading?.clip
  const context = canvas?.getContext('2d')
  if (!canvas || !context || !clip) return
  canvas.width = clip.width
  canvas.height = clip.height
  const image = context.createImageData(clip.width, clip.height)
  const { edge } = live.reading!
  for (let at = 0; at < clip.shares.length; at++) {
    if (edge[at]) {
      image.data.set(EDGE, 4 * at)
      continue
    }
    // Hatched, so that clipping is told from what is merely white.
    const isStripe = (((at % clip.width) + Math.floor(at / clip.width)) & 7) < 2
    if (clip.shares[at]! < 128 || !isStripe) continue
    image.data.fill(0, 4 * at, 4 * at + 3)
    image.data[4 * at + 3] = 200
  }
  context.putImageData(image, 0, 0)
})
</script>

<template>
  <figure class="relative mx-auto overflow-hidden bg-well" :style="{ aspectRatio: shape, height: 'min(70vh, 640px)' }">
    <video ref="video" muted autoplay playsinline aria-label="Live picture of the camera" :style="videoStyle" />
    <canvas ref="marks" aria-hidden="true" class="absolute inset-0 size-full" />
    <EvenMap v-if="see === 'even' && live.reading?.unevenness" :unevenness="live.reading.unevenness" />
    <img
      v-if="beside === 'record' && recordPicture && wipe < 1"
      :src="recordPicture"
      alt="The record's picture"
      class="absolute inset-0 size-full object-cover"
      :style="beyondLine"
    />
    <PictureCanvas
      v-if="beside !== 'record' && beyond && props.wipe < 1"
      :picture="beyond"
      :label="props.beside === 'frame' ? 'The frame\'s picture' : 'The plan\'s picture'"
      class="absolute inset-0 size-full"
      :style="beyondLine"
    />
    <div
      v-for="place in see === 'values' ? places : []"
      :key="place.id"
      class="figure absolute -translate-x-1/2 -translate-y-1/2 bg-ground/80 px-1 text-sm"
      :style="{ left: `clamp(1.1rem, ${100 * place.at.x}%, calc(100% - 1.1rem))`, top: `${100 * place.at.y}%` }"
    >
      {{ Math.round(place.read.value) }}
    </div>
    <div
      v-if="props.wipe < 1"
      class="pointer-events-none absolute inset-y-0 w-0.5 bg-accent"
      :style="{ left: `${100 * props.wipe}%` }"
    />
    <input
      type="range"
      min="0"
      max="100"
      class="absolute inset-x-0 bottom-0 w-full accent-accent"
      :value="Math.round(100 * props.wipe)"
      aria-label="Line between the live picture and what lies beyond it"
      :aria-valuetext="`${Math.round(100 * props.wipe)} percent live`"
      data-test="wipe"
      @input="event => emit('wipe', Number((event.target as HTMLInputElement).value) / 100)"
    />
  </figure>
</template>
