import type { Reduced } from '../picture/downsample'
import { luminance } from '../../physics/units/rgb'
import { quantile } from '../regions/smoothField'

/** Patches across and down that are watched. */
const [ACROSS, DOWN] = [8, 6]
/** Patches darker than this share of white, or clipped, say nothing. */
const DARKEST = 0.01
const LIGHTEST = 0.9
const LEAST_PATCHES = 8
/** All of the picture moves at once by more than this, and its patches apart by less than a part of it. */
const MOVED_STOPS = 0.08
const APART = 0.35
/** Pictures are held against one that lies so far back, milliseconds. */
const BACK_MS = 1500

const patchesOf = ({ width, height, linear }: Reduced): Float64Array => {
  const sums = new Float64Array(ACROSS * DOWN)
  const counts = new Float64Array(ACROSS * DOWN)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const patch = Math.floor((y * DOWN) / height) * ACROSS + Math.floor((x * ACROSS) / width)
      const at = 3 * (y * width + x)
      sums[patch]! += luminance([linear[at]!, linear[at + 1]!, linear[at + 2]!])
      counts[patch]! += 1
    }
  return sums.map((sum, patch) => sum / Math.max(1, counts[patch]!))
}

/**
 * Watches whether a camera changes its exposure by itself: then every fixed patch moves by the same ratio, where a lamp
 * or somebody who walks moves some of them. Time is whatever the caller counts in milliseconds.
 */
export const makeExposureWatch = () => {
  let past: { at: number; patches: Float64Array }[] = []
  return {
    /** Stops by which the whole picture has moved at once of late; undefined where it has not. */
    take: (picture: Reduced, nowMs: number): number | undefined => {
      const patches = patchesOf(picture)
      past = [...past.filter(({ at }) => nowMs - at <= BACK_MS), { at: nowMs, patches }]
      const [before] = past
      const moves = Float32Array.from(
        [...patches.keys()].filter(patch =>
          [patches[patch]!, before!.patches[patch]!].every(light => light > DARKEST && light < LIGHTEST),
        ),
        patch => Math.log2(patches[patch]! / before!.patches[patch]!),
      )
      if (moves.length < LEAST_PATCHES) return undefined
      const middle = quantile(moves, 0.5)
      const apart = quantile(moves, 0.85) - quantile(moves, 0.15)
      return Math.abs(middle) > MOVED_STOPS && apart < APART * Math.abs(middle) ? middle : undefined
    },
  }
}
