import type { CameraSetting, Frame } from '../model/schema'
import { formatAperture } from '../physics/units/aperture'

type Tags = NonNullable<Frame['tags']>

/** Stops of exposure that a setting gives, from an arbitrary zero: log2 of S t / N^2. */
export const exposureStops = ({ fNumber, shutterS, iso }: CameraSetting): number =>
  Math.log2((iso * shutterS) / fNumber ** 2)

/** Two settings that differ by less than this are the same, rounded otherwise. */
const SAME_STOPS = 0.12

/** The exposure that a frame was taken with: what the file names, and the set's for what it leaves out. */
export const takenWith = (tags: Tags | null, camera: CameraSetting): CameraSetting => ({
  fNumber: tags?.fNumber ?? camera.fNumber,
  shutterS: tags?.shutterS ?? camera.shutterS,
  iso: tags?.iso ?? camera.iso,
})

export const formatShutter = (seconds: number): string =>
  seconds < 0.4 ? `1/${Math.round(1 / seconds)} s` : `${Math.round(seconds * 10) / 10} s`

/** In what a frame differs from what the set says, in words; undefined where they agree. */
export const exposureMismatch = (tags: Tags | null, camera: CameraSetting): string | undefined => {
  if (!tags) return undefined
  const differs = (one: number | null, other: number, factor: number) =>
    one !== null && Math.abs(factor * Math.log2(one / other)) > SAME_STOPS
  const parts = [
    ...(differs(tags.fNumber, camera.fNumber, 2)
      ? [[formatAperture(tags.fNumber!), formatAperture(camera.fNumber)]]
      : []),
    ...(differs(tags.shutterS, camera.shutterS, 1)
      ? [[formatShutter(tags.shutterS!), formatShutter(camera.shutterS)]]
      : []),
    ...(differs(tags.iso, camera.iso, 1) ? [[`ISO ${tags.iso}`, `ISO ${camera.iso}`]] : []),
  ]
  return parts.length > 0
    ? `This frame was at ${parts.map(([one]) => one).join(', ')}; the set says ${parts.map(([, other]) => other).join(', ')}.`
    : undefined
}
