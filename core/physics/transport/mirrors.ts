import { isBlocked, RAY_OFFSET_M, type RayScene } from '../geometry/kernel'
import { formsOf } from '../geometry/layOut'
import { sideOf, type Scene, type Sheet } from '../geometry/surface'
import type { Emitter } from '../sources/emitter'
import { cross, direction, dot, scale, subtract, type Vector } from '../units/vector'
import { isHidden, sampleWeight } from './direct'
import type { EmitterSamples } from './emitterSamples'
import { mirrored } from './follow'
import { fresnel } from './gloss'
import { sideOfPatch, type Patches } from './patches'
import type { PatchSamples } from './patchSamples'

/** A flat coated side, which shows every light a second time behind itself. */
export type Mirror = {
  normal: Vector
  offset: number
  /** Linear forms of the sheet's coordinates, and whether it is round. */
  forms: readonly number[]
  isRound: boolean
  refractiveIndex: number
}

/** A place on a side with a lobe, and the area that it stands for. */
export type GlintPoint = { position: Vector; normal: Vector; areaM2: number; share: number; halfWidthDeg: number }

/**
 * Glossy sides that throw a light on: as mirrors, or spread by lobes. Curved coats throw on what patches send, not
 * lights.
 */
export type Mirrors = { planes: Mirror[]; glints: GlintPoint[] }

const planesOf = (sheet: Sheet): Mirror[] =>
  [true, false].flatMap(isFront => {
    const { gloss } = sideOf(sheet, isFront, 0)
    if (gloss?.kind !== 'coat') return []
    const normal = scale(direction(cross(sheet.edgeS, sheet.edgeT)), isFront ? 1 : -1)
    return [
      {
        normal,
        offset: dot(normal, sheet.corner),
        forms: formsOf(sheet),
        isRound: sheet.isRound,
        refractiveIndex: gloss.refractiveIndex,
      },
    ]
  })

/** Surfaces that mirror light onto others, with what they mirror. */
export const mirrorsOf = (scene: Scene, samples: PatchSamples, patches: Patches): Mirrors => {
  const planes = scene.surfaces.flatMap(surface => (surface.shape === 'sheet' ? planesOf(surface) : []))
  const glints: GlintPoint[] = []
  for (let patch = 0; patch < patches.count; patch++) {
    const { gloss } = sideOfPatch(scene, patches, patch)
    if (gloss?.kind !== 'lobe' || !samples.exposed[patch]) continue
    for (let index = 0; index < samples.perPatch; index++) {
      const [x, y, z, nx, ny, nz] = samples.points.subarray((patch * samples.perPatch + index) * 6) as unknown as [
        number,
        number,
        number,
        number,
        number,
        number,
      ]
      glints.push({
        position: [x, y, z],
        normal: [nx, ny, nz],
        areaM2: patches.areaM2[patch]! / samples.perPatch,
        share: gloss.share,
        halfWidthDeg: gloss.halfWidthDeg,
      })
    }
  }
  return { planes, glints }
}

/** A light as it appears behind a mirror. */
export const imageIn = (mirror: Mirror, emitter: Emitter): Emitter => {
  const height = dot(emitter.centre, mirror.normal) - mirror.offset
  return {
    ...emitter,
    centre: subtract(emitter.centre, scale(mirror.normal, 2 * height)),
    axis: mirrored(emitter.axis, mirror.normal),
    across: mirrored(emitter.across, mirror.normal),
    up: mirrored(emitter.up, mirror.normal),
  }
}

const isWithin = ({ forms, isRound }: Mirror, x: number, y: number, z: number): boolean => {
  const s = forms[0]! * x + forms[1]! * y + forms[2]! * z - forms[3]!
  const t = forms[4]! * x + forms[5]! * y + forms[6]! * z - forms[7]!
  return isRound ? (s - 0.5) ** 2 + (t - 0.5) ** 2 <= 0.25 : s >= 0 && s <= 1 && t >= 0 && t <= 1
}

/** A light and its image in a mirror, sampled alike. */
export type MirroredLight = { mirror: Mirror; image: EmitterSamples; light: EmitterSamples }

/** What one sample of a light gives a receiver by way of a mirror, per unit of axis intensity. */
export const viaMirror = (
  { mirror, image, light }: MirroredLight,
  index: number,
  rays: RayScene,
  x: number,
  y: number,
  z: number,
  nx: number,
  ny: number,
  nz: number,
  isDome: boolean,
): number => {
  const { normal, offset } = mirror
  const above = x * normal[0] + y * normal[1] + z * normal[2] - offset
  const p = image.positions
  const ix = p[index * 3]!
  const iy = p[index * 3 + 1]!
  const iz = p[index * 3 + 2]!
  const below = ix * normal[0] + iy * normal[1] + iz * normal[2] - offset
  if (above <= RAY_OFFSET_M || below >= 0) return 0
  const weight = sampleWeight(image, index, x, y, z, nx, ny, nz, isDome)
  if (weight === 0) return 0
  const share = above / (above - below)
  const sx = x + share * (ix - x)
  const sy = y + share * (iy - y)
  const sz = z + share * (iz - z)
  if (!isWithin(mirror, sx, sy, sz)) return 0
  const qx = sx + RAY_OFFSET_M * normal[0]
  const qy = sy + RAY_OFFSET_M * normal[1]
  const qz = sz + RAY_OFFSET_M * normal[2]
  const lift = isDome ? 0 : RAY_OFFSET_M
  const ox = x + lift * nx
  const oy = y + lift * ny
  const oz = z + lift * nz
  if (isBlocked(rays, ox, oy, oz, qx - ox, qy - oy, qz - oz) || isHidden(light, index, rays, qx, qy, qz)) return 0
  return weight * fresnel((above - below) / Math.hypot(ix - x, iy - y, iz - z), mirror.refractiveIndex)
}
