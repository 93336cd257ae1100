import { loopsFor, noHit, RAY_OFFSET_M } from '../geometry/kernel'
import { loadPatches } from '../loops/groundInLoops'
import { STRUCK_GLOSS, UNKNOWN_REACH } from '../loops/layout'
import { takeRoom, type Loops } from '../loops/loops'
import type { Receptor } from '../photometry/meter'
import type { Rgb } from '../units/rgb'
import { NO_CHANGES, putChanges, type Changes } from './changes'
import { directionAround, followRay, type Ground } from './follow'
import { fraction, R2_STEP_X, R2_STEP_Y, scramble } from './sequence'

/** The patches that a receptor sees, each ray an equal share of its response. */
export type View = {
  receptor: Receptor
  seen: Int32Array
  /** Length of each ray, metres: tells whether a change concerns it; below 0 where it is not known. */
  reach: Float32Array
}

/** Light in a uniform field, as a multiple of the surrounding radiosity: a dome sees both halves of the sphere. */
const FIELD_RESPONSE: Record<Receptor, number> = { flat: 1, dome: 2 }

/** Casts the rays of one receptor, spread by its response. The view holds for any lights. */
export const castView = (
  ground: Ground,
  position: readonly number[],
  facing: readonly number[],
  receptor: Receptor,
  rays: number,
  { seed = 0, earlier }: { seed?: number; earlier?: { view: View; changes: Changes } } = {},
): View => {
  const from: readonly [number, number] = seed === 0 ? [0.5, 0.5] : [scramble(seed, 41), scramble(seed, 43)]
  const lift = receptor === 'flat' ? RAY_OFFSET_M : 0
  const [x, y, z] = [
    position[0]! + lift * facing[0]!,
    position[1]! + lift * facing[1]!,
    position[2]! + lift * facing[2]!,
  ]
  const loops = loopsFor(ground.rays)
  const mayKeep = earlier && loops && earlier.view.seen.length === rays
  const [seen, reach] = mayKeep
    ? [earlier.view.seen.slice(), earlier.view.reach.slice()]
    : [new Int32Array(rays), new Float32Array(rays)]
  const changes = mayKeep ? earlier.changes : undefined
  const looking = { ground, eye: [x, y, z] as const, facing, receptor, from, seen, reach, changes }
  if (!loops || !lookInLoops(loops, looking)) lookPlainly(looking, false)
  else if (seen.includes(STRUCK_GLOSS)) lookPlainly(looking, true)
  return { receptor, seen, reach }
}

/** A receptor that looks around from its eye, facing one way, and what it sees so far. */
type Looking = {
  ground: Ground
  eye: readonly [number, number, number]
  facing: readonly number[]
  receptor: Receptor
  from: readonly [number, number]
  seen: Int32Array
  reach: Float32Array
  changes: Changes | undefined
}

/** In the fast loops; false where what they need does not fit. Rays that struck gloss are left to be followed. */
const lookInLoops = (loops: Loops, looking: Looking): boolean => {
  const { ground, eye, facing, receptor, from, seen, reach, changes } = looking
  const { scratch } = loops.regions
  scratch.next = scratch.start
  const [seenAt, reachAt] = [takeRoom(scratch, seen.byteLength), takeRoom(scratch, reach.byteLength)]
  const put = changes ? putChanges(loops, changes) : NO_CHANGES
  if (seenAt === undefined || reachAt === undefined || !put || !loadPatches(loops, ground)) return false
  if (changes) {
    loops.i32.set(seen, seenAt / 4)
    loops.f32.set(reach, reachAt / 4)
  }
  const [nx, ny, nz] = [facing[0]!, facing[1]!, facing[2]!]
  const isDome = receptor === 'dome' ? 1 : 0
  loops.look(...eye, nx, ny, nz, isDome, seen.length, ...from, seenAt, reachAt, put.changes, put.touched)
  seen.set(loops.i32.subarray(seenAt / 4, seenAt / 4 + seen.length))
  reach.set(loops.f32.subarray(reachAt / 4, reachAt / 4 + reach.length))
  return true
}

const lookPlainly = (
  { ground, eye: [x, y, z], facing, receptor, from: [aFrom, bFrom], seen, reach }: Looking,
  areFewLeft: boolean,
): void => {
  const way = new Float64Array(3)
  const hit = noHit()
  for (let ray = 0; ray < seen.length; ray++) {
    if (areFewLeft && seen[ray] !== STRUCK_GLOSS) continue
    reach[ray] = UNKNOWN_REACH
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
