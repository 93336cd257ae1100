import { responseOf } from '#core/camera/response'
import { profileOf } from '#core/imaging/colour/colourProfile'
import { makeAverage } from '#core/imaging/live/average'
import { makeExposureWatch } from '#core/imaging/live/exposureWatch'
import { makeStack } from '#core/imaging/live/stack'
import {
  croppedTo,
  rgbOf,
  rgbOfPixels,
  sampled,
  usualSpace,
  type Crop,
  type VideoSpace,
} from '#core/imaging/live/videoSpace'
import { reducer, type Reduced } from '#core/imaging/picture/downsample'
import { frameLight } from '#core/imaging/picture/frameLight'
import { shrunk } from '#core/imaging/regions/maps'
import { BACKDROP, findRegions, maskOf } from '#core/imaging/regions/regions'
import { confidenceOf } from '#core/imaging/regions/confidence'
import { meterPoints } from '#core/evaluation/probes/points'
import type { StudioSet } from '#core/model/schema'
import { floorOf, readPlace, type PlaceReading } from '#core/testFrames/reading/places'
import { regionTone } from '#core/testFrames/reading/regionTone'
import { unevenness, type Unevenness } from '#core/testFrames/reading/unevenness'
import type { Job } from '../rpc/job'

/** How a live picture is read. */
export type LiveAsk = {
  set: StudioSet
  /** What its numbers stand for; null as the video itself says, or as is usual for its size. */
  space: VideoSpace | null
  /** Over how many pictures noise is evened out. */
  frames: number
}

/** A picture of the video whole, red, green and blue a byte each. */
export type Still = { width: number; height: number; rgb: Uint8Array }

/** What a live picture says at a moment. */
export type LiveReading = {
  /** The whole video, and the part of it that has the shape of the set's frame. */
  video: { width: number; height: number }
  crop: Crop
  space: VideoSpace
  /** The video says it itself; otherwise it is what is usual, or was chosen. */
  isSpaceSaid: boolean
  places: Record<string, PlaceReading>
  backdrop: { value: number; lowest: number; highest: number; clipped: number } | undefined
  isSure: boolean
  unevenness: Unevenness | undefined
  /** Values over the width: darkest, middle and lightest of each column of the backdrop; NaN where it has none. */
  waveform: { low: Float32Array; middle: Float32Array; high: Float32Array }
  /** Where the backdrop ends, 1 at its edge. */
  edge: Uint8Array
  /** Where every channel clips, shares of the picture's parts. */
  clip: { width: number; height: number; shares: Uint8Array }
  /** Stops by which the whole picture has moved at once. */
  movedStops: number | undefined
  perSecond: number
}

/** Regions are looked for again after so long, milliseconds: a backdrop stays where it is. */
const REGIONS_MS = 1500
/** Pixels of the longer side of what is read, and samples of the video across each: noise is evened out over time. */
const SIDE = 180
const SAMPLES = 2
const PLAIN = profileOf(null)
/** Readings are told at most so often, milliseconds. */
const TELL_MS = 60
const COLUMNS = 96
/** One place in twenty of a column lies under its darkest, and over its lightest. */
const OUTER = 0.05
/** Columns with fewer places of the backdrop say nothing. */
const LEAST_PLACES = 6

/** Darkest, middle and lightest value of each column of what is masked. */
const waveformOf = (value: ArrayLike<number>, mask: Uint8Array, width: number): LiveReading['waveform'] => {
  const columns: number[][] = Array.from({ length: COLUMNS }, () => [])
  for (let at = 0; at < mask.length; at++)
    if (mask[at]) columns[Math.floor(((at % width) * COLUMNS) / width)]!.push(value[at]!)
  const pick = (share: number) =>
    Float32Array.from(columns, column =>
      column.length < LEAST_PLACES ? Number.NaN : column[Math.floor(share * (column.length - 1))]!,
    )
  for (const column of columns) column.sort((a, b) => a - b)
  return { low: pick(OUTER), middle: pick(0.5), high: pick(1 - OUTER) }
}

/** Where a mask ends: its own parts that have a neighbour outside, the picture's border left out. */
const edgeOf = (mask: Uint8Array, width: number): Uint8Array => {
  const edge = new Uint8Array(mask.length)
  for (let at = 0; at < mask.length; at++) {
    const [isFirst, isLast] = [at % width === 0, at % width === width - 1]
    const isOutside =
      (!isFirst && !mask[at - 1]) ||
      (!isLast && !mask[at + 1]) ||
      (at >= width && !mask[at - width]) ||
      (at + width < mask.length && !mask[at + width])
    if (mask[at] && isOutside) edge[at] = 1
  }
  return edge
}

const spaceSaid = ({ colorSpace }: VideoFrame): VideoSpace | undefined => {
  const { matrix, fullRange } = colorSpace
  if (fullRange === null || fullRange === undefined) return undefined
  if (matrix === 'bt709') return { matrix: 'bt709', isFullRange: fullRange }
  return matrix === 'smpte170m' || matrix === 'bt470bg' ? { matrix: 'bt601', isFullRange: fullRange } : undefined
}

/** Red, green and blue of the part of a frame that is read, however the camera hands frames over. */
const pixelsOf = async (frame: VideoFrame, crop: Crop, space: VideoSpace, every: number): Promise<Uint8Array> => {
  const { format } = frame
  if (
    format === 'I420' ||
    format === 'NV12' ||
    format === 'RGBA' ||
    format === 'RGBX' ||
    format === 'BGRA' ||
    format === 'BGRX'
  ) {
    const data = new Uint8Array(frame.allocationSize())
    const layout = await frame.copyTo(data)
    if (format === 'I420' || format === 'NV12') return rgbOf({ kind: format, data, layout }, crop, space, every)
    return rgbOfPixels({ data, stride: layout[0]!.stride, isBlueFirst: format.startsWith('BGR') }, crop, every)
  }
  // Whatever else it is, the browser knows how to draw it.
  const canvas = new OffscreenCanvas(frame.displayWidth, frame.displayHeight)
  const context = canvas.getContext('2d', { willReadFrequently: true })!
  context.drawImage(frame, 0, 0)
  const { data } = context.getImageData(0, 0, canvas.width, canvas.height)
  return rgbOfPixels({ data: new Uint8Array(data.buffer), stride: 4 * canvas.width, isBlueFirst: false }, crop, every)
}

/** What the service that reads live pictures can be asked. */
export const liveApi = () => {
  let ask: LiveAsk | undefined
  /** Somebody wants the next pictures whole, averaged. */
  let wanted:
    { give: (still: Still) => void; fail: (error: Error) => void; stack: ReturnType<typeof makeStack> } | undefined
  const average = makeAverage()
  let regions: { of: string; at: number; mask: Uint8Array; isSure: boolean } | undefined

  const readingOf = (picture: Reduced, set: StudioSet, nowMs: number) => {
    const size = `${picture.width}/${picture.height}`
    if (!regions || regions.of !== size || nowMs - regions.at > REGIONS_MS) {
      const found = findRegions(picture, floorOf(set))
      regions = { of: size, at: nowMs, mask: maskOf(found, BACKDROP), isSure: confidenceOf(picture, found).isSure }
    }
    const { mask, isSure } = regions
    const light = frameLight(picture, responseOf(set.camera), set.camera.veilingGlare)
    const inside = shrunk(picture, mask, 1)
    const tone = regionTone(picture, light, inside)
    return {
      places: Object.fromEntries(
        meterPoints(set)
          .filter(({ surface }) => surface === 'backdrop')
          .flatMap(point => {
            const read = readPlace(set, point, light, inside)
            return read ? [[point.id, read] as const] : []
          }),
      ),
      backdrop: tone && { value: tone.value, lowest: tone.lowest, highest: tone.highest, clipped: tone.clipped },
      isSure,
      unevenness: unevenness(light, mask),
      waveform: waveformOf(light.value, inside, picture.width),
      edge: edgeOf(mask, picture.width),
      clip: {
        width: picture.width,
        height: picture.height,
        shares: Uint8Array.from(picture.clipped, share => Math.round(255 * share)),
      },
    }
  }

  return {
    /** Says how pictures are read from now on. */
    adjust: (_job: Job, now: LiveAsk): void => {
      ask = now
    },
    /** Reads pictures as they come, the newest each time, until it is called off or they end. */
    watch: async (job: Job<LiveReading>, frames: ReadableStream<VideoFrame>, first: LiveAsk): Promise<void> => {
      ask = first
      average.reset()
      regions = undefined
      const watch = makeExposureWatch()
      const reader = frames.getReader()
      job.signal.addEventListener('abort', () => void reader.cancel().catch(() => undefined))
      let told = 0
      let times: number[] = []
      try {
        for (;;) {
          const { value: frame, done } = await reader.read()
          if (done || job.isCancelled) {
            frame?.close()
            return
          }
          const now = performance.now()
          if (now - told < TELL_MS) {
            frame.close()
            continue
          }
          told = now
          try {
            const { set, space: chosen, frames: over } = ask
            const { widthMm, heightMm } = set.camera.sensor
            const video = { width: frame.codedWidth, height: frame.codedHeight }
            const crop = croppedTo(video.width, video.height, widthMm / heightMm)
            const said = spaceSaid(frame)
            const space = chosen ?? said ?? usualSpace(video.height)
            if (wanted) {
              const taken = wanted.stack.take(await pixelsOf(frame, crop, space, 1))
              if (taken >= over) {
                wanted.give({ width: crop.width, height: crop.height, rgb: wanted.stack.mean() })
                wanted = undefined
              }
            }
            const every = Math.max(1, Math.floor(Math.max(crop.width, crop.height) / (SAMPLES * SIDE)))
            const size = sampled(crop, every)
            const rgb = await pixelsOf(frame, crop, space, every)
            const taking = reducer(size.width, size.height, { most: 255, profile: PLAIN }, SIDE)
            taking.take({ data: rgb, channels: 3, count: size.height, isOpaque: true })
            const picture = taking.finish(1)
            const movedStops = watch.take(picture, now)
            // What moves is not averaged: old light would linger in it.
            if (movedStops !== undefined) {
              average.reset()
              wanted?.stack.reset()
            }
            times = [...times.filter(at => now - at < 2000), now]
            job.report({
              video,
              crop,
              space,
              isSpaceSaid: said !== undefined && chosen === null,
              movedStops,
              perSecond: times.length > 1 ? ((times.length - 1) * 1000) / (now - times[0]!) : 0,
              ...readingOf(average.take(picture, over), set, now),
            })
          } finally {
            frame.close()
          }
          await job.pause()
        }
      } finally {
        reader.releaseLock()
        wanted?.fail(new Error('The camera was closed before its picture was there.'))
        wanted = undefined
      }
    },
    /** The mean of the next pictures whole, as many as are averaged. */
    still: (): Promise<Still> =>
      new Promise((give, fail) => {
        wanted = { give, fail, stack: makeStack() }
      }),
  }
}

/** What the service that reads live pictures can be asked. */
export type LiveApi = ReturnType<typeof liveApi>
