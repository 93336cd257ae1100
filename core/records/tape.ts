import type { Light, Place, StudioSet } from '../model/schema'
import { TAPE_ERROR_M } from './thresholds'

/** From where places are measured: the backdrop's two lower corners, or the middle of the backdrop and the wall. */
export type TapeMarks = 'corners' | 'lines'

/**
 * A place as one person measures it with a tape: on the floor from the backdrop's lower left and right corner to under
 * the thing, or from the plane of the backdrop and from the middle line; and its height. Metres.
 */
export type Taped =
  | { marks: 'corners'; leftM: number; rightM: number; heightM: number }
  | { marks: 'lines'; fromBackdropM: number; asideM: number; heightM: number }

/** The backdrop's lower corners on the floor, metres across. */
const cornersOf = ({ backdrop }: Pick<StudioSet, 'backdrop'>) => ({
  left: backdrop.centreXM - backdrop.widthM / 2,
  right: backdrop.centreXM + backdrop.widthM / 2,
})

/** What the tape shows for a place. Behind the backdrop the corners cannot tell which side it is on. */
export const tapedPlace = (set: Pick<StudioSet, 'backdrop'>, { xM, yM, zM }: Place, marks: TapeMarks): Taped => {
  if (marks === 'lines') return { marks, fromBackdropM: yM, asideM: xM - set.backdrop.centreXM, heightM: zM }
  const { left, right } = cornersOf(set)
  return { marks, leftM: Math.hypot(xM - left, yM), rightM: Math.hypot(xM - right, yM), heightM: zM }
}

/**
 * The place that a tape says, in front of the backdrop; undefined where two distances do not meet (their sum is
 * shorter than the backdrop is wide, or they differ by more).
 */
export const placeOfTape = (set: Pick<StudioSet, 'backdrop'>, taped: Taped): Place | undefined => {
  if (taped.marks === 'lines')
    return { xM: set.backdrop.centreXM + taped.asideM, yM: taped.fromBackdropM, zM: taped.heightM }
  const { left, right } = cornersOf(set)
  const width = right - left
  const along = (taped.leftM ** 2 - taped.rightM ** 2 + width ** 2) / (2 * width)
  const square = taped.leftM ** 2 - along ** 2
  // A millimetre short of meeting is the rounding of what was written.
  if (square < -0.002 * taped.leftM) return undefined
  return { xM: left + along, yM: Math.sqrt(Math.max(0, square)), zM: taped.heightM }
}

/**
 * Stops that 5 cm nearer or further off come to where a light is aimed, straight light alone: 2 log2 of the ratio of
 * distances.
 * @param distanceM from the light's front to what it lights
 */
export const tapeErrorStops = (distanceM: number): number =>
  distanceM <= TAPE_ERROR_M ? Number.POSITIVE_INFINITY : 2 * Math.log2(distanceM / (distanceM - TAPE_ERROR_M))

/**
 * Where a light looks, by what a protractor and a level show, degrees: round to its right from square to the backdrop,
 * and up.
 */
export const aimAngles = (
  from: Light['place'],
  to: readonly [number, number, number],
): { panDeg: number; tiltDeg: number } => {
  const [dx, dy, dz] = [to[0] - from.xM, to[1] - from.yM, to[2] - from.zM]
  return {
    panDeg: (Math.atan2(dx, -dy) * 180) / Math.PI,
    tiltDeg: (Math.atan2(dz, Math.hypot(dx, dy)) * 180) / Math.PI,
  }
}
