import { noHit } from '../physics/geometry/kernel'
import { directAt, sampleEmitterFor } from '../physics/transport/direct'
import { followRay } from '../physics/transport/follow'
import type { LightField } from '../physics/transport/lightLayer'
import { fraction, R2_STEP_X, R2_STEP_Y, scramble } from '../physics/transport/sequence'
import type { Stage } from '../physics/transport/stage'
import { luminance, scaleRgb, type Rgb } from '../physics/units/rgb'
import { direction } from '../physics/units/vector'
import { project, throughLens, type Projection } from './projection'
import { RAYS, BEYOND_SHARE, BEYOND_DEG } from './thresholds'

/**
 * What a lens sees for its stray light: the patches that an even spread of the frame's rays ends on; and the solid
 * angle of the frame.
 */
export type LensView = { projection: Projection; seen: Int32Array; frameSr: number }

/**
 * Light in the lens, as the even light that a surface of reflectance 1 over the whole frame would have to receive to
 * be as bright:
 * lux-seconds (lux for continuous) at full power, per channel.
 */
export type LensLight = { scene: Rgb; lamp: Rgb }

/**
 * Solid angle of a rectangle a unit ahead of the eye, steradians: 4 asin(ab / sqrt((1 + a^2)(1 + b^2))) for its half
 * sides a and b.
 */
export const solidAngle = (halfWidth: number, halfHeight: number): number =>
  4 * Math.asin((halfWidth * halfHeight) / Math.sqrt((1 + halfWidth ** 2) * (1 + halfHeight ** 2)))

/** The light that reaches the lens from outside the frame and in it. */
export const lensViewOf = (stage: Stage, projection: Projection): LensView => {
  const seen = new Int32Array(RAYS)
  const through = throughLens(projection)
  const hit = noHit()
  for (let ray = 0; ray < RAYS; ray++) {
    const { from, way } = through(fraction(0.5 + ray * R2_STEP_X), fraction(0.5 + ray * R2_STEP_Y))
    seen[ray] = followRay(stage, ...from, ...direction(way), scramble(ray, 3), hit)
  }
  return { projection, seen, frameSr: solidAngle(projection.halfWidth, projection.halfHeight) }
}

/** How much a lamp at a place adds to the lens's stray light, as a share of what it would add inside the frame. */
const strayShare = (projection: Projection, place: readonly [number, number, number]): number => {
  const seen = project(projection, place)
  if (!seen) return 0
  const beyond = (at: number, half: number) =>
    (Math.max(0, Math.atan(Math.abs(at) * half) - Math.atan(half)) * 180) / Math.PI
  const outDeg = Math.hypot(beyond(seen.u, projection.halfWidth), beyond(seen.v, projection.halfHeight))
  return outDeg === 0 ? 1 : BEYOND_SHARE * Math.exp(-outDeg / BEYOND_DEG)
}

/** What one light puts into the lens: the frame's mean, and the lamp itself where it looks in. */
export const lensLightOf = (stage: Stage, { projection, seen, frameSr }: LensView, field: LightField): LensLight => {
  const sums = [0, 0, 0]
  for (const patch of seen) {
    if (patch < 0) continue
    for (let channel = 0; channel < 3; channel++)
      sums[channel]! += field.radiosity[patch * 3 + channel]! + (field.shining?.[patch * 3 + channel] ?? 0)
  }
  const scene: Rgb = [sums[0]! / seen.length, sums[1]! / seen.length, sums[2]! / seen.length]
  const share = strayShare(projection, field.emitter.centre)
  const open =
    share === 0
      ? 0
      : directAt(
          sampleEmitterFor(field.front, stage.quality.frontForPatches, projection.eye),
          stage.rays,
          ...projection.eye,
          ...projection.ahead,
          'flat',
        )
  // A lamp that gives E at the lens is as bright as E over the frame's solid angle; a surface under E' as E' / pi.
  return { scene, lamp: scaleRgb(field.emitter.intensity, (Math.PI * share * open) / frameSr) }
}

/** Both parts together. */
export const lensTotal = ({ scene, lamp }: LensLight): Rgb => [
  scene[0] + lamp[0],
  scene[1] + lamp[1],
  scene[2] + lamp[2],
]

/** Luminance of what reaches the lens, cd s/m². */
export const lensLuminance = (light: LensLight): number => luminance(lensTotal(light))
