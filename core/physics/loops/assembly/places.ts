// Places of a picture: what a light's front gives them straight, and how much of it they see. As in
// ../../transport/direct and ../../../render/visibility.
import * as at from '../layout'
import { castNearest, hitDistance, hitIsFront, hitS, hitSurface, hitT, hitTriangle } from './cast'
import { behindFront, frontPlace } from './front'
import { walk } from './walk'

/** Casts rays that stand one after another, and writes what each struck behind it. */
export function castMany(count: i32, rays: usize): void {
  for (let ray = rays, end = rays + count * at.CAST_BYTES; ray < end; ray += at.CAST_BYTES) {
    castNearest(
      load<f64>(ray),
      load<f64>(ray, 8),
      load<f64>(ray, 16),
      load<f64>(ray, 24),
      load<f64>(ray, 32),
      load<f64>(ray, 40),
    )
    store<f64>(ray, hitDistance, 48)
    store<f64>(ray, hitS, 56)
    store<f64>(ray, hitT, 64)
    store<i32>(ray, hitSurface, 72)
    store<i32>(ray, hitIsFront ? 1 : 0, 76)
    store<i32>(ray, hitTriangle, 80)
  }
}

let front: usize = 0
let count: i32 = 0
let isBall: bool = false
let samples: usize = 0
let row: usize = 0
let axisX: f32 = 0
let axisY: f32 = 0
let axisZ: f32 = 0
let rim: f32 = 0
let spread: f32 = 0
let image: f32 = 0
let backShare: f64 = 0

function readFront(): void {
  front = frontPlace()
  count = load<i32>(front, at.FRONT_COUNT)
  isBall = load<i32>(front, at.FRONT_IS_BALL) != 0
  samples = front + at.FRONT_SAMPLES + count * at.SAMPLE_BYTES
  row = ((count + 3) & ~3) << 2
  axisX = <f32>load<f64>(front)
  axisY = <f32>load<f64>(front, 8)
  axisZ = <f32>load<f64>(front, 16)
  rim = <f32>load<f64>(front, at.FRONT_LENS)
  spread = <f32>load<f64>(front, at.FRONT_LENS + 8)
  image = <f32>load<f64>(front, at.FRONT_LENS + 16)
  backShare = load<f64>(front, at.FRONT_BACK)
}

function onProfile(ahead: f32, where: f32): f32 {
  if (isBall) return 1
  if (ahead <= 0) return backShare > 0 ? <f32>behindFront(<f64>ahead) : 0
  const step = <i32>where
  const p = front + at.FRONT_SINGLE + (step << 2)
  const value = load<f32>(p)
  return value + (where - <f32>step) * (load<f32>(p, 4) - value)
}

/** What four samples from `index` on give a place without shadows. */
function weights(index: i32, x: v128, y: v128, z: v128, nx: v128, ny: v128, nz: v128): v128 {
  const one = f32x4.splat(1)
  const nothing = f32x4.splat(0)
  const from = samples + (index << 2)
  const dx = f32x4.sub(v128.load(from), x)
  const dy = f32x4.sub(v128.load(from + row), y)
  const dz = f32x4.sub(v128.load(from + 2 * row), z)
  const squared = f32x4.add(f32x4.add(f32x4.mul(dx, dx), f32x4.mul(dy, dy)), f32x4.mul(dz, dz))
  const inverse = f32x4.div(one, f32x4.sqrt(squared))
  const arriving = f32x4.pmax(
    f32x4.mul(f32x4.add(f32x4.add(f32x4.mul(dx, nx), f32x4.mul(dy, ny)), f32x4.mul(dz, nz)), inverse),
    nothing,
  )
  if (!v128.any_true(f32x4.gt(arriving, nothing))) return nothing
  const along = f32x4.add(
    f32x4.add(f32x4.mul(dx, f32x4.splat(axisX)), f32x4.mul(dy, f32x4.splat(axisY))),
    f32x4.mul(dz, f32x4.splat(axisZ)),
  )
  const ahead = f32x4.neg(f32x4.mul(along, inverse))
  const where = f32x4.mul(f32x4.sqrt(f32x4.pmax(f32x4.sub(one, ahead), nothing)), f32x4.splat(<f32>at.PROFILE_STEPS))
  let intensity = f32x4.splat(onProfile(f32x4.extract_lane(ahead, 0), f32x4.extract_lane(where, 0)))
  intensity = f32x4.replace_lane(intensity, 1, onProfile(f32x4.extract_lane(ahead, 1), f32x4.extract_lane(where, 1)))
  intensity = f32x4.replace_lane(intensity, 2, onProfile(f32x4.extract_lane(ahead, 2), f32x4.extract_lane(where, 2)))
  intensity = f32x4.replace_lane(intensity, 3, onProfile(f32x4.extract_lane(ahead, 3), f32x4.extract_lane(where, 3)))
  let given = f32x4.mul(
    f32x4.mul(intensity, arriving),
    f32x4.mul(f32x4.mul(inverse, inverse), v128.load(from + 3 * row)),
  )
  if (image != 0) {
    const lit = f32x4.pmin(
      f32x4.splat(rim),
      f32x4.div(f32x4.splat(spread), f32x4.add(inverse, f32x4.splat(<f32>1 / image))),
    )
    const near = f32x4.mul(lit, f32x4.splat(<f32>1 / <f32>Math.min(<f64>rim, <f64>spread * <f64>image)))
    given = f32x4.mul(given, f32x4.mul(near, near))
  }
  return given
}

function sumOf(lanes: v128): f32 {
  return (
    f32x4.extract_lane(lanes, 0) +
    f32x4.extract_lane(lanes, 1) +
    f32x4.extract_lane(lanes, 2) +
    f32x4.extract_lane(lanes, 3)
  )
}

/** What the front gives places without shadows, one f32 a place. */
export function openPlaces(places: i32, points: usize, open: usize): void {
  readFront()
  for (let place = 0; place < places; place++) {
    const p = points + place * at.PLACE_BYTES
    const x = f32x4.splat(load<f32>(p))
    const y = f32x4.splat(load<f32>(p, 4))
    const z = f32x4.splat(load<f32>(p, 8))
    const nx = f32x4.splat(load<f32>(p, 12))
    const ny = f32x4.splat(load<f32>(p, 16))
    const nz = f32x4.splat(load<f32>(p, 20))
    let sum = f32x4.splat(0)
    for (let index = 0; index < count; index += 4) sum = f32x4.add(sum, weights(index, x, y, z, nx, ny, nz))
    store<f32>(open + (place << 2), sumOf(sum))
  }
}

/** What one sample gives a place, as {@link weights}. */
function weightOf(index: i32, p: usize): f32 {
  const lane = index & 3
  const four = weights(
    index - lane,
    f32x4.splat(load<f32>(p)),
    f32x4.splat(load<f32>(p, 4)),
    f32x4.splat(load<f32>(p, 8)),
    f32x4.splat(load<f32>(p, 12)),
    f32x4.splat(load<f32>(p, 16)),
    f32x4.splat(load<f32>(p, 20)),
  )
  if (lane == 0) return f32x4.extract_lane(four, 0)
  if (lane == 1) return f32x4.extract_lane(four, 1)
  if (lane == 2) return f32x4.extract_lane(four, 2)
  return f32x4.extract_lane(four, 3)
}

function isHidden(index: i32, p: usize, lift: f64): bool {
  const x = <f64>load<f32>(p) + lift * <f64>load<f32>(p, 12)
  const y = <f64>load<f32>(p, 4) + lift * <f64>load<f32>(p, 16)
  const z = <f64>load<f32>(p, 8) + lift * <f64>load<f32>(p, 20)
  const sample = front + at.FRONT_SAMPLES + index * at.SAMPLE_BYTES
  return walk(x, y, z, load<f64>(sample) - x, load<f64>(sample, 8) - y, load<f64>(sample, 16) - z, 1, true)
}

/** How many places of a row of sight, and samples, a tile is tried at. */
const TRIES = 4

/**
 * Whether places of a tile (columns x rows, `stride` places a row) see the front: tried at sixteen of them, each toward
 * another sample. 0 all do, 1 none does, 2 some do.
 */
export function tryTile(points: usize, stride: i32, columns: i32, rows: i32, turn: i32, lift: f64): i32 {
  readFront()
  let seen = 0
  let hidden = 0
  for (let index = 0; index < TRIES * TRIES; index++) {
    const column = ((index % TRIES) * columns) / TRIES + ((index + turn) % 2)
    const line = ((index / TRIES) * rows) / TRIES + (((index >> 1) + turn) % 2)
    const place = <i32>Math.min(line, rows - 1) * stride + <i32>Math.min(column, columns - 1)
    const p = points + place * at.PLACE_BYTES
    // A step that is coprime to the count spreads the sixteen over the whole front.
    const sample = ((index * 27 + turn * 5) & 0x7fffffff) % count
    if (weightOf(sample, p) <= 0) continue
    if (isHidden(sample, p, lift)) hidden++
    else seen++
    if (seen > 0 && hidden > 0) return 2
  }
  return hidden > 0 ? 1 : 0
}

/** The share of the front that places of a tile see, asked at every `step`th sample; neighbours ask others. */
export function seenShares(
  points: usize,
  stride: i32,
  columns: i32,
  rows: i32,
  left: i32,
  top: i32,
  step: i32,
  lift: f64,
  shares: usize,
): void {
  readFront()
  for (let line = 0; line < rows; line++) {
    for (let column = 0; column < columns; column++) {
      const place = line * stride + column
      const p = points + place * at.PLACE_BYTES
      let asked: f32 = 0
      let seen: f32 = 0
      const first = ((((left + column) % 4) + ((top + line) % 4) * 4) * 7) % step
      for (let index = first; index < count; index += step) {
        const weight = weightOf(index, p)
        if (weight <= 0) continue
        asked += weight
        if (!isHidden(index, p, lift)) seen += weight
      }
      store<f32>(shares + (place << 2), asked == 0 ? 1 : seen / asked)
    }
  }
}
