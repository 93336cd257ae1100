import { roomBounds, vectorOf } from '../model/bounds'
import type { StudioSet } from '../model/schema'
import type { Vector } from '../physics/units/vector'

/**
 * Where light that was sent on by something is drawn to come from: the foot of the perpendicular on a wall, the middle
 * of a thing. Undefined where there is no one place.
 * @param owner as surfaces name what they belong to
 * @param toward the place that is lit
 */
export const ownerPlace = (set: StudioSet, owner: string, [x, y, z]: Vector): Vector | undefined => {
  const { left, right, back, front, floor, ceiling } = roomBounds(set.room)
  const walls: Record<string, Vector> = {
    'room/left': [left, y, z],
    'room/right': [right, y, z],
    'room/back': [x, back, z],
    'room/front': [x, front, z],
    'room/floor': [x, y, floor],
    'room/ceiling': [x, y, ceiling],
    backdrop: [x, 0, z],
  }
  const subject = set.subjects.find(({ id }) => id === owner)
  if (subject) return [subject.place.xM, subject.place.yM, subject.heightM / 2]
  const thing = [...set.panels, ...set.props].find(({ id }) => id === owner)
  const light = set.lights.find(({ id }) => owner === `light/${id}`)
  const place = (thing ?? light)?.place
  return walls[owner] ?? (place && vectorOf(place))
}
