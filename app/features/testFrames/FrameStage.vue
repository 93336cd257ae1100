<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, useTemplateRef, watch } from 'vue'
import type Konva from 'konva'
import { formatStops } from '#wording/notation/stops'
import { BACKDROP } from '#core/imaging/regions/regions'
import { MOST_EDITS } from '#core/model/frameSchema'
import type { RegionEdit } from '#core/model/schema'
import type { FrameView } from '#services/imaging/imagingApi'
import { evenPicture, regionPicture } from '~/features/testFrames/frameOverlays'
import { withClipTexture } from '~/support/clipTexture'

/** The picture with what is laid over it; regions are mended on it by hand. */
const props = defineProps<{
  view: FrameView
  see: 'picture' | 'values' | 'regions' | 'even'
  tool: RegionEdit['shape'] | null
  region: RegionEdit['region']
  edits: readonly RegionEdit[]
}>()
const emit = defineEmits<{ edit: [edits: RegionEdit[]]; probe: [x: number, y: number] }>()
const holder = useTemplateRef<HTMLDivElement>('holder')
const { width: roomWidth, height: roomHeight } = useElementSize(holder)

const BRUSH = 0.02
const scale = computed(() => Math.min(roomWidth.value / props.view.width, roomHeight.value / props.view.height) || 1)
const size = computed(() => ({ width: props.view.width * scale.value, height: props.view.height * scale.value }))

const pixels = computed(() => {
  const { picture, regions, reading, width } = props.view
  if (props.see === 'regions') return regionPicture(picture, regions, props.view)
  if (props.see === 'even')
    return evenPicture(picture, regions, reading.light.light, reading.light.isInRange, props.view)
  return withClipTexture(picture, width)
})

let konva: typeof Konva | undefined
let stage: Konva.Stage | undefined
let image: Konva.Image | undefined
let marks: Konva.Layer | undefined
let stroke: Konva.Line | Konva.Rect | undefined
let points: [number, number][] = []

const inkOf = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim()

const drawPicture = () => {
  if (!image || !stage) return
  const canvas = Object.assign(document.createElement('canvas'), { width: props.view.width, height: props.view.height })
  canvas.getContext('2d')!.putImageData(new ImageData(pixels.value, props.view.width, props.view.height), 0, 0)
  stage.size(size.value)
  image.setAttrs({ image: canvas, ...size.value })
  image.getLayer()?.batchDraw()
}

type Cells = { columns: number; rows: number; words: (string | null)[] }

/** Stops against the mean in every other cell of the backdrop, or value and lightness in all. */
const figures = computed((): Cells | undefined => {
  const { unevenness, grid } = props.view.reading
  if (props.see === 'values')
    return {
      columns: grid.columns,
      rows: grid.rows,
      words: grid.values.map((value, cell) => `${Math.round(value)}\nL* ${Math.round(grid.lightness[cell]!)}`),
    }
  if (props.see !== 'even' || !unevenness) return undefined
  const { columns, rows, stops } = unevenness
  const { regions, width, height } = props.view
  const isShown = (cell: number) => {
    const [column, row] = [cell % columns, Math.floor(cell / columns)]
    const middle = Math.floor(((row + 0.5) / rows) * height) * width + Math.floor(((column + 0.5) / columns) * width)
    return column % 2 === 0 && row % 2 === 0 && regions[middle] === BACKDROP
  }
  return {
    columns,
    rows,
    words: stops.map((stop, cell) => (stop !== null && isShown(cell) ? formatStops(stop) : null)),
  }
})

const drawFigures = (to: Konva.Layer, { Text }: typeof Konva) => {
  if (!figures.value) return
  const { columns, rows, words } = figures.value
  const [wide, high] = [size.value.width / columns, size.value.height / rows]
  const isOnPicture = props.see === 'values'
  words.forEach((text, cell) => {
    if (text === null) return
    to.add(
      new Text({
        x: (cell % columns) * wide,
        y: Math.floor(cell / columns) * high,
        width: wide,
        height: high,
        align: 'center',
        verticalAlign: 'middle',
        text,
        fontFamily: 'Inter Variable',
        fontStyle: '600',
        fontSize: isOnPicture ? 11 : 12,
        wrap: 'none',
        lineHeight: 1.15,
        fill: isOnPicture ? '#ffffff' : '#141414',
        ...(isOnPicture ? { stroke: '#000000', strokeWidth: 2.5, fillAfterStrokeEnabled: true } : {}),
      }),
    )
  })
}

/** The weakest stretch of the outline, and creases and spots. */
const drawMarks = () => {
  if (!marks || !konva) return
  const { outline, flaws } = props.view.reading
  const [wide, high] = [size.value.width, size.value.height]
  const accent = inkOf('--accent')
  marks.destroyChildren()
  drawFigures(marks, konva)
  if (props.see === 'picture' || props.see === 'even') {
    for (const { x, y } of outline?.weakestPlaces ?? [])
      marks.add(new konva.Circle({ x: x * wide, y: y * high, radius: 1.6, fill: accent }))
    for (const { x, y, kind } of flaws)
      marks.add(
        new konva.Circle({
          x: x * wide,
          y: y * high,
          radius: 9,
          stroke: accent,
          strokeWidth: 1.5,
          dash: kind === 'crease' ? [5, 3] : [],
        }),
      )
  }
  marks.batchDraw()
}

const placeOf = (): [number, number] | undefined => {
  const at = stage?.getPointerPosition()
  const within = (share: number) => Math.max(0, Math.min(1, share))
  return at ? [within(at.x / size.value.width), within(at.y / size.value.height)] : undefined
}

const LINE = { stroke: '#ffffff', strokeWidth: 2, shadowColor: '#000000', shadowBlur: 3 }
const begin = () => {
  const place = placeOf()
  if (!place) return
  emit('probe', ...place)
  if (!props.tool || !konva) return
  points = [place]
  stroke =
    props.tool === 'box'
      ? new konva.Rect({ ...LINE, dash: [4, 4] })
      : new konva.Line({
          ...LINE,
          points: [],
          lineCap: 'round',
          lineJoin: 'round',
          ...(props.tool === 'brush' ? { strokeWidth: 2 * BRUSH * size.value.width, opacity: 0.5 } : {}),
        })
  marks?.add(stroke)
}
const follow = () => {
  const place = placeOf()
  if (!place) return
  if (!stroke) return emit('probe', ...place)
  points.push(place)
  const [wide, high] = [size.value.width, size.value.height]
  if (props.tool === 'box') {
    const [x, y] = points[0]!
    stroke.setAttrs({
      x: Math.min(x, place[0]) * wide,
      y: Math.min(y, place[1]) * high,
      width: Math.abs(place[0] - x) * wide,
      height: Math.abs(place[1] - y) * high,
    })
  } else stroke.setAttrs({ points: points.flatMap(([x, y]) => [x * wide, y * high]) })
  marks?.batchDraw()
}
/** Far more places than a region needs are thinned. */
const MOST_PLACES = 300
const finish = () => {
  if (!stroke || !props.tool) return
  stroke.destroy()
  stroke = undefined
  marks?.batchDraw()
  const step = Math.max(1, Math.ceil(points.length / MOST_PLACES))
  const kept =
    props.tool === 'box'
      ? [points[0]!, points.at(-1)!]
      : points.filter((_, index) => index % step === 0 || index === points.length - 1)
  if (props.tool !== 'brush' && kept.length < 2) return
  emit(
    'edit',
    [...props.edits, { region: props.region, shape: props.tool, points: kept, radius: BRUSH }].slice(-MOST_EDITS),
  )
}

onMounted(async () => {
  konva = (await import('konva')).default
  if (!holder.value) return
  stage = new konva.Stage({ container: holder.value, ...size.value })
  const under = new konva.Layer({ listening: false })
  image = new konva.Image({ image: undefined })
  under.add(image)
  marks = new konva.Layer({ listening: false })
  stage.add(under, marks)
  stage.on('pointerdown', begin)
  stage.on('pointermove', follow)
  stage.on('pointerup pointerleave', finish)
  drawPicture()
  drawMarks()
})
onBeforeUnmount(() => stage?.destroy())
watch([pixels, size], drawPicture, { flush: 'post' })
watch([() => props.view, () => props.see, size], drawMarks, { flush: 'post' })
</script>

<template>
  <div
    ref="holder"
    class="grid size-full touch-none place-items-center overflow-hidden bg-well"
    :class="tool ? 'cursor-crosshair' : ''"
    data-test="frame-stage"
    :data-frame="`${view.width}x${view.height}`"
  />
</template>
