// Walks the boxes that a ray meets, four at a time. Units and meaning as in ../../geometry; distances in metres.
import * as at from '../layout'
import { atan2 } from './host'

/** Boxes count as met a hair beyond their planes, for what single precision rounds away. */
const SLACK: f32 = 1.0000005
/** Stands for the inverse of no motion along an axis: finite, so that a ray within a box's plane makes no NaN. */
const STILL: f32 = 1e30

export let best: f64 = 0
export let bestS: f64 = 0
export let bestT: f64 = 0
export let bestPrimitive: i32 = -1
export let bestTriangle: i32 = -1

// The ray that is walked: passing six numbers on costs more than to look them up.
let ox: f64 = 0
let oy: f64 = 0
let oz: f64 = 0
let dx: f64 = 0
let dy: f64 = 0
let dz: f64 = 0

let primitives: usize = 0
let outerNodes: usize = 0
let outerRoot: i32 = 0
let isEmpty: bool = true

export function useTree(root: i32, empty: i32, nodes: usize, things: usize): void {
  outerRoot = root
  isEmpty = empty != 0
  outerNodes = nodes
  primitives = things
}

export function primitiveAt(index: i32): usize {
  return primitives + index * at.PRIMITIVE_BYTES
}

function inverse(part: f32): f32 {
  return part == 0 ? STILL : <f32>1 / part
}

/** How far along the ray four planes of boxes are crossed. */
function crossed(planes: usize, from: v128, inverseWay: v128): v128 {
  return f32x4.mul(f32x4.sub(v128.load(planes), from), inverseWay)
}

/** Puts the children met on the stack, the nearest last; answers its new height. */
function openNearestLast(stack: usize, height: i32, node: usize, met: i32): i32 {
  let mask = met
  const base = height
  while (mask != 0) {
    const lane = ctz(mask)
    mask &= mask - 1
    const entered = load<f32>(at.ENTERED + (lane << 2))
    const child = load<i32>(node + at.NODE_CHILDREN + (lane << 2))
    let slot = height
    while (slot > base && load<f32>(stack + ((slot - 1) << 3) + 4) < entered) {
      store<i64>(stack + (slot << 3), load<i64>(stack + ((slot - 1) << 3)))
      slot--
    }
    store<i32>(stack + (slot << 3), child)
    store<f32>(stack + (slot << 3) + 4, entered)
    height++
  }
  return height
}

/** Triangles by the triple products of T. Moeller and B. Trumbore (1997), four at a time, from both sides. */
function strikeBlocks(
  first: usize,
  count: i32,
  ox: v128,
  oy: v128,
  oz: v128,
  dx: v128,
  dy: v128,
  dz: v128,
  nearest: f32,
  anyWill: bool,
): f32 {
  const one = f32x4.splat(1)
  const nothing = f32x4.splat(0)
  let limit = nearest
  for (let block = first, end = first + count * at.BLOCK_BYTES; block < end; block += at.BLOCK_BYTES) {
    const e1x = v128.load(block, 48)
    const e1y = v128.load(block, 64)
    const e1z = v128.load(block, 80)
    const e2x = v128.load(block, 96)
    const e2y = v128.load(block, 112)
    const e2z = v128.load(block, 128)
    const px = f32x4.sub(f32x4.mul(dy, e2z), f32x4.mul(dz, e2y))
    const py = f32x4.sub(f32x4.mul(dz, e2x), f32x4.mul(dx, e2z))
    const pz = f32x4.sub(f32x4.mul(dx, e2y), f32x4.mul(dy, e2x))
    const size = f32x4.add(f32x4.add(f32x4.mul(e1x, px), f32x4.mul(e1y, py)), f32x4.mul(e1z, pz))
    const scale = f32x4.div(one, size)
    const tx = f32x4.sub(ox, v128.load(block))
    const ty = f32x4.sub(oy, v128.load(block, 16))
    const tz = f32x4.sub(oz, v128.load(block, 32))
    const u = f32x4.mul(f32x4.add(f32x4.add(f32x4.mul(tx, px), f32x4.mul(ty, py)), f32x4.mul(tz, pz)), scale)
    const qx = f32x4.sub(f32x4.mul(ty, e1z), f32x4.mul(tz, e1y))
    const qy = f32x4.sub(f32x4.mul(tz, e1x), f32x4.mul(tx, e1z))
    const qz = f32x4.sub(f32x4.mul(tx, e1y), f32x4.mul(ty, e1x))
    const v = f32x4.mul(f32x4.add(f32x4.add(f32x4.mul(dx, qx), f32x4.mul(dy, qy)), f32x4.mul(dz, qz)), scale)
    const away = f32x4.mul(f32x4.add(f32x4.add(f32x4.mul(e2x, qx), f32x4.mul(e2y, qy)), f32x4.mul(e2z, qz)), scale)
    const inside = v128.and(
      v128.and(f32x4.ge(u, nothing), f32x4.ge(v, nothing)),
      v128.and(f32x4.le(f32x4.add(u, v), one), v128.and(f32x4.gt(away, nothing), f32x4.lt(away, f32x4.splat(limit)))),
    )
    let mask = i32x4.bitmask(inside)
    if (mask == 0) continue
    if (anyWill) return 0
    v128.store(at.ENTERED, away)
    v128.store(at.ENTERED, u, 16)
    v128.store(at.ENTERED, v, 32)
    while (mask != 0) {
      const lane = ctz(mask) << 2
      mask &= mask - 1
      const distance = load<f32>(at.ENTERED + lane)
      if (distance >= limit) continue
      limit = distance
      bestS = load<f32>(at.ENTERED + lane, 16)
      bestT = load<f32>(at.ENTERED + lane, 32)
      bestTriangle = load<i32>(block + lane, at.BLOCK_NUMBERS)
    }
  }
  return limit
}

/** Walks a body's triangles in its own coordinates; answers the nearest distance, or the limit that was given. */
function walkBody(
  nodes: usize,
  blocks: usize,
  root: i32,
  ox: f32,
  oy: f32,
  oz: f32,
  dx: f32,
  dy: f32,
  dz: f32,
  nearest: f32,
  anyWill: bool,
): f32 {
  const ix = inverse(dx)
  const iy = inverse(dy)
  const iz = inverse(dz)
  const nearX: usize = ix < 0 ? 48 : 0
  const nearY: usize = iy < 0 ? 64 : 16
  const nearZ: usize = iz < 0 ? 80 : 32
  const farX: usize = 48 - nearX
  const farY: usize = 80 - nearY
  const farZ: usize = 112 - nearZ
  const oxs = f32x4.splat(ox)
  const oys = f32x4.splat(oy)
  const ozs = f32x4.splat(oz)
  const ixs = f32x4.splat(ix)
  const iys = f32x4.splat(iy)
  const izs = f32x4.splat(iz)
  const dxs = f32x4.splat(dx)
  const dys = f32x4.splat(dy)
  const dzs = f32x4.splat(dz)
  const nothing = f32x4.splat(0)
  const slack = f32x4.splat(SLACK)
  let limit = nearest
  let child = root
  let height: i32 = 0
  while (true) {
    if (child >= 0) {
      const node = nodes + child * at.NODE_BYTES
      const enter = f32x4.pmax(
        f32x4.pmax(crossed(node + nearX, oxs, ixs), crossed(node + nearY, oys, iys)),
        f32x4.pmax(crossed(node + nearZ, ozs, izs), nothing),
      )
      const leave = f32x4.pmin(
        f32x4.pmin(crossed(node + farX, oxs, ixs), crossed(node + farY, oys, iys)),
        f32x4.pmin(crossed(node + farZ, ozs, izs), f32x4.splat(limit)),
      )
      const met = i32x4.bitmask(f32x4.le(enter, f32x4.mul(leave, slack)))
      if (met != 0) {
        if ((met & (met - 1)) == 0) {
          child = load<i32>(node + at.NODE_CHILDREN + (ctz(met) << 2))
          continue
        }
        v128.store(at.ENTERED, enter)
        height = openNearestLast(at.INNER_OPEN, height, node, met)
      }
    } else {
      const leaf = ~child
      const found = strikeBlocks(
        blocks + (leaf >> 3) * at.BLOCK_BYTES,
        leaf & 7,
        oxs,
        oys,
        ozs,
        dxs,
        dys,
        dzs,
        limit,
        anyWill,
      )
      if (found < limit) {
        if (anyWill) return 0
        limit = found
      }
    }
    do {
      if (height == 0) return limit
      height--
    } while (load<f32>(at.INNER_OPEN + (height << 3) + 4) > limit)
    child = load<i32>(at.INNER_OPEN + (height << 3))
  }
}

function note(distance: f64, s: f64, t: f64): bool {
  best = distance
  bestS = s
  bestT = t
  return true
}

function strikeSheet(p: usize, isRound: bool): bool {
  const nx = load<f64>(p)
  const ny = load<f64>(p, 8)
  const nz = load<f64>(p, 16)
  const distance = (load<f64>(p, 24) - nx * ox - ny * oy - nz * oz) / (nx * dx + ny * dy + nz * dz)
  if (!(distance > 0 && distance < best)) return false
  const x = ox + distance * dx
  const y = oy + distance * dy
  const z = oz + distance * dz
  const s = load<f64>(p, 32) * x + load<f64>(p, 40) * y + load<f64>(p, 48) * z - load<f64>(p, 56)
  const t = load<f64>(p, 64) * x + load<f64>(p, 72) * y + load<f64>(p, 80) * z - load<f64>(p, 88)
  const isOutside = isRound ? (s - 0.5) * (s - 0.5) + (t - 0.5) * (t - 0.5) > 0.25 : s < 0 || s > 1 || t < 0 || t > 1
  return isOutside ? false : note(distance, s, t)
}

function strikeArc(p: usize): bool {
  const ax = load<f64>(p, 24)
  const ay = load<f64>(p, 32)
  const az = load<f64>(p, 40)
  const px = ox - load<f64>(p)
  const py = oy - load<f64>(p, 8)
  const pz = oz - load<f64>(p, 16)
  const along = px * ax + py * ay + pz * az
  const speed = dx * ax + dy * ay + dz * az
  const radius = load<f64>(p, 56)
  const a = dx * dx + dy * dy + dz * dz - speed * speed
  const b = px * dx + py * dy + pz * dz - along * speed
  const c = px * px + py * py + pz * pz - along * along - radius * radius
  const under = b * b - a * c
  if (under < 0 || a < 1e-14) return false
  const root = Math.sqrt(under)
  for (let side: f64 = -1; side <= 1; side += 2) {
    const distance = (-b + side * root) / a
    if (!(distance > 0 && distance < best)) continue
    const s = (along + distance * speed) / load<f64>(p, 48)
    if (s < 0 || s > 1) continue
    const x = px + distance * dx
    const y = py + distance * dy
    const z = pz + distance * dz
    let angle = atan2(
      x * load<f64>(p, 88) + y * load<f64>(p, 96) + z * load<f64>(p, 104),
      x * load<f64>(p, 64) + y * load<f64>(p, 72) + z * load<f64>(p, 80),
    )
    if (angle < 0) angle += 2 * Math.PI
    if (angle <= load<f64>(p, 112)) return note(distance, s, angle / load<f64>(p, 112))
  }
  return false
}

function strikeBowl(p: usize): bool {
  const px = ox - load<f64>(p)
  const py = oy - load<f64>(p, 8)
  const pz = oz - load<f64>(p, 16)
  const radius = load<f64>(p, 24)
  const a = dx * dx + dy * dy + dz * dz
  const b = px * dx + py * dy + pz * dz
  const under = b * b - a * (px * px + py * py + pz * pz - radius * radius)
  if (under < 0) return false
  const root = Math.sqrt(under)
  for (let side: f64 = -1; side <= 1; side += 2) {
    const distance = (-b + side * root) / a
    if (!(distance > 0 && distance < best)) continue
    const x = px + distance * dx
    const y = py + distance * dy
    const z = pz + distance * dz
    const u = x * load<f64>(p, 32) + y * load<f64>(p, 40) + z * load<f64>(p, 48)
    const v = x * load<f64>(p, 56) + y * load<f64>(p, 64) + z * load<f64>(p, 72)
    const w = x * load<f64>(p, 80) + y * load<f64>(p, 88) + z * load<f64>(p, 96)
    if (u >= 0 && v >= 0 && w >= 0) return note(distance, atan2(v, u) / (Math.PI / 2), w / radius)
  }
  return false
}

/** Enters a body: its own coordinates, from where the ray meets its box, so that single precision has little to say. */
function strikeBody(p: usize, anyWill: bool): bool {
  // How far to the box around the body in the room; nothing is struck before that.
  let start: f64 = 0
  for (let axis: usize = 0; axis < 24; axis += 8) {
    const way = axis == 0 ? dx : axis == 8 ? dy : dz
    const from = axis == 0 ? ox : axis == 8 ? oy : oz
    if (way == 0) continue
    const plane = load<f64>(p + axis + (way > 0 ? 0 : 24), at.PRIMITIVE_BOX)
    start = Math.max(start, (plane - from) / way)
  }
  if (!(start < best)) return false
  const cos = load<f64>(p, 24)
  const sin = load<f64>(p, 32)
  const shrink = load<f64>(p, 40)
  const x = ox + start * dx - load<f64>(p)
  const y = oy + start * dy - load<f64>(p, 8)
  const z = oz + start * dz - load<f64>(p, 16)
  const limit = <f32>Math.min(best - start, 1e30)
  const found = walkBody(
    load<i32>(p, at.PRIMITIVE_NODES),
    load<i32>(p, at.PRIMITIVE_BLOCKS),
    load<i32>(p, at.PRIMITIVE_ROOT),
    <f32>((cos * x + sin * y) * shrink),
    <f32>((cos * y - sin * x) * shrink),
    <f32>(z * shrink),
    <f32>((cos * dx + sin * dy) * shrink),
    <f32>((cos * dy - sin * dx) * shrink),
    <f32>(dz * shrink),
    limit,
    anyWill,
  )
  if (found >= limit) return false
  best = start + <f64>found
  return true
}

function strikePrimitive(p: usize, anyWill: bool): bool {
  switch (load<i32>(p, at.PRIMITIVE_KIND)) {
    case 0:
      return strikeSheet(p, false)
    case 1:
      return strikeSheet(p, true)
    case 2:
      return strikeArc(p)
    case 3:
      return strikeBowl(p)
    default:
      return strikeBody(p, anyWill)
  }
}

/** The limit as single precision, never nearer than it is. */
function limitOf(distance: f64): f32 {
  return <f32>Math.min(distance * 1.0000002, 1e30)
}

/** Walks the surfaces before `limit`; what is struck stands in the `best` variables. */
export function walk(x: f64, y: f64, z: f64, wayX: f64, wayY: f64, wayZ: f64, limit: f64, anyWill: bool): bool {
  ox = x
  oy = y
  oz = z
  dx = wayX
  dy = wayY
  dz = wayZ
  best = limit
  bestPrimitive = -1
  bestTriangle = -1
  if (isEmpty) return false
  const ix = inverse(<f32>dx)
  const iy = inverse(<f32>dy)
  const iz = inverse(<f32>dz)
  const nearX: usize = ix < 0 ? 48 : 0
  const nearY: usize = iy < 0 ? 64 : 16
  const nearZ: usize = iz < 0 ? 80 : 32
  const farX: usize = 48 - nearX
  const farY: usize = 80 - nearY
  const farZ: usize = 112 - nearZ
  const oxs = f32x4.splat(<f32>ox)
  const oys = f32x4.splat(<f32>oy)
  const ozs = f32x4.splat(<f32>oz)
  const ixs = f32x4.splat(ix)
  const iys = f32x4.splat(iy)
  const izs = f32x4.splat(iz)
  const nothing = f32x4.splat(0)
  const slack = f32x4.splat(SLACK)
  let nearest = limitOf(limit)
  let child = outerRoot
  let height: i32 = 0
  let struck = false
  while (true) {
    if (child >= 0) {
      const node = outerNodes + child * at.NODE_BYTES
      const enter = f32x4.pmax(
        f32x4.pmax(crossed(node + nearX, oxs, ixs), crossed(node + nearY, oys, iys)),
        f32x4.pmax(crossed(node + nearZ, ozs, izs), nothing),
      )
      const leave = f32x4.pmin(
        f32x4.pmin(crossed(node + farX, oxs, ixs), crossed(node + farY, oys, iys)),
        f32x4.pmin(crossed(node + farZ, ozs, izs), f32x4.splat(nearest)),
      )
      const met = i32x4.bitmask(f32x4.le(enter, f32x4.mul(leave, slack)))
      if (met != 0) {
        if ((met & (met - 1)) == 0) {
          child = load<i32>(node + at.NODE_CHILDREN + (ctz(met) << 2))
          continue
        }
        v128.store(at.ENTERED, enter)
        height = openNearestLast(at.OUTER_OPEN, height, node, met)
      }
    } else {
      const leaf = ~child
      const first = leaf >> 3
      for (let index = first, end = first + (leaf & 7); index < end; index++) {
        if (!strikePrimitive(primitiveAt(index), anyWill)) continue
        if (anyWill) return true
        bestPrimitive = index
        struck = true
        nearest = limitOf(best)
      }
    }
    do {
      if (height == 0) return struck
      height--
    } while (load<f32>(at.OUTER_OPEN + (height << 3) + 4) > nearest)
    child = load<i32>(at.OUTER_OPEN + (height << 3))
  }
}
