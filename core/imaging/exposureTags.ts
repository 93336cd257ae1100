import type { Camera, Frame } from '../model/schema'
import type { Exposure } from '../physics/photometry/exposure'
import type { ExposureTags, FileTags } from './files/readTags'

/** Stops of exposure that a setting gives, from an arbitrary zero: log2 of S t / N^2. */
export const exposureStops = ({ fNumber, shutterS, iso }: Exposure): number =>
  Math.log2((iso * shutterS) / fNumber ** 2)

/** Two settings that differ by less than this are the same, rounded otherwise. */
const SAME_STOPS = 0.12

/** The exposure that a frame was taken with: what the file names, and the set's for what it leaves out. */
export const takenWith = (tags: ExposureTags | null, camera: Exposure): Exposure => ({
  fNumber: tags?.fNumber ?? camera.fNumber,
  shutterS: tags?.shutterS ?? camera.shutterS,
  iso: tags?.iso ?? camera.iso,
})

/** In what a frame differs from what the set says; empty where they agree. */
export const exposureMismatch = (tags: ExposureTags | null, camera: Exposure): (keyof Exposure)[] => {
  const differs = (of: keyof Exposure, factor: number) => {
    const one = tags?.[of] ?? null
    return one !== null && Math.abs(factor * Math.log2(one / camera[of])) > SAME_STOPS
  }
  return [
    ...(differs('fNumber', 2) ? (['fNumber'] as const) : []),
    ...(differs('shutterS', 1) ? (['shutterS'] as const) : []),
    ...(differs('iso', 1) ? (['iso'] as const) : []),
  ]
}

const within = (number: number | null, [least, most]: readonly [number, number]): number | null =>
  number !== null && number >= least && number <= most ? number : null

/** What of a file's tags a frame keeps; null where it says nothing of its exposure. */
export const keptTags = ({ exposure, ...tags }: FileTags): Frame['tags'] =>
  exposure && {
    ...exposure,
    focalLengthMm: within(tags.focalLengthMm, [1, 5000]),
    compensationStops: within(tags.compensationStops, [-20, 20]),
    hasFlashFired: tags.hasFlashFired,
    camera: tags.camera,
    lens: tags.lens,
  }

/** Focal lengths are rounded to a millimetre; a zoom a hair off shows the same. */
const SAME_LENS = 0.05

/** Whether a frame was taken at another focal length than the set's, so that places in it are others. */
export const isOtherLens = (tags: Frame['tags'], { lens }: Pick<Camera, 'lens'>): boolean =>
  typeof tags?.focalLengthMm === 'number' && Math.abs(Math.log(tags.focalLengthMm / lens.focalLengthMm)) > SAME_LENS
