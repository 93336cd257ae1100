// What a light's front gives a place straight, shadows included. As in ../../transport/direct.
import * as at from '../layout'
import { pow } from './host'
import { primitiveAt, walk } from './walk'

const RAY_OFFSET_M = 3e-4

let front: usize = 0

export function useFront(place: usize): void {
  front = place
}

export function frontPlace(): usize {
  return front
}

/** What goes behind the front at a cosine below 0. */
export function behindFront(ahead: f64): f64 {
  return load<f64>(front, at.FRONT_BACK) * pow(-ahead, load<f64>(front, at.FRONT_BACK + 8))
}

function onProfile(cosine: f64): f64 {
  const where = Math.sqrt(Math.max(0, 1 - cosine)) * <f64>at.PROFILE_STEPS
  const step = <i32>where
  const p = front + at.FRONT_PROFILE + (step << 3)
  const value = load<f64>(p)
  return value + (where - <f64>step) * (load<f64>(p, 8) - value)
}

/** Toward a sample, from the place that was weighed last. */
let towardX: f64 = 0
let towardY: f64 = 0
let towardZ: f64 = 0

function weight(sample: usize, x: f64, y: f64, z: f64, nx: f64, ny: f64, nz: f64, isDome: bool): f64 {
  const dx = load<f64>(sample) - x
  const dy = load<f64>(sample, 8) - y
  const dz = load<f64>(sample, 16) - z
  towardX = dx
  towardY = dy
  towardZ = dz
  const squared = dx * dx + dy * dy + dz * dz
  const inverse = 1 / Math.sqrt(squared)
  const arriving = (dx * nx + dy * ny + dz * nz) * inverse
  const response = isDome ? (1 + arriving) / 2 : arriving
  if (response <= 0) return 0
  const image = load<f64>(front, at.FRONT_LENS + 16)
  let near: f64 = 1
  if (image != 0) {
    const rim = load<f64>(front, at.FRONT_LENS)
    const spread = load<f64>(front, at.FRONT_LENS + 8)
    const lit = Math.min(rim, spread / (1 / Math.sqrt(squared) + 1 / image)) / Math.min(rim, spread * image)
    near = lit * lit
  }
  const ahead = -(dx * load<f64>(front) + dy * load<f64>(front, 8) + dz * load<f64>(front, 16)) * inverse
  let intensity: f64 = 1
  if (load<i32>(front, at.FRONT_IS_BALL) != 0) intensity = 1
  else if (ahead <= 0) {
    intensity = load<f64>(front, at.FRONT_BACK) > 0 ? behindFront(ahead) : 0
  } else intensity = onProfile(ahead)
  return ((intensity * response * near) / squared) * load<f64>(sample, 24)
}

/** Whether any thing's box meets the box around two; as in ../../geometry/between. */
function mayStandBetween(a: usize, b: usize, things: i32, spared: i32, sparedToo: i32): bool {
  for (let index = 0; index < things; index++) {
    const p = primitiveAt(index)
    const surface = load<i32>(p, at.PRIMITIVE_SURFACE)
    if (surface == spared || surface == sparedToo) continue
    let meets = true
    for (let axis: usize = 0; axis < 24 && meets; axis += 8) {
      meets =
        load<f64>(p + axis, at.PRIMITIVE_BOX) <= Math.max(load<f64>(a + axis, 24), load<f64>(b + axis, 24)) &&
        load<f64>(p + axis, at.PRIMITIVE_BOX + 24) >= Math.min(load<f64>(a + axis), load<f64>(b + axis))
    }
    if (meets) return true
  }
  return false
}

/** Direct light at one place, per unit of axis intensity. */
export function direct(x: f64, y: f64, z: f64, nx: f64, ny: f64, nz: f64, isDome: i32): f64 {
  const lift = isDome ? 0 : RAY_OFFSET_M
  const count = load<i32>(front, at.FRONT_COUNT)
  let sum: f64 = 0
  for (let index = 0; index < count; index++) {
    const given = weight(front + at.FRONT_SAMPLES + index * at.SAMPLE_BYTES, x, y, z, nx, ny, nz, isDome != 0)
    if (
      given > 0 &&
      !walk(
        x + lift * nx,
        y + lift * ny,
        z + lift * nz,
        towardX - lift * nx,
        towardY - lift * ny,
        towardZ - lift * nz,
        1,
        true,
      )
    )
      sum += given
  }
  return sum
}

/**
 * Mean direct light on patches `from` to `to`: of every patch its steps (i32: 0 for one that is not asked), its own
 * flat surface or -1 (i32) and the box around its points; answers one f64 a patch.
 */
export function onPatches(
  from: i32,
  to: i32,
  steps: usize,
  flats: usize,
  boxes: usize,
  points: usize,
  perPatch: i32,
  around: usize,
  things: i32,
  own: i32,
  mean: usize,
): void {
  const count = load<i32>(front, at.FRONT_COUNT)
  for (let patch = from; patch < to; patch++) {
    const step = load<i32>(steps + (patch << 2))
    if (step == 0) continue
    const isShadowed = mayStandBetween(
      around,
      boxes + patch * at.BOX_BYTES,
      things,
      load<i32>(flats + (patch << 2)),
      own,
    )
    let sum: f64 = 0
    for (let index = 0, point = 0; index < perPatch; index += step, point++) {
      const p = points + (patch * perPatch + index) * at.POINT_BYTES
      const nx = load<f64>(p, 24)
      const ny = load<f64>(p, 32)
      const nz = load<f64>(p, 40)
      const x = load<f64>(p)
      const y = load<f64>(p, 8)
      const z = load<f64>(p, 16)
      const sample = front + at.FRONT_SAMPLES + ((point * 7 + patch) % count) * at.SAMPLE_BYTES
      const given = weight(sample, x, y, z, nx, ny, nz, false)
      if (given <= 0) continue
      if (
        isShadowed &&
        walk(
          x + RAY_OFFSET_M * nx,
          y + RAY_OFFSET_M * ny,
          z + RAY_OFFSET_M * nz,
          towardX - RAY_OFFSET_M * nx,
          towardY - RAY_OFFSET_M * ny,
          towardZ - RAY_OFFSET_M * nz,
          1,
          true,
        )
      )
        continue
      sum += given / load<f64>(sample, 24)
    }
    store<f64>(mean + (patch << 3), (sum * <f64>step) / <f64>perPatch)
  }
}
