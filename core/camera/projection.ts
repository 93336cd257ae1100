import { roomBounds, vectorOf } from '../model/bounds'
import { firstHeadOf } from '../model/headHeight'
import { coveRadius } from '../scene/surfaces/backdropSurfaces'
import type { StudioSet } from '../model/schema'
import { add, direction, dot, frameAround, scale, subtract, type Vector } from '../physics/units/vector'
import { MAP_FROM_M } from './thresholds'

/** The camera as a window: rays leave `eye` through a rectangle one unit ahead. */
export type Projection = {
  eye: Vector
  ahead: Vector
  right: Vector
  up: Vector
  halfWidth: number
  halfHeight: number
}

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

/** The camera with how far ahead it is focused: on the first subject's face. */
export const focusOf = (set: StudioSet): { projection: Projection; focusM: number } => {
  const projection = projectionOf(set)
  return { projection, focusM: Math.max(0.2, dot(subtract(firstHeadOf(set), projection.eye), projection.ahead)) }
}

/**
 * Where a place falls in the picture: -1..1 from left to right and from bottom to top is in the frame; undefined
 * behind the camera.
 */
export const project = (
  { eye, ahead, right, up, halfWidth, halfHeight }: Projection,
  place: Vector,
): { u: number; v: number } | undefined => {
  const way = subtract(place, eye)
  const depth = dot(way, ahead)
  return depth > 1e-6 ? { u: dot(way, right) / depth / halfWidth, v: dot(way, up) / depth / halfHeight } : undefined
}

/**
 * The ray of a place in a picture: u from left to right, v from top to bottom, both 0..1. Its way need not be a unit
 * vector.
 */
export type RayThrough = (u: number, v: number) => { from: Vector; way: Vector }

/** What a camera sees. */
export const throughLens =
  ({ eye, ahead, right, up, halfWidth, halfHeight }: Projection): RayThrough =>
  (u, v) => ({
    from: eye,
    way: add(ahead, add(scale(right, (2 * u - 1) * halfWidth), scale(up, (1 - 2 * v) * halfHeight))),
  })

/**
 * Every direction around a place in one wide picture: `turnDeg` in its middle, up at the top, behind at both ends.
 * Sight begins `clearM` off the place, so that one's own head is not in the way.
 */
export const around =
  (eye: Vector, turnDeg: number, clearM = 0): RayThrough =>
  (u, v) => {
    const turned = (turnDeg * Math.PI) / 180 + Math.PI / 2 + (u - 0.5) * 2 * Math.PI
    const up = (0.5 - v) * Math.PI
    const way: Vector = [Math.cos(turned) * Math.cos(up), Math.sin(turned) * Math.cos(up), Math.sin(up)]
    return { from: add(eye, scale(way, clearM)), way }
  }

/** How far before the drop the backdrop's curve stands at a height. */
const curveAt = (backdrop: StudioSet['backdrop'], heightM: number): number => {
  const radius = backdrop.sweepM > 0 ? coveRadius(backdrop) : 0
  return heightM < radius ? radius - Math.sqrt(radius * radius - (radius - heightM) ** 2) : 0
}

/** The backdrop square on, edge to edge, from the floor to the top, its curve as it is met on the way down. */
export const ontoBackdrop =
  ({ backdrop }: StudioSet): RayThrough =>
  (u, v) => {
    const heightM = backdrop.heightM * (1 - v)
    return {
      from: [backdrop.centreXM + (u - 0.5) * backdrop.widthM, MAP_FROM_M + curveAt(backdrop, heightM), heightM],
      way: [0, -1, 0],
    }
  }

/** The floor from above, the backdrop at the top; paper and boards that lie on it are seen as the floor. */
export const ontoFloor =
  ({ room }: StudioSet): RayThrough =>
  (u, v) => {
    const { left, right, back, front } = roomBounds(room)
    return { from: [left + u * (right - left), back + v * (front - back), MAP_FROM_M], way: [0, 0, -1] }
  }
