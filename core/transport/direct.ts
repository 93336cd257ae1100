import type { Emitter } from '../sources/emitter'
import type { Receptor } from '../photometry/meter'
import { add, scale, type Vector } from '../units/vector'
import { isBlocked, RAY_OFFSET_M, type RayScene } from './kernel'

/** Points over the front of a light, each standing for an equal part of it. */
export type EmitterSamples = {
  emitter: Emitter
  count: number
  positions: Float64Array
}

const discPoint = (a: number, b: number): [number, number] => {
  // Concentric map from the square to the disc, equal areas to equal areas (P. Shirley and K. Chiu, 1997).
  if (a === 0 && b === 0) return [0, 0]
  const [radius, angle] = Math.abs(a) > Math.abs(b) ? [a, Math.PI / 4 * (b / a)] : [b, Math.PI / 2 - Math.PI / 4 * (a / b)]
  return [radius * Math.cos(angle), radius * Math.sin(angle)]
}

/** Spreads `perSide` squared points evenly over a light's front. */
export const sampleEmitter = (emitter: Emitter, perSide: number): EmitterSamples => {
  const positions = new Float64Array(perSide * perSide * 3)
  const { front } = emitter
  for (let index = 0; index < perSide * perSide; index++) {
    const a = ((index % perSide) + 0.5) / perSide * 2 - 1
    const b = (Math.floor(index / perSide) + 0.5) / perSide * 2 - 1
    const [across, up] = front.shape === 'rectangle'
      ? [a * front.widthM / 2, b * front.heightM / 2]
      : discPoint(a, b).map(share => share * front.radiusM) as [number, number]
    const point: Vector = add(emitter.centre, add(scale(emitter.across, across), scale(emitter.up, up)))
    positions.set(point, index * 3)
  }
  return { emitter, count: perSide * perSide, positions }
}

/** Whether a light can reach a receiver at all: 0 where nothing does, so callers can skip shadows. */
const sampleWeight = (samples: EmitterSamples, index: number, x: number, y: number, z: number, nx: number, ny: number, nz: number, isDome: boolean): number => {
  const { axis, exponent } = samples.emitter
  const dx = samples.positions[index * 3]! - x
  const dy = samples.positions[index * 3 + 1]! - y
  const dz = samples.positions[index * 3 + 2]! - z
  const squared = dx * dx + dy * dy + dz * dz
  const length = Math.sqrt(squared)
  const leaving = -(dx * axis[0] + dy * axis[1] + dz * axis[2]) / length
  if (leaving <= 0) return 0
  const arriving = (dx * nx + dy * ny + dz * nz) / length
  const response = isDome ? (1 + arriving) / 2 : arriving
  return response <= 0 ? 0 : leaving ** exponent * response / squared
}

/**
 * Direct light at a point per unit of axis intensity (1 / m^2), shadows included: times lx s m^2 it is lux-seconds.
 * Each sample carries I0 cos^m over its share of the front, so that near an area source the inverse square bends as it should.
 */
export const directAt = (samples: EmitterSamples, scene: RayScene, x: number, y: number, z: number, nx: number, ny: number, nz: number, receptor: Receptor): number => {
  let sum = 0
  const isDome = receptor === 'dome'
  // A flat receptor lies on a surface, so its rays start clear of it; a dome hangs in free air.
  const lift = isDome ? 0 : RAY_OFFSET_M
  const ox = x + lift * nx
  const oy = y + lift * ny
  const oz = z + lift * nz
  for (let index = 0; index < samples.count; index++) {
    const weight = sampleWeight(samples, index, x, y, z, nx, ny, nz, isDome)
    if (weight === 0) continue
    const dx = samples.positions[index * 3]! - ox
    const dy = samples.positions[index * 3 + 1]! - oy
    const dz = samples.positions[index * 3 + 2]! - oz
    if (!isBlocked(scene, ox, oy, oz, dx, dy, dz)) sum += weight
  }
  return sum / samples.count
}

/** The same on a flat receptor without shadows. */
export const openLightAt = (samples: EmitterSamples, x: number, y: number, z: number, nx: number, ny: number, nz: number): number => {
  let sum = 0
  for (let index = 0; index < samples.count; index++) sum += sampleWeight(samples, index, x, y, z, nx, ny, nz, false)
  return sum / samples.count
}

/**
 * Share of a light's front that is not hidden, asked at every `step`th sample from `first` on.
 * Only what lies above the surface counts: the rest gives no light there, hidden or not.
 */
export const visibleShare = (samples: EmitterSamples, scene: RayScene, x: number, y: number, z: number, nx: number, ny: number, nz: number, first: number, step: number): number => {
  let seen = 0
  let asked = 0
  for (let index = first; index < samples.count; index += step) {
    const dx = samples.positions[index * 3]! - x
    const dy = samples.positions[index * 3 + 1]! - y
    const dz = samples.positions[index * 3 + 2]! - z
    if (dx * nx + dy * ny + dz * nz <= 0) continue
    asked += 1
    if (!isBlocked(scene, x, y, z, dx, dy, dz)) seen += 1
  }
  return asked === 0 ? 1 : seen / asked
}
