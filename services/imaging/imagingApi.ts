import { SRGB_RESPONSE, responseOf } from '#core/camera/response'
import { stopsApart } from '#core/imaging/picture/compareFrames'
import { profileOf } from '#core/imaging/colour/colourProfile'
import { inspectFile } from '#core/imaging/files/inspectFile'
import { isWholeJpeg } from '#core/imaging/files/jpegScan'
import { INCOMPLETE, refusedFile, type PictureFile } from '#core/imaging/files/pictureFile'
import { readTags, type FileTags } from '#core/imaging/files/readTags'
import { fieldFrom } from '#core/camera/falloff'
import { frameLight } from '#core/imaging/picture/frameLight'
import { floorOf, isOwnFraming } from '#core/testFrames/reading/places'
import { readFrame, type FrameReading } from '#core/testFrames/reading/readFrame'
import { reducer, type Reduced } from '#core/imaging/picture/downsample'
import { editRegions } from '#core/testFrames/regionEdits'
import { findRegions, type KnownFloor } from '#core/imaging/regions/regions'
import type { RegionEdit, StudioSet } from '#core/model/schema'
import { ok, type Outcome } from '#core/shared/outcome'
import { luminance } from '#core/physics/units/rgb'
import { checked } from '../leanSet'
import type { Job } from '../rpc/job'
import { decodePicture } from './decodePicture'

/** What a file turned out to be. */
export type FileFacts = Omit<PictureFile, 'icc' | 'tags'> & { bytes: number; profile: string; warning?: string }

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

type Held = {
  file: FileFacts
  tags: FileTags
  small: Reduced
  picture: Uint8ClampedArray<ArrayBuffer>
  found?: { floor: string; regions: Uint8Array }
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

/** Decodes a file and makes it small; `report` hears the share that is done. */
const takeApart = async (bytes: Uint8Array<ArrayBuffer>, report: (share: number) => void): Promise<Outcome<Held>> => {
  const inspected = inspectFile(bytes)
  if (!inspected.ok) return inspected
  const { icc, tags: block, ...file } = inspected.value
  if (file.kind === 'jpeg' && !isWholeJpeg(bytes)) return INCOMPLETE
  const profile = profileOf(icc)
  const tags = await readTags(block ?? bytes)
  let finish: (() => Reduced) | undefined
  try {
    await decodePicture(bytes, inspected.value, (width, height, isUpright) => {
      const taking = reducer(width, height, file.depth, profile)
      finish = () => taking.finish(isUpright ? 1 : tags.orientation)
      return rows => report(taking.take(rows))
    })
  } catch (error) {
    return refusedFile(`This picture cannot be decoded: ${(error as Error).message}.`)
  }
  const small = finish!()
  return ok({
    file: { ...file, bytes: bytes.byteLength, profile: profile.name, warning: profile.warning },
    tags,
    small,
    picture: pictureOf(small),
  })
}

/** Where the floor is by the plan counts only for a picture with the set's own framing. */
const floorIn = (set: StudioSet, { small }: Held): KnownFloor =>
  isOwnFraming(set, small.width, small.height) ? floorOf(set) : 'unknown'

const viewOf = (set: StudioSet, one: Held, edits: readonly RegionEdit[], fNumber?: number): FrameView => {
  const floor = floorIn(set, one)
  const key = JSON.stringify(floor)
  if (one.found?.floor !== key) one.found = { floor: key, regions: findRegions(one.small, floor) }
  const regions = editRegions(one.found.regions, one.small, edits)
  const { width, height } = one.small
  return {
    width,
    height,
    file: one.file,
    tags: one.tags,
    picture: one.picture,
    regions,
    reading: readFrame(set, one.small, regions, one.tags.exposure?.fNumber ?? fNumber),
  }
}

/** Half the width of what is read of a card in the middle of a frame, share of width and height. */
const CARD_REACH = 0.1

/** What the service that decodes and reads pictures can be asked. */
export const imagingApi = () => ({
  /** Reads a picture for the set; it stays at hand under its key. */
  read: async (
    job: Job<number>,
    key: string,
    input: StudioSet,
    bytes: Uint8Array<ArrayBuffer>,
    edits: readonly RegionEdit[],
  ): Promise<Outcome<FrameView>> => {
    const set = checked(input)
    const taken = await takeApart(bytes, job.report)
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
    const lightOf = ({ small }: Held) => frameLight(small, responseOf(camera), camera.veilingGlare)
    return { width: one.small.width, height: one.small.height, stops: stopsApart(lightOf(one), lightOf(other)) }
  },

  /** The value of a card in the middle of a frame, and the exposure that the file names. */
  card: async (_job: Job, bytes: Uint8Array<ArrayBuffer>): Promise<Outcome<{ value: number; tags: FileTags }>> => {
    const taken = await takeApart(bytes, () => {})
    if (!taken.ok) return taken
    const {
      small: { width, height, linear },
      tags,
    } = taken.value
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

  /** What the lens takes toward the corners, from a picture of something even. */
  flatField: async (
    _job: Job,
    input: StudioSet,
    bytes: Uint8Array<ArrayBuffer>,
  ): Promise<Outcome<StudioSet['camera']['falloff']['fields'][number]>> => {
    const { camera, looks } = checked(input)
    const taken = await takeApart(bytes, () => {})
    if (!taken.ok) return taken
    const { small, tags } = taken.value
    if (small.anyClipped.filter(share => share > 0.02).length > small.anyClipped.length / 100)
      return refusedFile('A flat field must not clip anywhere: take it darker.')
    return ok(
      fieldFrom(frameLight(small, responseOf(camera), 0), camera, tags.exposure?.fNumber ?? looks[0]!.exposure.fNumber),
    )
  },

  /** A small JPEG of a picture that is at hand, upright and in sRGB, to be shown in its place. */
  preview: async (_job: Job, key: string): Promise<Uint8Array<ArrayBuffer> | undefined> => {
    const one = held.get(key)
    if (!one) return undefined
    const { width, height } = one.small
    const canvas = new OffscreenCanvas(width, height)
    canvas.getContext('2d')!.putImageData(new ImageData(one.picture, width, height), 0, 0)
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
    if (scale >= 1 || kind === 'tiff') return { bytes, type: `image/${kind}` }
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
