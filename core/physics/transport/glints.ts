import { isBlocked, RAY_OFFSET_M } from '../geometry/kernel'
import type { Gloss } from '../geometry/surface'
import type { Vector } from '../units/vector'
import { directFromSample } from './direct'
import type { EmitterSamples } from './emitterSamples'
import { mirrored } from './follow'
import { lobeExponent } from './gloss'
import type { GlintPoint } from './mirrors'
import type { Stage } from './stage'

/** A glint point as one light strikes it: where its lobe looks, and its strength per unit of axis intensity. */
type LitGlint = { point: GlintPoint; lobe: Vector; strength: number; exponent: number }

/** Every glint point of the stage under a light, each with a few samples of the front in a row. */
export type LitGlints = { perPoint: number; lit: LitGlint[] }

const SAMPLES_A_POINT = 4

/** Lets a light strike the sides with lobes. */
export const strikeGlints = (stage: Stage, samples: EmitterSamples): LitGlints => ({
  perPoint: SAMPLES_A_POINT,
  lit: stage.mirrors.glints.flatMap((point, at) =>
    Array.from({ length: SAMPLES_A_POINT }, (_, turn): LitGlint => {
      const index = (at * 5 + turn * Math.max(1, Math.floor(samples.count / SAMPLES_A_POINT))) % samples.count
      const [x, y, z] = point.position
      const toward: Vector = [
        samples.positions[index * 3]! - x,
        samples.positions[index * 3 + 1]! - y,
        samples.positions[index * 3 + 2]! - z,
      ]
      const size = Math.hypot(...toward)
      const cosine = (toward[0] * point.normal[0] + toward[1] * point.normal[1] + toward[2] * point.normal[2]) / size
      // A lobe counts light by its solid angle, without the cosine of arrival.
      const strength =
        cosine > 1e-3
          ? directFromSample(samples, index, stage.rays, x, y, z, ...point.normal) / cosine / SAMPLES_A_POINT
          : 0
      const away: Vector = [-toward[0] / size, -toward[1] / size, -toward[2] / size]
      return { point, lobe: mirrored(away, point.normal), strength, exponent: lobeExponent(point.halfWidthDeg) }
    }),
  ),
})

/**
 * Light that lobes throw on a receiver, per unit of axis intensity; asks every `step`th glint point from `first` on
 * for all.
 * What leaves a point toward the receiver is share (n + 1) / (2 pi) cos^n about the mirror direction, times the
 * light's strength.
 */
export const glintsAt = (
  stage: Stage,
  { perPoint, lit }: LitGlints,
  x: number,
  y: number,
  z: number,
  nx: number,
  ny: number,
  nz: number,
  isDome: boolean,
  first: number,
  step: number,
): number => {
  let sum = 0
  for (let start = first * perPoint; start < lit.length; start += step * perPoint) {
    const { point } = lit[start]!
    const [dx, dy, dz] = [point.position[0] - x, point.position[1] - y, point.position[2] - z]
    const size = Math.hypot(dx, dy, dz)
    const leaving = -(dx * point.normal[0] + dy * point.normal[1] + dz * point.normal[2]) / size
    const cosine = (dx * nx + dy * ny + dz * nz) / size
    const response = isDome ? (1 + cosine) / 2 : cosine
    if (leaving <= 0 || response <= 0) continue
    let strength = 0
    for (let index = start; index < start + perPoint; index++) {
      const { lobe, exponent, strength: lightStrength } = lit[index]!
      const along = -(dx * lobe[0] + dy * lobe[1] + dz * lobe[2]) / size
      if (lightStrength > 0 && along > 0)
        strength += ((lightStrength * (exponent + 1)) / (2 * Math.PI)) * along ** exponent
    }
    if (strength === 0) continue
    const [ox, oy, oz] = isDome ? [x, y, z] : [x + RAY_OFFSET_M * nx, y + RAY_OFFSET_M * ny, z + RAY_OFFSET_M * nz]
    const [qx, qy, qz] = [
      point.position[0] + RAY_OFFSET_M * point.normal[0],
      point.position[1] + RAY_OFFSET_M * point.normal[1],
      point.position[2] + RAY_OFFSET_M * point.normal[2],
    ]
    if (isBlocked(stage.rays, ox, oy, oz, qx - ox, qy - oy, qz - oz)) continue
    sum += (strength * point.share * point.areaM2 * leaving * response) / (size * size)
  }
  return sum * step
}

/** Samples of a front that one pixel on a lobed side asks. */
const LOOKS_A_POINT = 9

/**
 * How bright a side with a lobe looks where a light strikes it straight, per unit of axis intensity (1 / m^2 sr).
 * @param point place and normal
 * @param way unit direction that it is looked at along
 */
export const lobeToward = (
  stage: Stage,
  { front }: { front: EmitterSamples },
  gloss: Extract<Gloss, { kind: 'lobe' }>,
  point: ArrayLike<number>,
  way: ArrayLike<number>,
): number => {
  const [x, y, z, nx, ny, nz] = [point[0]!, point[1]!, point[2]!, point[3]!, point[4]!, point[5]!]
  const lobe = mirrored([way[0]!, way[1]!, way[2]!], [nx, ny, nz])
  const exponent = lobeExponent(gloss.halfWidthDeg)
  const step = Math.max(1, Math.floor(front.count / LOOKS_A_POINT))
  let [sum, asked] = [0, 0]
  for (let index = 0; index < front.count; index += step) {
    asked += 1
    const [dx, dy, dz] = [
      front.positions[index * 3]! - x,
      front.positions[index * 3 + 1]! - y,
      front.positions[index * 3 + 2]! - z,
    ]
    const size = Math.hypot(dx, dy, dz)
    const along = (dx * lobe[0] + dy * lobe[1] + dz * lobe[2]) / size
    const cosine = (dx * nx + dy * ny + dz * nz) / size
    if (along <= 0 || cosine <= 1e-3) continue
    const strength = along ** exponent
    if (strength > 1e-4) sum += (strength * directFromSample(front, index, stage.rays, x, y, z, nx, ny, nz)) / cosine
  }
  return (((gloss.share * (exponent + 1)) / (2 * Math.PI)) * sum) / asked
}
