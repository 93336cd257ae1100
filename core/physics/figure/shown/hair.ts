import type { Vector } from '../../units/vector'
import { noise } from './noise'
import type { Haircut } from './shown'
import { ball, both, chain, cut, limb, type Piece } from './shapes'

/** The face and the ears are left free. */
const FREE: readonly Piece[] = [
  cut(ball([0, 0.066, 0.929], [0.04, 0.0415, 0.058], 'hair', 0.005)),
  ...both(cut(ball([0.049, 0.003, 0.922], [0.0145, 0.0155, 0.0215], 'hair', 0.005))),
]

const CROWN = ball([0, -0.0125, 0.955], [0.0475, 0.0575, 0.0495], 'hair', 0.006)

const SHORT: readonly Piece[] = [
  CROWN,
  ball([0, -0.031, 0.935], [0.0405, 0.036, 0.0425], 'hair', 0.012),
  cut(ball([0, -0.03, 0.868], [0.06, 0.05, 0.03], 'hair', 0.01)),
  ...FREE,
  limb([[-0.018, 0.036, 0.983], 0.011], [[0.012, 0.026, 0.991], 0.0135], 'hair', 0.014),
  limb([[0.012, 0.026, 0.991], 0.0135], [[0.03, -0.008, 0.985], 0.014], 'hair', 0.014),
]

const LONG: readonly Piece[] = [
  CROWN,
  ball([0, -0.031, 0.93], [0.0435, 0.038, 0.05], 'hair', 0.014),
  cut(ball([0, 0.061, 0.916], [0.0385, 0.041, 0.0475], 'hair', 0.008)),
  ...chain(
    [
      [[0.036, -0.003, 0.968], 0.013],
      [[0.0435, -0.006, 0.93], 0.0125],
      [[0.0455, -0.006, 0.885], 0.0135],
      [[0.045, 0.004, 0.838], 0.0125],
      [[0.041, 0.018, 0.806], 0.008],
    ],
    'hair',
    0.014,
  ).flatMap(both),
  limb([[0, -0.038, 0.92], 0.037], [[0, -0.034, 0.838], 0.04], 'hair', 0.02),
  limb([[0, -0.034, 0.838], 0.04], [[0, -0.037, 0.79], 0.03], 'hair', 0.02),
  cut(limb([[0, 0.012, 0.9], 0.033], [[0, 0.006, 0.79], 0.034], 'hair', 0.01)),
]

const TIED: readonly Piece[] = [
  ball([0, -0.0125, 0.955], [0.0455, 0.0565, 0.0485], 'hair', 0.006),
  ball([0, -0.029, 0.935], [0.039, 0.035, 0.04], 'hair', 0.012),
  cut(ball([0, -0.03, 0.872], [0.06, 0.05, 0.03], 'hair', 0.01)),
  ...FREE,
  ball([0, -0.068, 0.972], [0.019, 0.0185, 0.0185], 'hair', 0.006),
  limb([[0, -0.055, 0.968], 0.008], [[0, -0.066, 0.972], 0.0085], 'hair', 0.004),
]

/** Pieces of each haircut. */
export const HAIR: Record<Haircut, readonly Piece[]> = { short: SHORT, long: LONG, tied: TIED, none: [] }

const wave = (at: number): number => noise(at, 0)

/** How far locks stand out from the even form: they run from the crown down, so they change around the head. */
export const lockDepth = (x: number, y: number, z: number): number => {
  const around = Math.atan2(x, y + 0.012)
  const down = (1 - z) * 6
  const lock = around * 11 + wave(down * 0.8) * 1.4
  return 0.0015 * wave(lock) + 0.0009 * wave(lock * 2.3 + down)
}

/** Unit direction that hair runs along at a place: down from the crown, around the head, across the surface. */
export const hairWay = ([x, y, z]: Vector, [nx, ny, nz]: Vector): Vector => {
  const crown: Vector = [0.004, -0.02, 1.01]
  const [dx, dy, dz] = [x - crown[0], y - crown[1], z - crown[2] - 0.02]
  const along = dx * nx + dy * ny + dz * nz
  const [tx, ty, tz] = [dx - along * nx, dy - along * ny, dz - along * nz]
  const size = Math.hypot(tx, ty, tz) || 1
  return [tx / size, ty / size, tz / size]
}
