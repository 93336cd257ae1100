import type { Vector } from '../../units/vector'
import { both, chain, limb, type Piece } from './shapes'

/** Middle of the left lens, how wide and high it is, and how far its top leans ahead. */
export const LENS: { centre: Vector; across: number; up: number; lean: number } = {
  centre: [0.0178, 0.0565, 0.936],
  across: 0.0145,
  up: 0.0112,
  lean: 0.1,
}
const RIM = 0.0011

/** Frames of glasses: rims, bridge and temples. */
export const glassesPieces = (): Piece[] => {
  const { centre, across, up, lean } = LENS
  const rim = Array.from({ length: 17 }, (_, step): readonly [Vector, number] => {
    const angle = (step / 16) * 2 * Math.PI
    const [x, z] = [across * Math.cos(angle), up * Math.sin(angle)]
    return [[centre[0] + x, centre[1] + lean * z - 0.012 * (x / across) ** 2 * 0.35, centre[2] + z], RIM]
  })
  return [
    ...chain(rim, 'frames', 0.0005).flatMap(both),
    limb([[-0.004, 0.0585, 0.9385], RIM], [[0.004, 0.0585, 0.9385], RIM], 'frames', 0.001),
    ...chain(
      [
        [[0.0322, 0.0525, 0.938], RIM],
        [[0.0405, 0.042, 0.9385], RIM],
        [[0.0455, 0.002, 0.9415], RIM],
        [[0.046, -0.0085, 0.937], RIM],
      ],
      'frames',
      0.0005,
    ).flatMap(both),
  ]
}
