import type { Scene } from './surface'
import { KIND, layOut, STRIDE, type LaidOut } from './layOut'
import { intersectArc, intersectBowl, intersectSheet, strikeTriangles } from './intersect'
import { aimWalker, walkTree, type LeafTest, type Walker } from './walk'
import { CAST_BYTES, CAST_HIT } from '../loops/layout'
import { HIT_AT, HIT_NUMBERS_AT, loopsHere, RAY_AT, takeRoom, type Loops } from '../loops/loops'
import { loadScene } from '../loops/sceneInLoops'

/** A scene ready for rays. One caster at a time may use it, since it carries the scratch memory of a walk. */
export type RayScene = LaidOut & {
  /** The fast loops; undefined where the plain code below does their work. */
  loops: Loops | undefined
  /** Tests of the things in a leaf, for the nearest and for any; and of the triangles of each body, by primitive. */
  testNearest: LeafTest
  testAny: LeafTest
  testTriangles: (LeafTest | undefined)[]
}

/** Rays start this far off a surface; real gaps between surfaces are larger. */
export const RAY_OFFSET_M = 3e-4

/** Where a ray ended. Written by {@link castRay}; make one and use it again. */
export type Hit = {
  /** Index into the scene's surfaces; -1 where there is none. */
  surface: number
  distanceM: number
  /** Place on the surface in 0..1; on a body, the shares of the triangle's second and third corner. */
  s: number
  t: number
  isFront: boolean
  /** Triangle of a body; -1 elsewhere. */
  triangle: number
}

/** A hit before anything was met. */
export const noHit = (): Hit => ({ surface: -1, distanceM: Infinity, s: 0, t: 0, isFront: true, triangle: -1 })

/** Turns the outer ray into a body's own coordinates; distances along it stay the same. */
const enterBody = (outer: Walker, inner: Walker, data: Float64Array, at: number): void => {
  const cos = data[at + 3]!
  const sin = data[at + 4]!
  const inverse = data[at + 5]!
  for (let part = 0; part < 6; part += 3) {
    const x = outer.ray[part]! - (part === 0 ? data[at]! : 0)
    const y = outer.ray[part + 1]! - (part === 0 ? data[at + 1]! : 0)
    const z = outer.ray[part + 2]! - (part === 0 ? data[at + 2]! : 0)
    inner.ray[part] = (cos * x + sin * y) * inverse
    inner.ray[part + 1] = (cos * y - sin * x) * inverse
    inner.ray[part + 2] = z * inverse
  }
  aimWalker(inner)
}

const strikePrimitive = (scene: RayScene, primitive: number, anyWill: boolean): boolean => {
  const { data, outer, inner, found } = scene
  const at = primitive * STRIDE
  switch (scene.kinds[primitive]) {
    case KIND.sheet:
      return intersectSheet(data, at, false, outer.ray, found)
    case KIND.disc:
      return intersectSheet(data, at, true, outer.ray, found)
    case KIND.arc:
      return intersectArc(data, at, outer.ray, found)
    case KIND.bowl:
      return intersectBowl(data, at, outer.ray, found)
    default: {
      enterBody(outer, inner, data, at)
      return walkTree(scene.bodies[primitive]!.mesh.tree, inner, found, anyWill, scene.testTriangles[primitive]!)
    }
  }
}

const testLeaf = (scene: RayScene, anyWill: boolean, first: number, count: number): boolean => {
  let struck = false
  for (let primitive = first; primitive < first + count; primitive++) {
    if (!strikePrimitive(scene, primitive, anyWill)) continue
    scene.found[3] = primitive
    if (anyWill) return true
    struck = true
  }
  return struck
}

/** Lays a scene out for ray casting. */
export const rayScene = (scene: Scene): RayScene => {
  const laid = layOut(scene)
  const rays: RayScene = {
    ...laid,
    loops: loopsHere(),
    testNearest: (first, count) => testLeaf(rays, false, first, count),
    testAny: (first, count) => testLeaf(rays, true, first, count),
    testTriangles: laid.bodies.map(
      body =>
        body && ((first, count) => strikeTriangles(body.mesh.triangles, first, count, laid.inner.ray, laid.found)),
    ),
  }
  return rays
}

/** Distance to the wall that a ray from within the room ends on; writes the wall's number to `found[3]`. */
const strikeWalls = (bounds: Float64Array, { ray, inverse }: Walker, found: Float64Array): void => {
  for (let axis = 0; axis < 3; axis++) {
    if (ray[axis + 3] === 0) continue
    const side = ray[axis + 3]! < 0 ? axis : axis + 3
    const distance = (bounds[side]! - ray[axis]!) * inverse[axis]!
    if (distance < found[0]!) {
      found[0] = Math.max(0, distance)
      found[3] = side
    }
  }
}

/** The fast loops with a scene loaded; undefined where it does not fit or this machine has none. */
export const loopsFor = (scene: RayScene): Loops | undefined => {
  if (scene.loops && !loadScene(scene.loops, scene)) scene.loops = undefined
  return scene.loops
}

const setRayInLoops = (
  { f64 }: Loops,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
): void => {
  f64[RAY_AT] = ox
  f64[RAY_AT + 1] = oy
  f64[RAY_AT + 2] = oz
  f64[RAY_AT + 3] = dx
  f64[RAY_AT + 4] = dy
  f64[RAY_AT + 5] = dz
}

const readHit = ({ f64, i32 }: Loops, hit: Hit): void => {
  hit.distanceM = f64[HIT_AT]!
  hit.s = f64[HIT_AT + 1]!
  hit.t = f64[HIT_AT + 2]!
  hit.surface = i32[HIT_NUMBERS_AT]!
  hit.isFront = i32[HIT_NUMBERS_AT + 1] === 1
  hit.triangle = i32[HIT_NUMBERS_AT + 2]!
}

const setRay = ({ outer }: RayScene, ox: number, oy: number, oz: number, dx: number, dy: number, dz: number): void => {
  const { ray } = outer
  ray[0] = ox
  ray[1] = oy
  ray[2] = oz
  ray[3] = dx
  ray[4] = dy
  ray[5] = dz
  aimWalker(outer)
}

/** Place on a wall from its linear forms. */
const placeOnWall = (forms: Float64Array, side: number, ray: Float64Array, hit: Hit): void => {
  const x = ray[0]! + hit.distanceM * ray[3]!
  const y = ray[1]! + hit.distanceM * ray[4]!
  const z = ray[2]! + hit.distanceM * ray[5]!
  const at = side * 8
  hit.s = forms[at]! * x + forms[at + 1]! * y + forms[at + 2]! * z - forms[at + 3]!
  hit.t = forms[at + 4]! * x + forms[at + 5]! * y + forms[at + 6]! * z - forms[at + 7]!
  hit.isFront = true
  hit.triangle = -1
}

const isFrontStruck = (scene: RayScene, primitive: number, ray: Float64Array, found: Float64Array): boolean => {
  const { data } = scene
  const distance = found[0]!
  const at = primitive * STRIDE
  switch (scene.kinds[primitive]) {
    case KIND.arc: {
      const [px, py, pz] = [
        ray[0]! + distance * ray[3]! - data[at]!,
        ray[1]! + distance * ray[4]! - data[at + 1]!,
        ray[2]! + distance * ray[5]! - data[at + 2]!,
      ]
      const along = px * data[at + 3]! + py * data[at + 4]! + pz * data[at + 5]!
      const outward =
        (px - along * data[at + 3]!) * ray[3]! +
        (py - along * data[at + 4]!) * ray[4]! +
        (pz - along * data[at + 5]!) * ray[5]!
      return outward > 0 === (data[at + 15] === 1)
    }
    case KIND.bowl:
      return (
        (ray[0]! + distance * ray[3]! - data[at]!) * ray[3]! +
          (ray[1]! + distance * ray[4]! - data[at + 1]!) * ray[4]! +
          (ray[2]! + distance * ray[5]! - data[at + 2]!) * ray[5]! >
        0
      )
    case KIND.body:
      return true
    default:
      return data[at]! * ray[3]! + data[at + 1]! * ray[4]! + data[at + 2]! * ray[5]! < 0
  }
}

/**
 * Finds the first surface along the ray that was set. Takes no numbers: passing those on would cost an allocation
 * each.
 */
const castSet = (scene: RayScene, hit: Hit): void => {
  const { found, walls, outer } = scene
  found[0] = Infinity
  found[3] = -1
  if (walls) strikeWalls(walls.bounds, outer, found)
  const side = found[3]!
  const isThing = walkTree(scene.tree, outer, found, false, scene.testNearest)
  hit.distanceM = found[0]!
  if (!isThing) {
    hit.surface = side < 0 ? -1 : walls!.surface[side]!
    if (side >= 0) placeOnWall(walls!.forms, side, outer.ray, hit)
    return
  }
  const primitive = found[3]!
  hit.surface = scene.surface[primitive]!
  hit.s = found[1]!
  hit.t = found[2]!
  hit.isFront = isFrontStruck(scene, primitive, outer.ray, found)
  hit.triangle = scene.kinds[primitive] === KIND.body ? found[4]! : -1
}

const isSetBlocked = (scene: RayScene): boolean => {
  scene.found[0] = 1
  return walkTree(scene.tree, scene.outer, scene.found, true, scene.testAny)
}

/** Finds the first surface along a ray and writes it to `hit`; `hit.surface` is -1 where there is none. */
export const castRay = (
  scene: RayScene,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  hit: Hit,
): void => {
  const loops = loopsFor(scene)
  if (loops) {
    setRayInLoops(loops, ox, oy, oz, dx, dy, dz)
    loops.cast()
    readHit(loops, hit)
    return
  }
  setRay(scene, ox, oy, oz, dx, dy, dz)
  castSet(scene, hit)
}

/** Rays that are handed to the loops in one go. */
const RAYS_AT_ONCE = 1024

/**
 * Casts many rays, six numbers each, and tells of each in turn what it struck. The hit is one and the same every time.
 */
export const castRays = (
  scene: RayScene,
  rays: Float64Array,
  count: number,
  tell: (index: number, hit: Hit) => void,
): void => {
  const hit = noHit()
  const loops = loopsFor(scene)
  const room = loops && roomForRays(loops, Math.min(count, RAYS_AT_ONCE))
  if (!loops || room === undefined) {
    for (let index = 0, at = 0; index < count; index++, at += 6) {
      castRay(scene, rays[at]!, rays[at + 1]!, rays[at + 2]!, rays[at + 3]!, rays[at + 4]!, rays[at + 5]!, hit)
      tell(index, hit)
    }
    return
  }
  for (let from = 0; from < count; from += RAYS_AT_ONCE) {
    const some = Math.min(count - from, RAYS_AT_ONCE)
    // Whoever is told may have cast rays of another scene meanwhile.
    loopsFor(scene)
    for (let index = 0, to = room / 8; index < some; index++, to += CAST_BYTES / 8)
      loops.f64.set(rays.subarray((from + index) * 6, (from + index) * 6 + 6), to)
    loops.castMany(some, room)
    const struck = loops.f64.slice(room / 8, (room + some * CAST_BYTES) / 8)
    const numbers = new Int32Array(struck.buffer)
    for (let index = 0; index < some; index++) {
      const at = (index * CAST_BYTES + CAST_HIT) / 8
      hit.distanceM = struck[at]!
      hit.s = struck[at + 1]!
      hit.t = struck[at + 2]!
      hit.surface = numbers[at * 2 + 6]!
      hit.isFront = numbers[at * 2 + 7] === 1
      hit.triangle = numbers[at * 2 + 8]!
      tell(from + index, hit)
    }
  }
}

const roomForRays = ({ regions: { scratch } }: Loops, count: number): number | undefined => {
  scratch.next = scratch.start
  return takeRoom(scratch, count * CAST_BYTES)
}

/**
 * Whether anything stands between two points: the ray runs from o for one length of d. Walls of the room are not
 * asked.
 */
export const isBlocked = (
  scene: RayScene,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
): boolean => {
  const loops = loopsFor(scene)
  if (loops) {
    setRayInLoops(loops, ox, oy, oz, dx, dy, dz)
    return loops.blocked() === 1
  }
  setRay(scene, ox, oy, oz, dx, dy, dz)
  return isSetBlocked(scene)
}
