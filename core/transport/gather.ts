import type { Receptor } from '../photometry/meter'
import { directionAround } from './interreflection'
import { castRay, noHit, RAY_OFFSET_M, type RayScene } from './kernel'
import { patchAt, type Patches } from './patches'
import { fraction, R2_STEP_X, R2_STEP_Y } from './sequence'

/** The patches that a receptor sees, each ray an equal share of its response. */
export type View = { receptor: Receptor, seen: Int32Array }

/** Light in a uniform field, as a multiple of the surrounding radiosity: a dome sees both halves of the sphere. */
const FIELD_RESPONSE: Record<Receptor, number> = { flat: 1, dome: 2 }

/** Casts the rays of one receptor, spread by its response. The view holds for any lights. */
export const castView = (scene: RayScene, patches: Patches, position: readonly number[], facing: readonly number[], receptor: Receptor, rays: number): View => {
  const seen = new Int32Array(rays)
  const way = new Float64Array(3)
  const hit = noHit()
  const lift = receptor === 'flat' ? RAY_OFFSET_M : 0
  const [x, y, z] = [position[0]! + lift * facing[0]!, position[1]! + lift * facing[1]!, position[2]! + lift * facing[2]!]
  for (let ray = 0; ray < rays; ray++) {
    const a = fraction(0.5 + ray * R2_STEP_X)
    const b = fraction(0.5 + ray * R2_STEP_Y)
    // Flat: cosine over the half sphere. Dome: (1 + cos) / 2 over the whole, whose share below c is ((1 + c) / 2)^2.
    const rise = receptor === 'flat' ? Math.sqrt(1 - a) : 2 * Math.sqrt(a) - 1
    directionAround(facing[0]!, facing[1]!, facing[2]!, Math.sqrt(Math.max(0, 1 - rise * rise)), rise, 2 * Math.PI * b, way)
    castRay(scene, x, y, z, way[0]!, way[1]!, way[2]!, hit)
    seen[ray] = patchAt(patches, hit)
  }
  return { receptor, seen }
}

/** Bounced light that a receptor reads, in the unit of the radiosity. */
export const gather = (view: View, radiosity: Float64Array): number => {
  let sum = 0
  for (let ray = 0; ray < view.seen.length; ray++) {
    const patch = view.seen[ray]!
    if (patch >= 0) sum += radiosity[patch]!
  }
  return FIELD_RESPONSE[view.receptor] * sum / view.seen.length
}
