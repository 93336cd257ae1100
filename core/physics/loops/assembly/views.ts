// What patches and meters see: long loops of rays, each ending on a patch. As in ../../transport/interreflection and gather.
import * as at from '../layout'
import { castNearest, hitDistance, hitIsFront, hitS, hitSurface, hitT, hitTriangle } from './cast'
import { around, fraction, scramble, wayX, wayY, wayZ } from './turn'

const RAY_OFFSET_M = 3e-4
const PLASTIC = 1.324717957244746
const CUBIC = 1.22074408460576

let surfaces: usize = 0

export function useSurfaces(place: usize): void {
  surfaces = place
}

function clamp(value: i32, most: i32): i32 {
  return value < 0 ? 0 : value > most ? most : value
}

/** The patch that was struck, -1 for none, or that it has to be followed through a mirror. */
function patchStruck(): i32 {
  if (hitSurface < 0) return -1
  const surface = surfaces + hitSurface * at.SURFACE_BYTES
  if (load<i32>(surface, at.SURFACE_GLOSS) != 0) return at.STRUCK_GLOSS
  const first = load<i32>(surface, at.SURFACE_BODY_FIRST)
  if (first >= 0) return first + load<i32>(load<i32>(surface, at.SURFACE_TRIANGLES) + (hitTriangle << 2))
  const grid: usize = hitIsFront ? load<i32>(surface) : load<i32>(surface, at.SURFACE_BACK)
  if (grid == 0) return -1
  const columns = load<i32>(grid)
  const rows = load<i32>(grid, 4)
  const column = clamp(<i32>Math.floor(hitS * columns), columns - 1)
  const row = clamp(<i32>Math.floor(hitT * rows), rows - 1)
  const cell = row * columns + column
  let patch = load<i32>(load<i32>(grid, 8) + (cell << 2))
  const lines: usize = load<i32>(load<i32>(grid, 12) + (cell << 2))
  if (lines == 0) return patch
  const count = load<i32>(lines)
  for (let index = 0; index < count; index++) {
    const line = lines + at.LINES_HEAD + index * 24
    if (load<f64>(line) * hitS + load<f64>(line, 8) * hitT + load<f64>(line, 16) > 0) patch += 1 << index
  }
  return patch
}

/** Whether a ray meets any box of what has changed before its end. */
function meetsChange(changes: usize, reach: f64, ox: f64, oy: f64, oz: f64): bool {
  const ix = 1 / wayX
  const iy = 1 / wayY
  const iz = 1 / wayZ
  const count = load<i32>(changes)
  for (let box = changes + at.CHANGES_HEAD, end = box + count * at.BOX_BYTES; box < end; box += at.BOX_BYTES) {
    const ax = (load<f64>(box) - ox) * ix
    const bx = (load<f64>(box, 24) - ox) * ix
    const ay = (load<f64>(box, 8) - oy) * iy
    const by = (load<f64>(box, 32) - oy) * iy
    const az = (load<f64>(box, 16) - oz) * iz
    const bz = (load<f64>(box, 40) - oz) * iz
    const enter = Math.max(Math.max(Math.min(ax, bx), Math.min(ay, by)), Math.max(Math.min(az, bz), 0))
    const leave = Math.min(Math.min(Math.max(ax, bx), Math.max(ay, by)), Math.min(Math.max(az, bz), reach))
    // What cannot be told (a ray within a plane of the box) counts as met.
    if (!(enter > leave)) return true
  }
  return false
}

/** Whether a ray that was cast before still ends where it did, with `touched` (one byte a patch) for what has changed. */
function stillEnds(seen: usize, reach: usize, changes: usize, touched: usize, x: f64, y: f64, z: f64): bool {
  const patch = load<i32>(seen)
  const length = load<f32>(reach)
  if (patch < 0 || length < 0 || load<u8>(touched + patch) != 0) return false
  return !meetsChange(changes, <f64>length, x, y, z)
}

/** Casts a ray along the `way` variables and notes the patch that it ends on, and how far that is. */
function see(x: f64, y: f64, z: f64, seen: usize, reach: usize): void {
  castNearest(x, y, z, wayX, wayY, wayZ)
  store<i32>(seen, patchStruck())
  store<f32>(reach, <f32>hitDistance)
}

/**
 * Casts the rays of patches `from` to `to`: rays up to each patch in `firsts`, from `points` (perPatch a patch); `seen`
 * (i32) and `reach` (f32) are where the first of them writes. With `changes` (0 for none) these hold what was seen
 * before, and only rays that what has changed may concern are cast again.
 */
export function rows(
  from: i32,
  to: i32,
  firsts: usize,
  points: usize,
  perPatch: i32,
  salt: i32,
  seen: usize,
  reach: usize,
  changes: usize,
  touched: usize,
): void {
  let offset: usize = 0
  for (let patch = from; patch < to; patch++) {
    const count = load<i32>(firsts + (patch << 2), 4) - load<i32>(firsts + (patch << 2))
    const mayKeep = changes != 0 && load<u8>(touched + patch) == 0
    const place = scramble(patch, 1 + salt)
    const high = scramble(patch, 2 + salt)
    const round = scramble(patch, 3 + salt)
    for (let ray = 0; ray < count; ray++, offset += 4) {
      const index = patch * perPatch + <i32>Math.floor(fraction(place + <f64>ray * CUBIC_3) * perPatch)
      const p = points + index * at.POINT_BYTES
      const a = fraction(high + <f64>ray * CUBIC_1)
      const nx = load<f64>(p, 24)
      const ny = load<f64>(p, 32)
      const nz = load<f64>(p, 40)
      around(nx, ny, nz, Math.sqrt(a), Math.sqrt(1 - a), fraction(round + <f64>ray * CUBIC_2))
      const x = load<f64>(p) + RAY_OFFSET_M * nx
      const y = load<f64>(p, 8) + RAY_OFFSET_M * ny
      const z = load<f64>(p, 16) + RAY_OFFSET_M * nz
      if (mayKeep && stillEnds(seen + offset, reach + offset, changes, touched, x, y, z)) continue
      see(x, y, z, seen + offset, reach + offset)
    }
  }
}

const CUBIC_1: f64 = 1 / CUBIC
const CUBIC_2: f64 = 1 / (CUBIC * CUBIC)
const CUBIC_3: f64 = 1 / (CUBIC * CUBIC * CUBIC)
const PLASTIC_1: f64 = 1 / PLASTIC
const PLASTIC_2: f64 = 1 / (PLASTIC * PLASTIC)

/** Casts the rays of one receptor from its place (already lifted off its surface); the rest as in {@link rows}. */
export function look(
  x: f64,
  y: f64,
  z: f64,
  nx: f64,
  ny: f64,
  nz: f64,
  isDome: i32,
  rays: i32,
  aFrom: f64,
  bFrom: f64,
  seen: usize,
  reach: usize,
  changes: usize,
  touched: usize,
): void {
  for (let ray = 0; ray < rays; ray++) {
    const a = fraction(aFrom + <f64>ray * PLASTIC_1)
    const b = fraction(bFrom + <f64>ray * PLASTIC_2)
    const rise = isDome ? 2 * Math.sqrt(a) - 1 : Math.sqrt(1 - a)
    const offset = ray << 2
    around(nx, ny, nz, Math.sqrt(Math.max(0, 1 - rise * rise)), rise, b)
    if (changes != 0 && stillEnds(seen + offset, reach + offset, changes, touched, x, y, z)) continue
    see(x, y, z, seen + offset, reach + offset)
  }
}
