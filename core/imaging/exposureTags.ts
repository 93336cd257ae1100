import { EXPOSURE, type Exposure } from '../physics/photometry/exposure'

/** An exposure as a file names it; null for what it leaves out. */
export type ExposureTags = { [K in keyof Exposure]: number | null }

/** A number where it lies within a range; null otherwise. */
export const within = (number: number | null, [least, most]: readonly [number, number]): number | null =>
  number !== null && number >= least && number <= most ? number : null

/** An exposure as somebody names it, what no camera could be set to left out; null where nothing is left. */
export const soundExposure = (told: ExposureTags): ExposureTags | null => {
  const sound = {
    fNumber: within(told.fNumber, EXPOSURE.fNumber),
    shutterS: within(told.shutterS, EXPOSURE.shutterS),
    iso: within(told.iso, EXPOSURE.iso),
  }
  return Object.values(sound).every(part => part === null) ? null : sound
}

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
