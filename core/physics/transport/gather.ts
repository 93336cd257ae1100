import { noHit, RAY_OFFSET_M } from '../geometry/kernel'
import type { Receptor } from '../photometry/meter'
import type { Rgb } from '../units/rgb'
import { directionAround, followRay, type Ground } from './follow'
import { fraction, R2_STEP_X, R2_STEP_Y, scramble } from './sequence'

/** The patches that a receptor sees, each ray an equal share of its response. */
export type View = { receptor: Receptor; seen: Int32Array }

/** Light in a uniform field, as a multiple of the surrounding radiosity: a dome sees both halves of the sphere. */
const FIELD_RESPONSE: Record<Receptor, number> = { flat: 1, dome: 2 }

/** Casts the rays of one receptor, spread by its response. The view holds for any lights. */
export const castView = (
  ground: Ground,
  position: readonly number[],
  facing: readonly number[],
  receptor: Receptor,
  rays: number,
  seed = 0,
): View => {
  const [aFrom, bFrom] = seed === 0 ? [0.5, 0.5] : [scramble(seed, 41), scramble(seed, 43)]
  const seen = new Int32Array(rays)
  const way = new Float64Array(3)
  const hit = noHit()
  const lift = receptor === 'flat' ? RAY_OFFSET_M : 0
  const [x, y, z] = [
    position[0]! + lift * facing[0]!,
    position[1]! + lift * facing[1]!,
    position[2]! + lift * facing[2]!,
  ]
  for (let ray = 0; ray < rays; ray++) {
    const a = fraction(aFrom + ray * R2_STEP_X)
    const b = fraction(bFrom + ray * R2_STEP_Y)
    // Flat: cosine over the half sphere. Dome: (1 + cos) / 2 over the whole, whose share below c is ((1 + c) / 2)^2.
    const rise = receptor === 'flat' ? Math.sqrt(1 - a) : 2 * Math.sqrt(a) - 1
    directionAround(
      facing[0]!,
      facing[1]!,
      facing[2]!,
      Math.sqrt(Math.max(0, 1 - rise * rise)),
      rise,
      2 * Math.PI * b,
      way,
    )
    seen[ray] = followRay(ground, x, y, z, way[0]!, way[1]!, way[2]!, fraction(ray * 0.5545497), hit)
  }
  return { receptor, seen }
}

/** Bounced light that a receptor reads, per channel, in the unit of the radiosity (three channels a patch). */
export const gather = ({ seen, receptor }: View, radiosity: Float64Array): Rgb => {
  let [red, green, blue] = [0, 0, 0]
  for (let ray = 0; ray < seen.length; ray++) {
    const at = seen[ray]! * 3
    if (at < 0) continue
    red += radiosity[at]!
    green += radiosity[at + 1]!
    blue += radiosity[at + 2]!
  }
  const factor = FIELD_RESPONSE[receptor] / seen.length
  return [red * factor, green * factor, blue * factor]
}

/** The same told apart by the things that the rays ended on: `ownerOf` names the thing of a patch. */
export const gatherByOwner = (
  { seen, receptor }: View,
  radiosity: Float64Array,
  ownerOf: (patch: number) => string,
): Record<string, Rgb> => {
  const shares: Record<string, Rgb> = {}
  const factor = FIELD_RESPONSE[receptor] / seen.length
  for (const patch of seen) {
    if (patch < 0) continue
    const owner = ownerOf(patch)
    const [red, green, blue] = shares[owner] ?? [0, 0, 0]
    shares[owner] = [
      red + factor * radiosity[patch * 3]!,
      green + factor * radiosity[patch * 3 + 1]!,
      blue + factor * radiosity[patch * 3 + 2]!,
    ]
  }
  return shares
}
