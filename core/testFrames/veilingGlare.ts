import type { Frame, StudioSet } from '../model/schema'
import { exposureStops } from '../imaging/exposureTags'

/** How far the darkest tones are lifted when the backdrop is lit. */
export type Haze = { black: number; without: number; lifted: number; since: Frame }

/**
 * Blacks against the last frame of the same exposure with the backdrop lights off; undefined where there is none, or
 * where this is one.
 */
export const hazeOf = (set: StudioSet, frame: Frame): Haze | undefined => {
  const onBackdrop = set.lights.filter(({ job }) => job === 'backdrop').map(({ id }) => id)
  const isDark = ({ lights }: Frame) => onBackdrop.every(id => !lights[id]?.on)
  const isAlike = ({ camera }: Frame) => Math.abs(exposureStops(camera) - exposureStops(frame.camera)) < 0.1
  if (frame.black === null || onBackdrop.length === 0 || isDark(frame)) return undefined
  const since = set.frames.findLast(
    other => other.id !== frame.id && other.at <= frame.at && other.black !== null && isDark(other) && isAlike(other),
  )
  return since && { black: frame.black, without: since.black!, lifted: frame.black - since.black!, since }
}
