/**
 * Lights of the reference: a random point of a front, and what it sends in a direction, read off the light's
 * description.
 */
import type { Emitter } from '#core/physics/sources/emitter'
import { inner, plus, v, type Dice, type V } from './vectors'

export type Spot = { at: V; across: number; up: number }

/** A random place on a front, every part alike. */
export const spotOn = ({ front, centre, across, up, axis }: Emitter, roll: Dice): Spot => {
  let [a, b, c] = [0, 0, 0]
  if (front.shape === 'rectangle') [a, b] = [(roll() - 0.5) * front.widthM, (roll() - 0.5) * front.heightM]
  else if (front.shape === 'ball') {
    const height = 2 * roll() - 1
    const turn = 2 * Math.PI * roll()
    const ring = Math.sqrt(1 - height * height) * front.radiusM
    ;[a, b, c] = [ring * Math.cos(turn), ring * Math.sin(turn), height * front.radiusM]
  } else {
    const [inside, outside] = front.shape === 'ring' ? [front.innerRadiusM, front.outerRadiusM] : [0, front.radiusM]
    do [a, b] = [(2 * roll() - 1) * outside, (2 * roll() - 1) * outside]
    while (Math.hypot(a, b) > outside || Math.hypot(a, b) < inside)
  }
  return { at: plus(plus(plus(v(centre), v(across), a), v(up), b), v(axis), c), across: a, up: b }
}

const degrees = (radians: number) => (radians * 180) / Math.PI
const radians = (deg: number) => (deg * Math.PI) / 180

/**
 * Whether a ray from `place`, rising by `slope` a metre ahead, strikes a leaf that is hinged at `rim` and leans
 * `openDeg` outward.
 */
const strikesLeaf = (place: number, slope: number, rim: number, lengthM: number, openDeg: number): boolean => {
  // The leaf is the stretch from (0, rim) to its tip; the ray crosses it where both have the same height.
  const [tipAhead, tipOut] = [lengthM * Math.cos(radians(openDeg)), lengthM * Math.sin(radians(openDeg))]
  // rim + share tipOut = place + slope share tipAhead
  const share = (place - rim) / (tipOut - slope * tipAhead)
  return share > 0 && share <= 1 && tipAhead > 0
}

/** Intensity relative to the axis that a spot of a light sends in a direction. */
export const intensityOf = (light: Emitter, spot: Spot, way: V): number => {
  if (light.front.shape === 'ball') return 1
  const [x, y, z] = [inner(way, v(light.across)), inner(way, v(light.up)), inner(way, v(light.axis))]
  if (z <= 0) return light.back ? light.back.share * Math.abs(z) ** light.back.exponent : 0
  let sent = z ** light.exponent
  if (light.cutoff) {
    const past =
      (degrees(Math.acos(Math.min(1, z))) - (light.cutoff.angleDeg - light.cutoff.softDeg)) / (2 * light.cutoff.softDeg)
    sent *= 1 - Math.min(1, Math.max(0, past))
  }
  const half =
    light.front.shape === 'rectangle'
      ? [light.front.widthM / 2, light.front.heightM / 2]
      : [0, 1].map(() =>
          light.front.shape === 'ring' ? light.front.outerRadiusM : (light.front as { radiusM: number }).radiusM,
        )
  if (light.leaves) {
    const { lengthM, topDeg, bottomDeg, leftDeg, rightDeg } = light.leaves
    const strikes = [
      [topDeg, spot.up, y, half[1]],
      [bottomDeg, -spot.up, -y, half[1]],
      [rightDeg, spot.across, x, half[0]],
      [leftDeg, -spot.across, -x, half[0]],
    ] as const
    if (strikes.some(([open, place, rise, rim]) => open !== null && strikesLeaf(place, rise / z, rim!, lengthM, open)))
      return 0
  }
  if (light.halfScrim) {
    const turn = radians(light.halfScrim.turnDeg)
    const before = Math.max(...half)
    const [px, py] = [spot.across + (before * x) / z, spot.up + (before * y) / z]
    if (px * Math.sin(turn) + py * Math.cos(turn) < 0) sent /= 2 ** light.halfScrim.stops
  }
  if (light.mask?.kind === 'strip') {
    const turn = radians(light.mask.turnDeg)
    const place = (x * Math.cos(turn) + y * Math.sin(turn)) / z / Math.tan(radians(light.cutoff?.angleDeg ?? 80))
    if (Math.abs(place) > light.mask.share) return 0
  }
  return sent
}

/** A light as it stands behind a mirror through `foot`, square to `normal`; only places are turned over. */
export const behind = (at: V, foot: V, normal: V): V => plus(at, normal, -2 * (inner(at, normal) - inner(foot, normal)))
