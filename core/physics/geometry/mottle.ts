import { dot, type Vector } from '../units/vector'

/**
 * Patches of a painted surface that are lighter and darker than its mean: their standard deviation in stops, and how
 * large they are, metres. Meters read the mean; only pictures show them.
 */
export type Mottle = { contrastStops: number; sizeM: number }

/** Octaves of the noise: each has half the size of the one before, and half its weight. */
const OCTAVES = 2
/** Cells of the coarsest octave to the size of a patch. */
const CELLS_A_PATCH = 0.9
/** Standard deviation of the noise, as found over a drop and a floor of 40 m (see the test). */
const NOISE_SPREAD = 0.447
/** The darkest that a patch gets, of the mean. */
const LEAST = 0.1
/** Turned so that no wall or floor lies along the lattice: orthogonal, of thirds. */
const TURNED: readonly [Vector, Vector, Vector] = [
  [2 / 3, -1 / 3, 2 / 3],
  [2 / 3, 2 / 3, -1 / 3],
  [-1 / 3, 2 / 3, 2 / 3],
]
const SHIFT: Vector = [0.31, 0.57, 0.19]

/** A number of -1 to 1 for each corner of the lattice, the same every time (an integer hash of two rounds). */
const cornerAt = (i: number, j: number, k: number): number => {
  let hash = Math.imul(i, 0x27d4eb2d) ^ Math.imul(j, 0x165667b1) ^ Math.imul(k, 0x9e3779b1)
  hash = Math.imul(hash ^ (hash >>> 15), 0x85ebca6b)
  hash = Math.imul(hash ^ (hash >>> 13), 0xc2b2ae35)
  return ((hash ^ (hash >>> 16)) >>> 0) / 0x7fffffff - 1
}

/** Smooth steps between corners: value noise without an edge in tone or slope. */
const eased = (t: number): number => t * t * t * (t * (6 * t - 15) + 10)

const noiseAt = (x: number, y: number, z: number): number => {
  const [i, j, k] = [Math.floor(x), Math.floor(y), Math.floor(z)]
  const [u, v, w] = [eased(x - i), eased(y - j), eased(z - k)]
  let sum = 0
  for (let corner = 0; corner < 8; corner++) {
    const [a, b, c] = [corner & 1, (corner >> 1) & 1, corner >> 2]
    sum += (a ? u : 1 - u) * (b ? v : 1 - v) * (c ? w : 1 - w) * cornerAt(i + a, j + b, k + c)
  }
  return sum
}

/** What a place of a mottled surface sends back, as a factor of its mean reflectance; the mean over it is 1. */
export const mottleAt = ({ contrastStops, sizeM }: Mottle, place: Vector): number => {
  let noise = 0
  for (let octave = 0; octave < OCTAVES; octave++) {
    const scale = (CELLS_A_PATCH * 2 ** octave) / sizeM
    const [x, y, z] = TURNED.map((way, axis) => dot(way, place) * scale + SHIFT[axis]! * (octave + 1))
    noise += noiseAt(x!, y!, z!) / 2 ** octave
  }
  return Math.max(LEAST, 1 + ((contrastStops * Math.LN2) / NOISE_SPREAD) * noise)
}
