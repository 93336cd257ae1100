<script setup lang="ts">
import { computed, onMounted, useTemplateRef, watch } from 'vue'
import { formatStops } from '#wording/notation/stops'
import { bandGrey, type StopMap } from '~/features/metering/even/evenField'

type Place = { across: number; up: number; stops: number; reading?: unknown; point: { name: string } }

const props = defineProps<{ field: StopMap; places: readonly Place[]; position: number; isFree: boolean }>()
const emit = defineEmits<{ choose: [index: number]; add: [across: number, up: number]; step: [by: number]; type: [] }>()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')

/** Figures are against the middle place, where they can be compared at a glance. */
const reference = computed(() => {
  const sorted = props.places.map(({ stops }) => stops).sort((a, b) => a - b)
  return sorted[Math.floor(sorted.length / 2)] ?? props.field.stops[Math.floor(props.field.stops.length / 2)]!
})

const draw = () => {
  const { width, height, stops } = props.field
  const context = canvas.value?.getContext('2d')
  if (!canvas.value || !context) return
  canvas.value.width = width
  canvas.value.height = height
  const image = context.createImageData(width, height)
  for (let cell = 0; cell < width * height; cell++) {
    image.data.fill(bandGrey(stops[cell]!, reference.value), cell * 4, cell * 4 + 3)
    image.data[cell * 4 + 3] = 255
  }
  context.putImageData(image, 0, 0)
}
onMounted(draw)
watch(() => [props.field, reference.value], draw, { flush: 'post' })

const press = (event: PointerEvent) => {
  if (!props.isFree) return
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect()
  emit('add', (event.clientX - box.left) / box.width, 1 - (event.clientY - box.top) / box.height)
}
</script>

<template>
  <div
    class="relative mx-auto w-full overflow-hidden rounded-sm"
    :style="{
      aspectRatio: `${field.width} / ${field.height}`,
      maxHeight: '100%',
      maxWidth: `calc(34rem * ${field.width / field.height})`,
    }"
    data-test="even-map"
    @pointerdown.self="press"
  >
    <canvas ref="canvas" class="pointer-events-none size-full" aria-hidden="true" />
    <button
      v-for="(place, index) in places"
      :key="index"
      class="absolute -translate-x-1/2 -translate-y-1/2 rounded-sm border-2 px-1 text-sm font-semibold tabular-nums"
      :class="[
        index === position ? 'border-accent' : 'border-transparent',
        place.reading ? 'bg-ground text-ink' : 'bg-ground/60 text-ink',
      ]"
      :style="{ left: `${place.across * 100}%`, top: `${(1 - place.up) * 100}%` }"
      :aria-label="`${place.point.name}: ${formatStops(place.stops - reference)} stop, ${place.reading ? 'read' : 'as planned'}`"
      :aria-pressed="index === position"
      :data-test="`even-place-${index}`"
      :data-stops="place.stops.toFixed(3)"
      @click="emit('choose', index)"
      @keydown.right.prevent="emit('step', 1)"
      @keydown.left.prevent="emit('step', -1)"
      @keydown="/^[\d.]$/.test($event.key) && emit('type')"
    >
      <span :class="{ 'italic font-normal': !place.reading }">{{ formatStops(place.stops - reference) }}</span>
    </button>
  </div>
</template>
