import { axisOf } from '../model/aim'
import { vectorOf } from '../model/bounds'
import type { Light, StudioSet } from '../model/schema'
import { rolledReach } from '../physics/sources/frontShape'
import { direction, distance, dot, frameAround, subtract, type Vector } from '../physics/units/vector'

/** How large a light looks from a place: the angles that its front takes, degrees, across and up as it is seen. */
export type ApparentSize = { acrossDeg: number; upDeg: number }

const seenDeg = (reachM: number, awayM: number): number => (2 * Math.atan(reachM / awayM) * 180) / Math.PI

/**
 * How large a light's front looks from a place. A front that is turned away looks narrower by the cosine, across by
 * how far it is turned and up by how far it leans; a ball looks the same from everywhere.
 */
export const apparentSize = (light: Light, set: StudioSet, from: Vector): ApparentSize => {
  const { front } = light.modifier
  const centre = vectorOf(light.place)
  const awayM = Math.max(0.05, distance(centre, from))
  const { across, up } = rolledReach(front, light.rollDeg)
  if (front.shape === 'ball') return { acrossDeg: seenDeg(across, awayM), upDeg: seenDeg(up, awayM) }
  const axis = axisOf(light, set)
  const toEye = direction(subtract(from, centre))
  const seen = frameAround(axis)
  const cosAcross = Math.hypot(dot(toEye, axis), dot(toEye, seen.up))
  const cosUp = Math.hypot(dot(toEye, axis), dot(toEye, seen.across))
  return { acrossDeg: seenDeg(across * cosAcross, awayM), upDeg: seenDeg(up * cosUp, awayM) }
}

/** One figure for how soft a light is: the geometric mean of both angles, degrees. */
export const softnessDeg = ({ acrossDeg, upDeg }: ApparentSize): number => Math.sqrt(acrossDeg * upDeg)

/** What makes the hardest edge of a shadow: the narrower of both angles, degrees. */
export const shadowEdgeDeg = ({ acrossDeg, upDeg }: ApparentSize): number => Math.min(acrossDeg, upDeg)
