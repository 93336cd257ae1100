import { noHit, RAY_OFFSET_M } from '../geometry/kernel'
import { directionAround, followRay, type Ground } from './follow'
import { enteringShare } from './gloss'
import { sideOfPatch, type Patches } from './patches'
import type { PatchSamples } from './patchSamples'
import { fraction, R2_STEP_X, R3_STEPS, scramble, SEED_SALTS } from './sequence'
import type { Steps } from '../../shared/steps'

/** What each patch sees: the patches that its cosine-distributed rays end on; -1 for a ray that brings nothing. */
export type Rows = {
  /** Rays of patch p stand at `first[p] .. first[p + 1] - 1`. */
  first: Int32Array
  seen: Int32Array
}

const rayCounts = ({ patches }: Ground, samples: PatchSamples, raysPerPatch: number): Int32Array =>
  Int32Array.from({ length: patches.count }, (_, patch) => (samples.exposed[patch] ? raysPerPatch : 0))

const PATCHES_A_STEP = 64
/** Takes a second draw from one number that has nothing to do with the first. */
const LUCK_APART = 1021

/** Casts the rays of every patch. The rows hold for any lights, as long as surfaces stay where they are. */
export function* castRows(ground: Ground, samples: PatchSamples, raysPerPatch: number, seed = 0): Steps<Rows> {
  const { patches, scene } = ground
  const counts = rayCounts(ground, samples, raysPerPatch)
  const first = new Int32Array(patches.count + 1)
  for (let patch = 0; patch < patches.count; patch++) first[patch + 1] = first[patch]! + counts[patch]!
  const seen = new Int32Array(first[patches.count]!).fill(-1)
  const way = new Float64Array(3)
  const hit = noHit()
  const p = samples.points
  for (let patch = 0; patch < patches.count; patch++) {
    if (patch % PATCHES_A_STEP === 0) yield patch / patches.count
    const { gloss } = sideOfPatch(scene, patches, patch)
    const offsets = [1, 2, 3, 4].map(salt => scramble(patch, salt + SEED_SALTS * seed)) as [
      number,
      number,
      number,
      number,
    ]
    const start = first[patch]!
    for (let ray = 0; ray < counts[patch]!; ray++) {
      // Place and direction come from one three-dimensional sequence, or places would favour directions.
      const at =
        (patch * samples.perPatch + Math.floor(fraction(offsets[0] + ray * R3_STEPS[2]) * samples.perPatch)) * 6
      const a = fraction(offsets[1] + ray * R3_STEPS[0])
      const b = fraction(offsets[2] + ray * R3_STEPS[1])
      const luck = fraction(offsets[3] + ray * R2_STEP_X)
      if (gloss && fraction(luck * LUCK_APART) >= enteringShare(gloss, Math.sqrt(1 - a))) continue
      const nx = p[at + 3]!
      const ny = p[at + 4]!
      const nz = p[at + 5]!
      directionAround(nx, ny, nz, Math.sqrt(a), Math.sqrt(1 - a), 2 * Math.PI * b, way)
      seen[start + ray] = followRay(
        ground,
        p[at]! + RAY_OFFSET_M * nx,
        p[at + 1]! + RAY_OFFSET_M * ny,
        p[at + 2]! + RAY_OFFSET_M * nz,
        way[0]!,
        way[1]!,
        way[2]!,
        luck,
        hit,
      )
    }
  }
  return { first, seen }
}

const CONVERGED = 2e-4
const MOST_ROUNDS = 200

/** The light of an integrating sphere as a first guess: sum(A rho E0) / sum(A (1 - rho - tau)), channel by channel. */
const closedRoomGuess = ({ count, areaM2, reflectance, transmittance }: Patches, direct: Float64Array): number[] =>
  [0, 1, 2].map(channel => {
    let [sent, absorbing] = [0, 0]
    for (let at = channel, patch = 0; patch < count; at += 3, patch++) {
      const kept = reflectance[at]! + transmittance[at]!
      sent += areaM2[patch]! * kept * direct[at]!
      absorbing += areaM2[patch]! * (1 - kept)
    }
    return absorbing > 0 ? sent / absorbing : 0
  })

/**
 * What every patch sends out, and what of it reaches every patch; three channels a patch, in the unit of the direct
 * light.
 */
export type Balance = { radiosity: Float64Array; received: Float64Array }

/**
 * Solves the diffuse interreflection by rounds (Gauss-Seidel): what a patch sends out is its reflectance times what
 * it receives, and
 * the transmittance times what the other side of its sheet receives.
 * @param direct irradiance of each patch from the light alone, three channels a patch
 */
export const solveRadiosity = (patches: Patches, rows: Rows, direct: Float64Array): Balance => {
  const { count, areaM2, reflectance, transmittance, partner } = patches
  const { first, seen } = rows
  const guess = closedRoomGuess(patches, direct)
  const received = direct.map((_, at) => guess[at % 3]!)
  // Half the bytes stay closer to the processor; seven digits are far more than the rounds ask for.
  const radiosity = Float32Array.from(
    direct,
    (value, at) => (reflectance[at]! + transmittance[at]!) * (value + guess[at % 3]!),
  )
  for (let round = 0; round < MOST_ROUNDS; round++) {
    let change = 0
    let total = 0
    for (let patch = 0; patch < count; patch++) {
      let red = 0
      let green = 0
      let blue = 0
      const end = first[patch + 1]!
      for (let ray = first[patch]!; ray < end; ray++) {
        const sender = seen[ray]! * 3
        if (sender < 0) continue
        red += radiosity[sender]!
        green += radiosity[sender + 1]!
        blue += radiosity[sender + 2]!
      }
      const share = end > first[patch]! ? 1 / (end - first[patch]!) : 0
      const at = patch * 3
      received[at] = red * share
      received[at + 1] = green * share
      received[at + 2] = blue * share
      const other = partner[patch]! * 3
      for (let channel = at; channel < at + 3; channel++) {
        let value = reflectance[channel]! * (direct[channel]! + received[channel]!)
        if (other >= 0)
          value += transmittance[channel]! * (direct[other + channel - at]! + received[other + channel - at]!)
        change += areaM2[patch]! * Math.abs(value - radiosity[channel]!)
        total += areaM2[patch]! * value
        radiosity[channel] = value
      }
    }
    if (change <= CONVERGED * total) break
  }
  return { radiosity: Float64Array.from(radiosity), received }
}
