/**
 * A place or direction in the room, metres: x to the right as the camera sees it, y from the backdrop toward the
 * camera, z up.
 */
export type Vector = readonly [x: number, y: number, z: number]

/** The sum of two vectors. */
export const add = (a: Vector, b: Vector): Vector => [a[0] + b[0], a[1] + b[1], a[2] + b[2]]

/** The first vector less the second. */
export const subtract = (a: Vector, b: Vector): Vector => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]

/** A vector times a factor. */
export const scale = (a: Vector, factor: number): Vector => [a[0] * factor, a[1] * factor, a[2] * factor]

/** The scalar product of two vectors. */
export const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]

/** The vector product of two vectors. */
export const cross = (a: Vector, b: Vector): Vector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
]

/** The length of a vector. */
export const length = (a: Vector): number => Math.hypot(a[0], a[1], a[2])

/** The distance between two places. */
export const distance = (a: Vector, b: Vector): number => length(subtract(a, b))

/** Unit vector; a vector of no length answers `otherwise`. */
export const direction = (a: Vector, otherwise: Vector = [0, -1, 0]): Vector => {
  const size = length(a)
  return size > 1e-12 ? scale(a, 1 / size) : otherwise
}

/**
 * Two unit vectors square to the unit vector `axis` and to each other: the first is level, to the right of whoever
 * looks along the axis; the second leans upward.
 */
export const frameAround = (axis: Vector): { across: Vector; up: Vector } => {
  const across = direction(cross([0, 0, 1], axis), [1, 0, 0])
  return { across, up: cross(axis, across) }
}

/**
 * Turns a unit direction by `panDeg` about the upright, to the right of whoever looks along it, and `tiltDeg` upward.
 * (With x to the right and y toward the camera the axes are left-handed, so that rising angles turn right.)
 */
export const turn = (axis: Vector, panDeg: number, tiltDeg: number): Vector => {
  if (panDeg === 0 && tiltDeg === 0) return axis
  const pan = Math.atan2(axis[1], axis[0]) + (panDeg * Math.PI) / 180
  const limit = Math.PI / 2 - 1e-6
  const tilt = Math.max(
    -limit,
    Math.min(limit, Math.asin(Math.max(-1, Math.min(1, axis[2]))) + (tiltDeg * Math.PI) / 180),
  )
  return [Math.cos(pan) * Math.cos(tilt), Math.sin(pan) * Math.cos(tilt), Math.sin(tilt)]
}
