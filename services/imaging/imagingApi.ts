import type { BracketStep } from '#core/camera/bracket'
import { SRGB_RESPONSE, responseOf } from '#core/camera/response'
import { stopsApart } from '#core/imaging/picture/compareFrames'
import { inspectFile } from '#core/imaging/files/inspectFile'
import { mediaTypeOf, refusedFile, type PictureKind, type PictureRefusal } from '#core/imaging/files/pictureFile'
import type { FileTags } from '#core/imaging/files/readTags'
import { fieldFrom } from '#core/camera/falloff'
import { frameLight } from '#core/imaging/picture/frameLight'
import { floorOf, isOwnFraming } from '#core/testFrames/reading/places'
import { readFrame, type FrameReading } from '#core/testFrames/reading/readFrame'
import type { Reduced } from '#core/imaging/picture/downsample'
import { pairSteps } from '#core/imaging/picture/pairSteps'
import { developed } from '#core/imaging/picture/sensorPicture'
import { editRegions } from '#core/testFrames/regionEdits'
import { findRegions, type KnownFloor } from '#core/imaging/regions/regions'
import type { RegionEdit, StudioSet } from '#core/model/schema'
import { ok, type Outcome } from '#core/shared/outcome'
import { luminance } from '#core/physics/units/rgb'
import { checked } from '../leanSet'
import type { Job } from '../rpc/job'
import type { RawOpener } from './decode/decodePicture'
import { takeApart, type FileFacts, type Progress, type TakenApart } from './takeApart'

/** A frame as it is shown: small, upright, with what was read. */
export type FrameView = {
  width: number
  height: number
  file: FileFacts
  tags: FileTags
  /** Four bytes a pixel, sRGB. */
  picture: Uint8ClampedArray<ArrayBuffer>
  regions: Uint8Array
  reading: FrameReading
}

/** A picture as the set's camera shows it: of a raw file, what its response makes of it. */
type Shown = { camera: string; small: Reduced; picture: Uint8ClampedArray<ArrayBuffer> }

type Held = TakenApart & {
  shown?: Shown
  found?: { of: string; regions: Uint8Array }
}

/** Pictures that were taken apart last stay at hand, so that a mended region is read at once. */
const HELD = 6
const held = new Map<string, Held>()

const hold = (key: string, one: Held): void => {
  held.delete(key)
  held.set(key, one)
  for (const oldest of held.keys()) if (held.size > HELD) held.delete(oldest)
}

const TABLE = Uint8ClampedArray.from({ length: 4097 }, (_, step) => SRGB_RESPONSE.valueFromLinear((step / 4096) ** 2))

const pictureOf = ({ linear }: Reduced): Uint8ClampedArray<ArrayBuffer> => {
  const pixels = new Uint8ClampedArray((linear.length / 3) * 4)
  for (let index = 0, at = 0; index < linear.length; index += 3, at += 4) {
    for (let channel = 0; channel < 3; channel++)
      pixels[at + channel] = TABLE[Math.round(4096 * Math.sqrt(Math.min(1, linear[index + channel]!)))]!
    pixels[at + 3] = 255
  }
  return pixels
}

/** A held picture as a camera shows it; made once for each way of showing it. */
const shownBy = (one: Held, { response, lensLossStops, sensorHeadroomStops }: StudioSet['camera']): Shown => {
  const camera = one.small.sensor ? JSON.stringify([response, lensLossStops, sensorHeadroomStops]) : ''
  if (one.shown?.camera !== camera) {
    const small = developed(one.small, responseOf({ response, lensLossStops }), sensorHeadroomStops + lensLossStops)
    one.shown = { camera, small, picture: pictureOf(small) }
  }
  return one.shown
}

/** Where the floor is by the plan counts only for a picture with the set's own framing. */
const floorIn = (set: StudioSet, { width, height }: Reduced): KnownFloor =>
  isOwnFraming(set, width, height) ? floorOf(set) : 'unknown'

const viewOf = (set: StudioSet, one: Held, edits: readonly RegionEdit[], fNumber?: number): FrameView => {
  const { small, picture, camera } = shownBy(one, set.camera)
  const floor = floorIn(set, small)
  const of = JSON.stringify([floor, camera])
  if (one.found?.of !== of) one.found = { of, regions: findRegions(small, floor) }
  const regions = editRegions(one.found.regions, small, edits)
  const { width, height } = small
  return {
    width,
    height,
    file: one.file,
    tags: one.tags,
    picture,
    regions,
    reading: readFrame(set, small, regions, one.tags.exposure?.fNumber ?? fNumber),
  }
}

/** Half the width of what is read of a card in the middle of a frame, share of width and height. */
const CARD_REACH = 0.1

/** Kinds that are kept smaller: of the others more than a JPEG could hold would be lost. */
const SHRUNK: readonly PictureKind[] = ['jpeg', 'png', 'webp', 'avif']

/** What the service that decodes and reads pictures can be asked. */
export const imagingApi = (openRaw: RawOpener) => ({
  /** Reads a picture for the set; it stays at hand under its key. */
  read: async (
    job: Job<Progress>,
    key: string,
    input: StudioSet,
    bytes: Uint8Array<ArrayBuffer>,
    edits: readonly RegionEdit[],
  ): Promise<Outcome<FrameView, PictureRefusal>> => {
    const set = checked(input)
    const taken = await takeApart(bytes, { report: job.report, openRaw })
    if (!taken.ok) return taken
    hold(key, taken.value)
    return ok(viewOf(set, taken.value, edits))
  },

  /** Reads a picture that is still at hand again; undefined where it is not. */
  again: (_job: Job, key: string, input: StudioSet, edits: readonly RegionEdit[]): FrameView | undefined => {
    const one = held.get(key)
    return one && viewOf(checked(input), one, edits)
  },

  /** Stops by which a second picture is brighter than a first; both have to be at hand. */
  apart: (
    _job: Job,
    first: string,
    second: string,
    input: StudioSet,
  ): { width: number; height: number; stops: Float32Array } | undefined => {
    const [one, other] = [held.get(first), held.get(second)]
    if (!one || !other) return undefined
    const { camera } = checked(input)
    const lightOf = (held: Held) => frameLight(shownBy(held, camera).small, responseOf(camera), camera.veilingGlare)
    return { width: one.small.width, height: one.small.height, stops: stopsApart(lightOf(one), lightOf(other)) }
  },

  /** The value of a card in the middle of a frame, and the exposure that the file names. */
  card: async (
    _job: Job,
    bytes: Uint8Array<ArrayBuffer>,
  ): Promise<Outcome<{ value: number; tags: FileTags }, PictureRefusal>> => {
    const taken = await takeApart(bytes, { openRaw })
    if (!taken.ok) return taken
    const {
      small: { width, height, linear, sensor },
      tags,
    } = taken.value
    if (sensor) return refusedFile({ is: 'raw-in-bracket' })
    let [sum, count] = [0, 0]
    for (let y = Math.floor(height * (0.5 - CARD_REACH)); y < height * (0.5 + CARD_REACH); y++) {
      for (let x = Math.floor(width * (0.5 - CARD_REACH)); x < width * (0.5 + CARD_REACH); x++) {
        const at = (y * width + x) * 3
        sum += luminance([linear[at]!, linear[at + 1]!, linear[at + 2]!])
        count++
      }
    }
    return ok({ value: SRGB_RESPONSE.valueFromLinear(sum / count), tags })
  },

  /** What the camera makes of light, from a raw file and a picture of one shot: stops over mid grey, and values. */
  pair: async (
    _job: Job,
    input: StudioSet,
    raw: Uint8Array<ArrayBuffer>,
    picture: Uint8Array<ArrayBuffer>,
  ): Promise<Outcome<BracketStep[], PictureRefusal>> => {
    const { camera } = checked(input)
    const [first, second] = [await takeApart(raw, { openRaw }), await takeApart(picture, { openRaw })]
    if (!first.ok) return first
    if (!second.ok) return second
    if (!first.value.small.sensor) return refusedFile({ is: 'raw-no-numbers' })
    const steps = pairSteps(shownBy(first.value, camera).small, second.value.small)
    return steps.length > 0 ? ok(steps) : refusedFile({ is: 'not-one-shot' })
  },

  /** What the lens takes toward the corners, from a picture of something even. */
  flatField: async (
    _job: Job,
    input: StudioSet,
    bytes: Uint8Array<ArrayBuffer>,
  ): Promise<Outcome<StudioSet['camera']['falloff']['fields'][number], PictureRefusal>> => {
    const { camera, looks } = checked(input)
    const taken = await takeApart(bytes, { openRaw })
    if (!taken.ok) return taken
    const { tags } = taken.value
    const { small } = shownBy(taken.value, camera)
    if (small.anyClipped.filter(share => share > 0.02).length > small.anyClipped.length / 100)
      return refusedFile({ is: 'flat-field-clips' })
    return ok(
      fieldFrom(frameLight(small, responseOf(camera), 0), camera, tags.exposure?.fNumber ?? looks[0]!.exposure.fNumber),
    )
  },

  /** A small JPEG of a picture that is at hand, upright and in sRGB, to be shown in its place. */
  preview: async (_job: Job, key: string): Promise<Uint8Array<ArrayBuffer> | undefined> => {
    const one = held.get(key)
    if (!one) return undefined
    const { width, height } = one.small
    const picture = one.shown?.picture ?? pictureOf(one.small)
    const canvas = new OffscreenCanvas(width, height)
    canvas.getContext('2d')!.putImageData(new ImageData(picture, width, height), 0, 0)
    return new Uint8Array(await (await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.85 })).arrayBuffer())
  },

  /**
   * The same picture with its longer side at most so long, upright and in sRGB; the very bytes where it is small
   * enough.
   */
  shrink: async (
    _job: Job,
    bytes: Uint8Array<ArrayBuffer>,
    side: number,
  ): Promise<{ bytes: Uint8Array<ArrayBuffer>; type: string }> => {
    const inspected = inspectFile(bytes)
    const kind = inspected.ok ? inspected.value.kind : 'jpeg'
    const scale = inspected.ok ? side / Math.max(inspected.value.width, inspected.value.height) : 1
    if (scale >= 1 || !SHRUNK.includes(kind)) return { bytes, type: mediaTypeOf(kind) }
    const bitmap = await createImageBitmap(new Blob([bytes], { type: `image/${kind}` }))
    const canvas = new OffscreenCanvas(Math.round(bitmap.width * scale), Math.round(bitmap.height * scale))
    const context = canvas.getContext('2d')!
    context.imageSmoothingQuality = 'high'
    context.drawImage(bitmap, 0, 0, canvas.width, canvas.height)
    bitmap.close()
    const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.95 })
    return { bytes: new Uint8Array(await blob.arrayBuffer()), type: 'image/jpeg' }
  },
})

/** What the imaging service can be asked. */
export type ImagingApi = ReturnType<typeof imagingApi>
