<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref, shallowRef, useTemplateRef, watchPostEffect } from 'vue'
import { MOST_EDITS } from '#core/model/frameSchema'
import type { RegionEdit } from '#core/model/schema'
import type { FrameView } from '#services/imaging/imagingApi'
import FrameFigures from '~/features/testFrames/FrameFigures.vue'
import FrameMarks from '~/features/testFrames/FrameMarks.vue'
import { evenPicture, regionPicture } from '~/features/testFrames/frameOverlays'
import { BRUSH, useStroke, type PicturePlace } from '~/features/testFrames/useStroke'
import { arrowOf } from '~/support/arrowKeys'
import { withClipTexture } from '~/support/clipTexture'

/** The picture with what is laid over it; regions are mended on it by hand, by pointer or by keys. */
const props = defineProps<{
  view: FrameView
  see: 'picture' | 'values' | 'regions' | 'even'
  tool: RegionEdit['shape'] | null
  region: RegionEdit['region']
  edits: readonly RegionEdit[]
}>()
const emit = defineEmits<{ edit: [edits: RegionEdit[]]; probe: [x: number, y: number] }>()
const holder = useTemplateRef<HTMLDivElement>('holder')
const field = useTemplateRef<HTMLDivElement>('field')
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const { width: roomWidth, height: roomHeight } = useElementSize(holder)

const scale = computed(() => Math.min(roomWidth.value / props.view.width, roomHeight.value / props.view.height) || 1)
const size = computed(() => ({ width: props.view.width * scale.value, height: props.view.height * scale.value }))

const pixels = computed(() => {
  const { picture, regions, reading, width } = props.view
  if (props.see === 'regions') return regionPicture(picture, regions, props.view)
  if (props.see === 'even')
    return evenPicture(picture, regions, reading.light.light, reading.light.isInRange, props.view)
  return withClipTexture(picture, width)
})
watchPostEffect(() => {
  if (!canvas.value) return
  const { width, height } = props.view
  Object.assign(canvas.value, { width, height })
  canvas.value.getContext('2d')!.putImageData(new ImageData(pixels.value, width, height), 0, 0)
})

const { shape, places, begin, follow, drop, finish } = useStroke()
const take = () => {
  const drawn = finish()
  if (drawn) emit('edit', [...props.edits, { region: props.region, ...drawn }].slice(-MOST_EDITS))
}
const within = (share: number) => Math.max(0, Math.min(1, share))

const placeOf = (event: PointerEvent): PicturePlace => {
  const box = field.value!.getBoundingClientRect()
  return [within((event.clientX - box.left) / box.width), within((event.clientY - box.top) / box.height)]
}
const press = (event: PointerEvent) => {
  const place = placeOf(event)
  emit('probe', ...place)
  if (!props.tool) return
  field.value!.setPointerCapture(event.pointerId)
  begin(props.tool, place)
}
const move = (event: PointerEvent) => {
  const place = placeOf(event)
  if (shape.value) follow(place)
  else emit('probe', ...place)
}

/** Where keys point; shown from the first key on. */
const cursor = shallowRef<PicturePlace>([0.5, 0.5])
const isByKeys = ref(false)
const STEP = 0.02
const FINE_STEP = 0.005
const byKey = (event: KeyboardEvent) => {
  const way = arrowOf(event)
  if (way) {
    const step = event.shiftKey ? FINE_STEP : STEP
    cursor.value = [within(cursor.value[0] + way[0] * step), within(cursor.value[1] + way[1] * step)]
    emit('probe', ...cursor.value)
    follow(cursor.value)
  } else if (event.key === ' ' && props.tool) {
    if (shape.value) take()
    else begin(props.tool, cursor.value)
  } else if (event.key === 'Escape' && shape.value) drop()
  else return
  isByKeys.value = true
  event.preventDefault()
}

const pathOf = (drawn: readonly PicturePlace[]) =>
  `M${drawn.map(([x, y]) => `${x * size.value.width} ${y * size.value.height}`).join(' L')}`
const box = computed(() => {
  const [[x0, y0], [x1, y1]] = [places.value[0] ?? [0, 0], places.value.at(-1) ?? [0, 0]]
  const { width, height } = size.value
  return {
    x: Math.min(x0, x1) * width,
    y: Math.min(y0, y1) * height,
    width: Math.abs(x1 - x0) * width,
    height: Math.abs(y1 - y0) * height,
  }
})
</script>

<template>
  <div
    ref="holder"
    class="grid size-full place-items-center overflow-hidden bg-well"
    data-test="frame-stage"
    :data-frame="`${view.width}x${view.height}`"
  >
    <div
      ref="field"
      class="relative"
      :class="tool ? 'cursor-crosshair touch-none' : 'touch-pan-y'"
      :style="{ width: `${size.width}px`, height: `${size.height}px` }"
      tabindex="0"
      role="application"
      :aria-label="`The frame. Arrow keys read it place by place${tool ? '; Space begins what is drawn and ends it' : ''}.`"
      data-test="frame-keys"
      @pointerdown="press"
      @pointermove="move"
      @pointerup="take"
      @pointercancel="drop"
      @keydown="byKey"
      @blur="isByKeys = false"
    >
      <canvas ref="canvas" class="size-full" />
      <svg class="pointer-events-none absolute inset-0" :width="size.width" :height="size.height" aria-hidden="true">
        <FrameFigures v-if="see === 'values' || see === 'even'" :view="view" :see="see" :size="size" />
        <FrameMarks v-if="see === 'picture' || see === 'even'" :reading="view.reading" :size="size" />
        <g v-if="shape" class="fill-none stroke-white mix-blend-difference">
          <rect v-if="shape === 'box'" v-bind="box" stroke-width="2" stroke-dasharray="4 4" />
          <path
            v-else
            :d="pathOf(places)"
            stroke-linecap="round"
            stroke-linejoin="round"
            :stroke-width="shape === 'brush' ? 2 * BRUSH * size.width : 2"
            :opacity="shape === 'brush' ? 0.5 : 1"
          />
        </g>
        <path
          v-if="isByKeys"
          d="M-12 0 h8 M4 0 h8 M0 -12 v8 M0 4 v8"
          :transform="`translate(${cursor[0] * size.width} ${cursor[1] * size.height})`"
          class="stroke-white stroke-2 mix-blend-difference"
        />
      </svg>
    </div>
  </div>
</template>
