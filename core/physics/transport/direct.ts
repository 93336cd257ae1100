import type { Emitter } from '../sources/emitter'
import { frontArea } from '../sources/frontShape'
import type { Lens } from '../sources/modifier'
import { onProfile, profileOf, shapingOf } from '../sources/pattern'
import { relativeIntensity } from '../sources/photometricTable'
import type { Receptor } from '../photometry/meter'
import { emptyBox, holdPlaces } from '../geometry/box'
import { isBlocked, loopsFor, RAY_OFFSET_M, type RayScene } from '../geometry/kernel'
import { loadFront } from '../loops/frontInLoops'
import type { EmitterSamples } from './emitterSamples'
import { placeOnFront } from './front'
import { fraction } from './sequence'

const GOLDEN = (Math.sqrt(5) - 1) / 2

/** The box around a front's samples. */
export const frontBox = ({ positions, count }: EmitterSamples): Float64Array => {
  const box = emptyBox()
  holdPlaces(box, positions, 0, count, 3)
  return box
}

/** Room for samples of a front with given shares; what does not depend on them is taken over. */
const samplesOf = (
  like: Pick<EmitterSamples, 'emitter' | 'profile' | 'shaping'>,
  shares: Float64Array,
): EmitterSamples => ({
  emitter: like.emitter,
  profile: like.profile,
  shaping: like.shaping,
  count: shares.length,
  positions: new Float64Array(shares.length * 3),
  across: new Float64Array(shares.length),
  up: new Float64Array(shares.length),
  shares,
})

/**
 * Spreads `perSide` squared points evenly over a light's front: a lattice of the golden ratio, so that an edge that
 * crosses the
 * front at any angle uncovers it in as many steps as there are points, and not a row at a time.
 */
export const sampleEmitter = (emitter: Emitter, perSide: number): EmitterSamples =>
  resampled({ emitter, profile: profileOf(emitter), shaping: shapingOf(emitter) }, perSide)

/** The same front sampled by another number of points. */
export const resampled = (
  like: Pick<EmitterSamples, 'emitter' | 'profile' | 'shaping'>,
  perSide: number,
): EmitterSamples => {
  const samples = samplesOf(like, new Float64Array(perSide * perSide).fill(1 / perSide ** 2))
  for (let index = 0; index < samples.count; index++) {
    placeOnFront(like.emitter, (index + 0.5) / samples.count, fraction(0.5 + index * GOLDEN), samples, index)
  }
  return samples
}

/** What a light sends out behind its front: what was measured there, or the spill of an open back. */
const behind = (
  { table, back, across: a, up: u }: Emitter,
  dx: number,
  dy: number,
  dz: number,
  ahead: number,
): number => {
  if (table)
    return relativeIntensity(table, dx * a[0] + dy * a[1] + dz * a[2], dx * u[0] + dy * u[1] + dz * u[2], ahead)
  return back ? back.share * (-ahead) ** back.exponent : 0
}

/** Relative intensity of a sample in a direction (d, of unit length, away from the light). */
const intensityToward = (
  { emitter, across, up, profile, shaping }: EmitterSamples,
  index: number,
  dx: number,
  dy: number,
  dz: number,
): number => {
  const { axis, front } = emitter
  const ahead = dx * axis[0] + dy * axis[1] + dz * axis[2]
  const isBall = front.shape === 'ball'
  if (!isBall && ahead <= 0) return behind(emitter, dx, dy, dz, ahead)
  const open = isBall || emitter.table ? 1 : onProfile(profile, ahead)
  if (open === 0 || !shaping || ahead <= 0) return open
  const [a, u] = [emitter.across, emitter.up]
  return (
    open *
    shaping(across[index]!, up[index]!, dx * a[0] + dy * a[1] + dz * a[2], dx * u[0] + dy * u[1] + dz * u[2], ahead)
  )
}

/**
 * What a lens gives near by, as a share of what the inverse square of its far beam says: seen from a distance d on
 * the axis the lens
 * shines out to rho = spread / (1 / d + 1 / image), at most to its rim. So a flood falls off as if its lamp stood at
 * the image, behind
 * the lens, and a spot's beam as from the lens itself.
 */
const nearLens = ({ spread, imageM }: Lens, front: Emitter['front'], distanceM: number): number => {
  const rim = front.shape === 'disc' ? front.radiusM : Number.POSITIVE_INFINITY
  const lit = Math.min(rim, spread / (1 / distanceM + 1 / imageM))
  return (lit / Math.min(rim, spread * imageM)) ** 2
}

/**
 * What one sample gives a receiver without shadows, per unit of axis intensity: 0 where it gives nothing, so callers
 * can skip shadows.
 */
export const sampleWeight = (
  samples: EmitterSamples,
  index: number,
  x: number,
  y: number,
  z: number,
  nx: number,
  ny: number,
  nz: number,
  isDome: boolean,
): number => {
  const dx = samples.positions[index * 3]! - x
  const dy = samples.positions[index * 3 + 1]! - y
  const dz = samples.positions[index * 3 + 2]! - z
  const squared = dx * dx + dy * dy + dz * dz
  const inverse = 1 / Math.sqrt(squared)
  const arriving = (dx * nx + dy * ny + dz * nz) * inverse
  const response = isDome ? (1 + arriving) / 2 : arriving
  if (response <= 0) return 0
  const { lens, front } = samples.emitter
  const near = lens === null ? 1 : nearLens(lens, front, Math.sqrt(squared))
  return (
    ((intensityToward(samples, index, -dx * inverse, -dy * inverse, -dz * inverse) * response * near) / squared) *
    samples.shares[index]!
  )
}

/** Whether a sample is hidden from a place. */
export const isHidden = (
  { positions }: EmitterSamples,
  index: number,
  scene: RayScene,
  x: number,
  y: number,
  z: number,
): boolean =>
  isBlocked(scene, x, y, z, positions[index * 3]! - x, positions[index * 3 + 1]! - y, positions[index * 3 + 2]! - z)

/**
 * Direct light at a point per unit of axis intensity (1 / m^2), shadows included: times lx s m^2 it is lux-seconds.
 * Each sample carries I0 and the pattern over its share of the front, so that near an area source the inverse square
 * bends as it should.
 */
export const directAt = (
  samples: EmitterSamples,
  scene: RayScene,
  x: number,
  y: number,
  z: number,
  nx: number,
  ny: number,
  nz: number,
  receptor: Receptor,
): number => {
  const isDome = receptor === 'dome'
  const loops = loopsFor(scene)
  if (loops && loadFront(loops, samples)) return loops.direct(x, y, z, nx, ny, nz, isDome ? 1 : 0)
  let sum = 0
  // A flat receptor lies on a surface, so its rays start clear of it; a dome hangs in free air.
  const lift = isDome ? 0 : RAY_OFFSET_M
  for (let index = 0; index < samples.count; index++) {
    const weight = sampleWeight(samples, index, x, y, z, nx, ny, nz, isDome)
    if (weight > 0 && !isHidden(samples, index, scene, x + lift * nx, y + lift * ny, z + lift * nz)) sum += weight
  }
  return sum
}

/**
 * One sample of the front, as if it were the whole: for callers that ask many places once each. Without a scene
 * nothing hides it.
 */
export const directFromSample = (
  samples: EmitterSamples,
  index: number,
  scene: RayScene | undefined,
  x: number,
  y: number,
  z: number,
  nx: number,
  ny: number,
  nz: number,
): number => {
  const weight = sampleWeight(samples, index, x, y, z, nx, ny, nz, false) / samples.shares[index]!
  return weight > 0 &&
    !(scene && isHidden(samples, index, scene, x + RAY_OFFSET_M * nx, y + RAY_OFFSET_M * ny, z + RAY_OFFSET_M * nz))
    ? weight
    : 0
}

/** Direct light on a flat receptor without shadows. */
export const openLightAt = (
  samples: EmitterSamples,
  x: number,
  y: number,
  z: number,
  nx: number,
  ny: number,
  nz: number,
): number => {
  let sum = 0
  for (let index = 0; index < samples.count; index++) sum += sampleWeight(samples, index, x, y, z, nx, ny, nz, false)
  return sum
}

/**
 * Share of a light's front that is not hidden, asked at every `step`th sample from `first` on.
 * Only what gives light to the surface counts: the rest gives none there, hidden or not.
 */
export const visibleShare = (
  samples: EmitterSamples,
  scene: RayScene,
  x: number,
  y: number,
  z: number,
  nx: number,
  ny: number,
  nz: number,
  first: number,
  step: number,
): number => {
  let seen = 0
  let asked = 0
  for (let index = first; index < samples.count; index += step) {
    const weight = sampleWeight(samples, index, x, y, z, nx, ny, nz, false)
    if (weight === 0) continue
    asked += weight
    if (!isHidden(samples, index, scene, x, y, z)) seen += weight
  }
  return asked === 0 ? 1 : seen / asked
}

/** Cells of a front are split until they are this much smaller than their distance from the receiver, or this often. */
const CELL_TO_DISTANCE = 0.4
const MOST_SPLITS = 8

/**
 * Samples of a front for one receiver: finer where the front is near, so that a meter held against a softbox reads
 * right.
 * `even` are the samples for receivers that are not; they are answered when nothing needs to be finer.
 */
export const sampleEmitterFor = (
  even: EmitterSamples,
  perSide: number,
  position: readonly number[],
): EmitterSamples => {
  const { emitter } = even
  const extent = Math.sqrt(frontArea(emitter.front))
  const reach = Math.hypot(...position.map((at, axis) => at - emitter.centre[axis]!)) - extent
  if (extent / perSide <= CELL_TO_DISTANCE * reach) return even
  const cells: { a: number; b: number; size: number }[] = []
  const spot = { positions: new Float64Array(3), across: new Float64Array(1), up: new Float64Array(1) }
  const lay = (a: number, b: number, size: number, splits: number): void => {
    placeOnFront(emitter, a + size / 2, b + size / 2, spot, 0)
    const away = Math.hypot(
      spot.positions[0]! - position[0]!,
      spot.positions[1]! - position[1]!,
      spot.positions[2]! - position[2]!,
    )
    if (splits === MOST_SPLITS || extent * size <= CELL_TO_DISTANCE * away) {
      cells.push({ a: a + size / 2, b: b + size / 2, size })
      return
    }
    for (let part = 0; part < 4; part++)
      lay(a + ((part & 1) * size) / 2, b + ((part >> 1) * size) / 2, size / 2, splits + 1)
  }
  for (let index = 0; index < perSide * perSide; index++)
    lay((index % perSide) / perSide, Math.floor(index / perSide) / perSide, 1 / perSide, 0)
  const samples = samplesOf(
    even,
    Float64Array.from(cells, cell => cell.size * cell.size),
  )
  cells.forEach(({ a, b }, index) => placeOnFront(emitter, a, b, samples, index))
  return samples
}
