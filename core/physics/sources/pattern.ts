import type { Emitter } from './emitter'
import { frontReach } from './frontShape'
import type { Cutoff, HalfScrim, Leaves, Mask } from './modifier'
import { relativeIntensity } from './photometricTable'

/** Share that a grid, snoot or lens lets through at an angle off the axis: a straight ramp about its cut-off. */
export const cutoffShare = ({ angleDeg, softDeg }: Cutoff, offAxisDeg: number): number =>
  Math.max(0, Math.min(1, (angleDeg + softDeg - offAxisDeg) / (2 * softDeg)))

const PROFILE_STEPS = 4096

const profileFrom = ({ exponent, cutoff }: Pick<Emitter, 'exponent' | 'cutoff'>): Float64Array =>
  Float64Array.from({ length: PROFILE_STEPS + 2 }, (_, step) => {
    const cosine = Math.max(0, 1 - (step / PROFILE_STEPS) ** 2)
    const open = exponent === 0 ? 1 : cosine ** exponent
    return cutoff ? open * cutoffShare(cutoff, (Math.acos(cosine) * 180) / Math.PI) : open
  })

/**
 * Profiles that were asked for last; a set has some ten kinds of beam at most, and each takes eight thousand powers
 * to make.
 */
const PROFILES_KEPT = 48
const profiles = new Map<string, Float64Array>()

/**
 * Relative intensity ahead of the front by the cosine off the axis: cos^m and cut-off, in equal steps of the root of
 * 1 - cosine (nearly the angle), from the axis outward. Not to be written to.
 */
export const profileOf = ({ exponent, cutoff }: Pick<Emitter, 'exponent' | 'cutoff'>): Float64Array => {
  const key = `${exponent} ${cutoff ? `${cutoff.angleDeg} ${cutoff.softDeg}` : ''}`
  const profile = profiles.get(key) ?? profileFrom({ exponent, cutoff })
  profiles.delete(key)
  profiles.set(key, profile)
  for (const oldest of profiles.keys()) if (profiles.size > PROFILES_KEPT) profiles.delete(oldest)
  return profile
}

/** Reads a profile between its steps. */
export const onProfile = (profile: Float64Array, cosine: number): number => {
  const at = Math.sqrt(Math.max(0, 1 - cosine)) * PROFILE_STEPS
  const step = Math.floor(at)
  return profile[step]! + (at - step) * (profile[step + 1]! - profile[step]!)
}

/** Where a ray leaves a front and how it goes on, in the light's own frame; `ahead` is above 0. */
type Leaving = (placeAcross: number, placeUp: number, across: number, up: number, ahead: number) => number

const radians = (degrees: number) => (degrees * Math.PI) / 180

/**
 * A leaf hinged at `rim` and opened from straight ahead: it stops what, at the depth of its tip, has gone beyond the
 * tip.
 * Its side is 1 for the leaf in the direction of the coordinate, -1 for the other.
 */
const clearsLeaf = (
  { openDeg, lengthM, rim, side }: { openDeg: number; lengthM: number; rim: number; side: 1 | -1 },
  place: number,
  slope: number,
): boolean => {
  const depth = lengthM * Math.cos(radians(openDeg))
  const tip = rim + lengthM * Math.sin(radians(openDeg))
  return depth <= 0 || side * (place + slope * depth) <= tip
}

const leavesShare =
  ({ lengthM, topDeg, bottomDeg, leftDeg, rightDeg }: Leaves, reach: { across: number; up: number }): Leaving =>
  (placeAcross, placeUp, across, up, ahead) => {
    // Seen from behind the light, "across" runs to the right.
    const isClear =
      (topDeg === null || clearsLeaf({ openDeg: topDeg, lengthM, rim: reach.up, side: 1 }, placeUp, up / ahead)) &&
      (bottomDeg === null ||
        clearsLeaf({ openDeg: bottomDeg, lengthM, rim: reach.up, side: -1 }, placeUp, up / ahead)) &&
      (leftDeg === null ||
        clearsLeaf({ openDeg: leftDeg, lengthM, rim: reach.across, side: -1 }, placeAcross, across / ahead)) &&
      (rightDeg === null ||
        clearsLeaf({ openDeg: rightDeg, lengthM, rim: reach.across, side: 1 }, placeAcross, across / ahead))
    return isClear ? 1 : 0
  }

/** A half-scrim stands one reach before the front, so that its edge is soft. */
const scrimShare = ({ stops, turnDeg }: HalfScrim, reach: { across: number; up: number }): Leaving => {
  const [cos, sin] = [Math.cos(radians(turnDeg)), Math.sin(radians(turnDeg))]
  const depth = Math.max(reach.across, reach.up)
  const passed = 2 ** -stops
  return (placeAcross, placeUp, across, up, ahead) =>
    (placeUp + (up / ahead) * depth) * cos + (placeAcross + (across / ahead) * depth) * sin < 0 ? passed : 1
}

/** A mask fills the beam to its cut-off; the lens throws its picture, so only the direction counts. */
const maskShare = (mask: Mask, beamDeg: number): Leaving => {
  const [cos, sin] = [Math.cos(radians(mask.turnDeg)), Math.sin(radians(mask.turnDeg))]
  const size = Math.tan(radians(beamDeg))
  return (_placeAcross, _placeUp, across, up, ahead) => {
    const x = (across * cos + up * sin) / ahead / size
    const y = (up * cos - across * sin) / ahead / size
    switch (mask.kind) {
      case 'strip':
        return Math.abs(x) <= mask.share ? 1 : 0
      case 'slats': {
        const at = ((y + 1) / 2) * mask.count
        return at >= 0 && at < mask.count && at - Math.floor(at) <= mask.openShare ? 1 : 0
      }
      case 'window': {
        const isOpen = (share: number, count: number) =>
          share >= 0 && share < count && Math.abs(share - Math.floor(share) - 0.5) <= 0.5 - (mask.barShare * count) / 2
        return isOpen(((x + 1) / 2) * mask.columns, mask.columns) && isOpen(((y + 1) / 2) * mask.rows, mask.rows)
          ? 1
          : 0
      }
    }
  }
}

const WIDEST_BEAM_DEG = 80

/**
 * What leaves, scrim, mask and measured table make of a ray; undefined for a light without any. The front's profile
 * comes on top.
 */
export const shapingOf = (emitter: Emitter): Leaving | undefined => {
  const reach = frontReach(emitter.front)
  const { leaves, halfScrim, mask, table, cutoff } = emitter
  const shares: Leaving[] = [
    ...(leaves ? [leavesShare(leaves, reach)] : []),
    ...(halfScrim ? [scrimShare(halfScrim, reach)] : []),
    ...(mask ? [maskShare(mask, cutoff?.angleDeg ?? WIDEST_BEAM_DEG)] : []),
    ...(table
      ? [
          (_a: number, _u: number, across: number, up: number, ahead: number) =>
            relativeIntensity(table, across, up, ahead),
        ]
      : []),
  ]
  if (shares.length === 0) return undefined
  return (...ray) => shares.reduce((product, share) => (product === 0 ? 0 : product * share(...ray)), 1)
}
