/**
 * An independent reference: plain Monte Carlo path tracing with next-event estimation, in code of its own.
 * It shares the description of a set (surfaces, lights, meter points) with the core, and no computation.
 * Slow and simple on purpose; its error falls with the square root of the number of paths.
 */
import type { Emitter } from '#core/sources/emitter'
import type { Receptor } from '#core/photometry/meter'
import type { Surface } from '#core/transport/surface'

type V = { x: number, y: number, z: number }
type Ray = { from: V, way: V }
type Struck = { far: number, at: V, normal: V, returned: number }

const v = ([x, y, z]: readonly number[]): V => ({ x: x!, y: y!, z: z! })
const plus = (a: V, b: V, times = 1): V => ({ x: a.x + times * b.x, y: a.y + times * b.y, z: a.z + times * b.z })
const inner = (a: V, b: V): number => a.x * b.x + a.y * b.y + a.z * b.z
const outer = (a: V, b: V): V => ({ x: a.y * b.z - a.z * b.y, y: a.z * b.x - a.x * b.z, z: a.x * b.y - a.y * b.x })
const unit = (a: V): V => {
  const size = Math.sqrt(inner(a, a))
  return { x: a.x / size, y: a.y / size, z: a.z / size }
}

/** Marsaglia's xorshift, 32 bits (Journal of Statistical Software 8 (14), 2003). */
export const dice = (seed: number) => {
  let state = (seed * 2654435761 + 1013904223) >>> 0 || 1
  return () => {
    state ^= state << 13
    state >>>= 0
    state ^= state >>> 17
    state ^= state << 5
    state >>>= 0
    return state / 4294967296
  }
}
type Dice = ReturnType<typeof dice>

/** Luminance of a reflectance, weights of ITU-R BT.709. */
const level = (colour: readonly number[]) => 0.2126 * colour[0]! + 0.7152 * colour[1]! + 0.0722 * colour[2]!

const CLEAR = 1e-4

const strike = (surface: Surface, { from, way }: Ray): Struck | undefined => {
  if (surface.shape === 'sheet') {
    const [corner, s, t] = [v(surface.corner), v(surface.edgeS), v(surface.edgeT)]
    // Moeller and Trumbore's triple products, on a parallelogram.
    const p = outer(way, t)
    const determinant = inner(s, p)
    if (Math.abs(determinant) < 1e-12) return undefined
    const offset = plus(from, corner, -1)
    const a = inner(offset, p) / determinant
    if (a < 0 || a > 1) return undefined
    const q = outer(offset, s)
    const b = inner(way, q) / determinant
    if (b < 0 || b > 1) return undefined
    const far = inner(t, q) / determinant
    if (far < CLEAR) return undefined
    const face = unit(outer(s, t))
    const isFront = inner(face, way) < 0
    return { far, at: plus(from, way, far), normal: isFront ? face : plus({ x: 0, y: 0, z: 0 }, face, -1), returned: level(isFront ? surface.front : surface.back) }
  }
  const [c, r] = [v(surface.centre), v(surface.radii)]
  const o = { x: (from.x - c.x) / r.x, y: (from.y - c.y) / r.y, z: (from.z - c.z) / r.z }
  const d = { x: way.x / r.x, y: way.y / r.y, z: way.z / r.z }
  const [A, B, C] = [inner(d, d), 2 * inner(o, d), inner(o, o) - 1]
  const under = B * B - 4 * A * C
  if (under <= 0) return undefined
  const far = [(-B - Math.sqrt(under)) / (2 * A), (-B + Math.sqrt(under)) / (2 * A)].find(root => root > CLEAR)
  if (far === undefined) return undefined
  const at = plus(from, way, far)
  return { far, at, normal: unit({ x: (at.x - c.x) / r.x ** 2, y: (at.y - c.y) / r.y ** 2, z: (at.z - c.z) / r.z ** 2 }), returned: level(surface.front) }
}

const nearest = (surfaces: readonly Surface[], ray: Ray): Struck | undefined => {
  let best: Struck | undefined
  for (const surface of surfaces) {
    const struck = strike(surface, ray)
    if (struck && (!best || struck.far < best.far)) best = struck
  }
  return best
}

/** A direction with the density of the cosine about a normal: a point on the unit sphere that touches the plane (Malley and Lambert). */
const cosineWay = (normal: V, roll: Dice): V => {
  const height = 2 * roll() - 1
  const turn = 2 * Math.PI * roll()
  const ring = Math.sqrt(1 - height * height)
  return unit(plus(normal, { x: ring * Math.cos(turn), y: ring * Math.sin(turn), z: height }, 0.999999))
}

/** A direction from all round, every one alike. */
const anyWay = (roll: Dice): V => {
  const height = 2 * roll() - 1
  const turn = 2 * Math.PI * roll()
  const ring = Math.sqrt(1 - height * height)
  return { x: ring * Math.cos(turn), y: ring * Math.sin(turn), z: height }
}

/** A place on a light's front, every part alike. */
const onFront = ({ centre, across, up, front }: Emitter, roll: Dice): V => {
  let [a, b] = [0, 0]
  if (front.shape === 'rectangle') [a, b] = [(roll() - 0.5) * front.widthM, (roll() - 0.5) * front.heightM]
  else {
    do [a, b] = [2 * roll() - 1, 2 * roll() - 1]
    while (a * a + b * b > 1)
    ;[a, b] = [a * front.radiusM, b * front.radiusM]
  }
  return plus(plus(v(centre), v(across), a), v(up), b)
}

/** What one random point of a light gives at a place, for a receiver that responds by `response` to the cosine of arrival. */
const straight = (surfaces: readonly Surface[], light: Emitter, at: V, normal: V, response: (cosine: number) => number, roll: Dice): number => {
  const toward = plus(onFront(light, roll), at, -1)
  const far = Math.sqrt(inner(toward, toward))
  const way = unit(toward)
  const leaving = -inner(way, v(light.axis))
  const seen = response(inner(way, normal))
  if (leaving <= 0 || seen <= 0) return 0
  const block = nearest(surfaces, { from: plus(at, way, CLEAR), way })
  if (block && block.far < far - 2 * CLEAR) return 0
  return level(light.intensity) * leaving ** light.exponent * seen / (far * far)
}

export type Reference = { direct: number, bounced: number }

const flat = (cosine: number) => Math.max(0, cosine)
const dome = (cosine: number) => (1 + cosine) / 2
const LONGEST_PATH = 400

/** Exposure of every light at a receiver by so many paths, luminance, in the unit of the lights' intensity per square metre. */
export const tracePoint = (surfaces: readonly Surface[], lights: readonly Emitter[], point: { position: readonly number[], facing: readonly number[], receptor: Receptor }, paths: number, seed: number): Reference[] => {
  const roll = dice(seed)
  const [at, facing] = [v(point.position), v(point.facing)]
  const response = point.receptor === 'flat' ? flat : dome
  const sums = lights.map(() => ({ direct: 0, bounced: 0 }))
  for (let path = 0; path < paths; path++) {
    lights.forEach((light, index) => {
      sums[index]!.direct += straight(surfaces, light, at, facing, response, roll)
    })
    // A flat disc is met by the cosine, which weighs pi; a dome from all round, which weighs 4 pi times its response.
    const way = point.receptor === 'flat' ? cosineWay(facing, roll) : anyWay(roll)
    const weight = point.receptor === 'flat' ? Math.PI : 4 * Math.PI * dome(inner(way, facing))
    let ray: Ray = { from: at, way }
    for (let step = 0; step < LONGEST_PATH && weight > 0; step++) {
      const struck = nearest(surfaces, ray)
      if (!struck) break
      // A matt surface sends on its reflectance over pi.
      for (const [index, light] of lights.entries()) {
        sums[index]!.bounced += weight * struck.returned / Math.PI * straight(surfaces, light, struck.at, struck.normal, flat, roll)
      }
      // Russian roulette by the reflectance: what goes on, goes on whole.
      if (roll() >= struck.returned) break
      ray = { from: plus(struck.at, struck.normal, CLEAR), way: cosineWay(struck.normal, roll) }
    }
  }
  return sums.map(({ direct, bounced }) => ({ direct: direct / paths, bounced: bounced / paths }))
}
