// One ray: the nearest surface with the place on it, or whether anything stands in the way. As in ../../geometry/kernel.
import * as at from '../layout'
import { best, bestPrimitive, bestS, bestT, bestTriangle, primitiveAt, walk } from './walk'

let walls: usize = 0

export let hitSurface: i32 = -1
export let hitIsFront: bool = true
export let hitTriangle: i32 = -1
export let hitDistance: f64 = 0
export let hitS: f64 = 0
export let hitT: f64 = 0

export function useWalls(place: usize): void {
  walls = place
}

function isFrontStruck(p: usize, ox: f64, oy: f64, oz: f64, dx: f64, dy: f64, dz: f64): bool {
  const kind = load<i32>(p, at.PRIMITIVE_KIND)
  if (kind == 4) return true
  if (kind == 2) {
    const px = ox + best * dx - load<f64>(p)
    const py = oy + best * dy - load<f64>(p, 8)
    const pz = oz + best * dz - load<f64>(p, 16)
    const ax = load<f64>(p, 24)
    const ay = load<f64>(p, 32)
    const az = load<f64>(p, 40)
    const along = px * ax + py * ay + pz * az
    const outward = (px - along * ax) * dx + (py - along * ay) * dy + (pz - along * az) * dz
    return outward > 0 == (load<f64>(p, 120) == 1)
  }
  if (kind == 3) {
    return (
      (ox + best * dx - load<f64>(p)) * dx +
        (oy + best * dy - load<f64>(p, 8)) * dy +
        (oz + best * dz - load<f64>(p, 16)) * dz >
      0
    )
  }
  return load<f64>(p) * dx + load<f64>(p, 8) * dy + load<f64>(p, 16) * dz < 0
}

/** The wall that a ray from within the room ends on, and how far it is; -1 where there are no walls. */
function wallAhead(ox: f64, oy: f64, oz: f64, dx: f64, dy: f64, dz: f64): i32 {
  let side = -1
  hitDistance = Infinity
  if (walls == 0) return side
  for (let axis = 0; axis < 3; axis++) {
    const way = axis == 0 ? dx : axis == 1 ? dy : dz
    if (way == 0) continue
    const from = axis == 0 ? ox : axis == 1 ? oy : oz
    const ahead = way < 0 ? axis : axis + 3
    const distance = (load<f64>(walls + (ahead << 3)) - from) * (1 / way)
    if (distance < hitDistance) {
      hitDistance = Math.max(0, distance)
      side = ahead
    }
  }
  return side
}

/** Finds the first surface along a ray and leaves it in the `hit` variables; `hitSurface` is -1 where there is none. */
export function castNearest(ox: f64, oy: f64, oz: f64, dx: f64, dy: f64, dz: f64): void {
  const side = wallAhead(ox, oy, oz, dx, dy, dz)
  if (walk(ox, oy, oz, dx, dy, dz, hitDistance, false)) {
    const p = primitiveAt(bestPrimitive)
    hitDistance = best
    hitSurface = load<i32>(p, at.PRIMITIVE_SURFACE)
    hitS = bestS
    hitT = bestT
    hitIsFront = isFrontStruck(p, ox, oy, oz, dx, dy, dz)
    hitTriangle = load<i32>(p, at.PRIMITIVE_KIND) == 4 ? bestTriangle : -1
    return
  }
  hitTriangle = -1
  if (side < 0) {
    hitSurface = -1
    return
  }
  hitSurface = load<i32>(walls + (side << 2), at.WALL_SURFACES)
  hitIsFront = true
  const x = ox + hitDistance * dx
  const y = oy + hitDistance * dy
  const z = oz + hitDistance * dz
  const form = walls + at.WALL_FORMS + (side << 6)
  hitS = load<f64>(form) * x + load<f64>(form, 8) * y + load<f64>(form, 16) * z - load<f64>(form, 24)
  hitT = load<f64>(form, 32) * x + load<f64>(form, 40) * y + load<f64>(form, 48) * z - load<f64>(form, 56)
}

/** Casts the ray at {@link RAY} and writes what it struck to {@link HIT}. */
export function cast(): void {
  castNearest(
    load<f64>(at.RAY),
    load<f64>(at.RAY, 8),
    load<f64>(at.RAY, 16),
    load<f64>(at.RAY, 24),
    load<f64>(at.RAY, 32),
    load<f64>(at.RAY, 40),
  )
  store<f64>(at.HIT, hitDistance)
  store<f64>(at.HIT, hitS, 8)
  store<f64>(at.HIT, hitT, 16)
  store<i32>(at.HIT, hitSurface, 24)
  store<i32>(at.HIT, hitIsFront ? 1 : 0, 28)
  store<i32>(at.HIT, hitTriangle, 32)
}

/** Whether anything stands in the way of the ray at {@link RAY} before its end; walls of the room are not asked. */
export function blocked(): i32 {
  return walk(
    load<f64>(at.RAY),
    load<f64>(at.RAY, 8),
    load<f64>(at.RAY, 16),
    load<f64>(at.RAY, 24),
    load<f64>(at.RAY, 32),
    load<f64>(at.RAY, 40),
    1,
    true,
  )
    ? 1
    : 0
}
