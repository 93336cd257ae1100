import { castRay, noHit, RAY_OFFSET_M, type RayScene } from './kernel'
import { patchAt, type Patches } from './patches'
import type { PatchSamples } from './patchSamples'
import { fraction, R3_STEPS, scramble } from './sequence'

/** What each patch sees: the patches that `raysPerPatch` cosine-distributed rays end on; -1 for a ray that ends nowhere. */
export type Rows = { raysPerPatch: number, seen: Int32Array }

/** Unit direction about a normal; `level` and `rise` are its parts across and along the normal. Writes to `out`. */
export const directionAround = (nx: number, ny: number, nz: number, level: number, rise: number, angle: number, out: Float64Array): void => {
  // A frame around the normal without branches (T. Duff and others, "Building an Orthonormal Basis, Revisited", 2017).
  const sign = nz >= 0 ? 1 : -1
  const a = -1 / (sign + nz)
  const b = nx * ny * a
  const u = level * Math.cos(angle)
  const v = level * Math.sin(angle)
  out[0] = u * (1 + sign * nx * nx * a) + v * b + rise * nx
  out[1] = u * sign * b + v * (sign + ny * ny * a) + rise * ny
  out[2] = -u * sign * nx - v * ny + rise * nz
}

/** Casts the rays of every patch. The rows hold for any lights, as long as surfaces stay where they are. */
export const castRows = (scene: RayScene, patches: Patches, samples: PatchSamples, raysPerPatch: number): Rows => {
  const seen = new Int32Array(patches.count * raysPerPatch).fill(-1)
  const way = new Float64Array(3)
  const hit = noHit()
  for (let patch = 0; patch < patches.count; patch++) {
    if (!samples.exposed[patch]) continue
    for (let ray = 0; ray < raysPerPatch; ray++) {
      // Place and direction come from one three-dimensional sequence, or places would favour directions.
      const place = Math.floor(fraction(scramble(patch, 1) + ray * R3_STEPS[2]) * samples.perPatch)
      const at = (patch * samples.perPatch + place) * 6
      const [x, y, z, nx, ny, nz] = samples.points.subarray(at, at + 6) as unknown as [number, number, number, number, number, number]
      const a = fraction(scramble(patch, 2) + ray * R3_STEPS[0])
      const b = fraction(scramble(patch, 3) + ray * R3_STEPS[1])
      directionAround(nx, ny, nz, Math.sqrt(a), Math.sqrt(1 - a), 2 * Math.PI * b, way)
      castRay(scene, x + RAY_OFFSET_M * nx, y + RAY_OFFSET_M * ny, z + RAY_OFFSET_M * nz, way[0]!, way[1]!, way[2]!, hit)
      seen[patch * raysPerPatch + ray] = patchAt(patches, hit)
    }
  }
  return { raysPerPatch, seen }
}

/** Light that one patch receives from all it sees. */
const received = (rows: Rows, radiosity: Float64Array, patch: number): number => {
  let sum = 0
  const end = (patch + 1) * rows.raysPerPatch
  for (let ray = end - rows.raysPerPatch; ray < end; ray++) {
    const other = rows.seen[ray]!
    if (other >= 0) sum += radiosity[other]!
  }
  return sum / rows.raysPerPatch
}

/** Bounced light on every patch, in the unit of the radiosity. */
export const gatherOnPatches = (rows: Rows, radiosity: Float64Array): Float64Array =>
  radiosity.map((_, patch) => received(rows, radiosity, patch))

const CONVERGED = 1e-4
const MOST_ROUNDS = 200

/**
 * Solves the diffuse interreflection E = E0 + F (reflectance E) by fixed-point rounds, one channel.
 * Starts from the closed-room guess: sum(A rho E0) / sum(A (1 - rho)), the light of an integrating sphere.
 * @param direct irradiance of each patch from the light alone
 * @returns radiosity of each patch (reflectance times irradiance), in the unit of `direct`
 */
export const solveRadiosity = (patches: Patches, rows: Rows, direct: Float64Array, channel: number): Float64Array => {
  const { count, areaM2, reflectance } = patches
  let reflected = 0
  let absorbing = 0
  for (let patch = 0; patch < count; patch++) {
    const rho = reflectance[patch * 3 + channel]!
    reflected += areaM2[patch]! * rho * direct[patch]!
    absorbing += areaM2[patch]! * (1 - rho)
  }
  const guess = absorbing > 0 ? reflected / absorbing : 0
  let radiosity = new Float64Array(count)
  let next = new Float64Array(count)
  for (let patch = 0; patch < count; patch++) radiosity[patch] = reflectance[patch * 3 + channel]! * (direct[patch]! + guess)
  for (let round = 0; round < MOST_ROUNDS; round++) {
    let change = 0
    let total = 0
    for (let patch = 0; patch < count; patch++) {
      const value = reflectance[patch * 3 + channel]! * (direct[patch]! + received(rows, radiosity, patch))
      change += areaM2[patch]! * Math.abs(value - radiosity[patch]!)
      total += areaM2[patch]! * value
      next[patch] = value
    }
    [radiosity, next] = [next, radiosity]
    if (change <= CONVERGED * total) break
  }
  return radiosity
}
