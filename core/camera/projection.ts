import { vectorOf } from '../set/bounds'
import type { StudioSet } from '../set/schema'
import { add, direction, frameAround, scale, subtract, type Vector } from '../units/vector'

/** The camera as a window: rays leave `eye` through a rectangle one unit ahead. */
export type Projection = { eye: Vector, ahead: Vector, right: Vector, up: Vector, halfWidth: number, halfHeight: number }

/** A camera that looks at the first subject's mark, at its aim height; thin-lens angles at infinity. */
export const projectionOf = (set: StudioSet): Projection => {
  const { camera } = set
  const subject = set.subjects[0]!
  const eye = vectorOf(camera.place)
  const ahead = direction(subtract([subject.place.xM, subject.place.yM, camera.aimHeightM], eye))
  const { across, up } = frameAround(ahead)
  return {
    eye,
    ahead,
    right: across,
    up,
    halfWidth: camera.sensor.widthMm / 2 / camera.lens.focalLengthMm,
    halfHeight: camera.sensor.heightMm / 2 / camera.lens.focalLengthMm,
  }
}

/** Direction through a place in the picture: u from left to right, v from top to bottom, both 0..1. Not a unit vector. */
export const rayThrough = (projection: Projection, u: number, v: number): Vector =>
  add(projection.ahead, add(
    scale(projection.right, (2 * u - 1) * projection.halfWidth),
    scale(projection.up, (1 - 2 * v) * projection.halfHeight),
  ))
