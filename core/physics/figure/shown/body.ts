import type { Vector } from '../../units/vector'
import { SEAT_DROP } from '../poses'
import { noise } from './noise'
import { ball, both, chain, cut, limb, mapped, type Piece } from './shapes'

/** Pieces of a pose: cloth, then hands. Arms and legs lie where those of the form do that light is reckoned with. */
export type Dress = { cloth: readonly Piece[]; hands: readonly Piece[] }

/** The edge of a collar around the neck. */
const COLLAR: readonly Piece[] = chain(
  Array.from({ length: 13 }, (_, step): readonly [Vector, number] => {
    const angle = (step / 12) * 2 * Math.PI
    const [across, ahead] = [Math.sin(angle), Math.cos(angle)]
    return [[0.0345 * across, -0.009 + 0.0335 * ahead, 0.8425 - 0.011 * ahead], 0.0048]
  }),
  'clothing',
  0.004,
)

const TORSO: readonly Piece[] = [
  limb([[0, -0.011, 0.828], 0.03], [[0, -0.008, 0.79], 0.05], 'clothing', 0.02),
  ...both(limb([[0.026, -0.01, 0.826], 0.018], [[0.09, -0.008, 0.796], 0.0295], 'clothing', 0.03)),
  ball([0, 0.001, 0.725], [0.089, 0.06, 0.098], 'clothing', 0.045),
  ...both(ball([0.034, 0.036, 0.742], [0.036, 0.022, 0.034], 'clothing', 0.04)),
  ball([0, 0, 0.6], [0.084, 0.058, 0.105], 'clothing', 0.05),
  ...COLLAR,
]

/** A hand that hangs: palm, four fingers bent a little, thumb ahead. Its wrist is at the origin and it hangs down. */
const HAND: readonly Piece[] = [
  limb([[0, 0, 0.012], 0.0125], [[0, 0.001, -0.004], 0.0118], 'skin', 0.008),
  ball([0, 0.004, -0.024], [0.0085, 0.0205, 0.0265], 'skin', 0.012),
  ...[0, 1, 2, 3].flatMap(finger => {
    const y = 0.0195 - finger * 0.0105
    const long = [0.92, 1, 0.95, 0.78][finger]!
    return chain(
      [
        [[0.001, y * 0.92, -0.04], 0.0058],
        [[-0.0015, y, -0.04 - 0.021 * long], 0.0052],
        [[-0.007, y + 0.001, -0.04 - 0.038 * long], 0.0046],
        [[-0.0135, y + 0.0015, -0.04 - 0.05 * long], 0.0038],
      ],
      'skin',
      0.0025,
    )
  }),
  ...chain(
    [
      [[-0.003, 0.016, -0.012], 0.0082],
      [[-0.008, 0.0275, -0.028], 0.0066],
      [[-0.0125, 0.031, -0.046], 0.0052],
      [[-0.015, 0.0305, -0.058], 0.0043],
    ],
    'skin',
    0.005,
  ),
]

/** Puts a left hand on: turned so that its fingers point along `down` and its thumb along `ahead`. */
const handAt = (wrist: Vector, down: Vector, ahead: Vector): Piece[] => {
  const side: Vector = [
    down[1] * ahead[2] - down[2] * ahead[1],
    down[2] * ahead[0] - down[0] * ahead[2],
    down[0] * ahead[1] - down[1] * ahead[0],
  ]
  const place = ([x, y, z]: Vector): Vector => [
    wrist[0] - x * side[0] + y * ahead[0] - z * down[0],
    wrist[1] - x * side[1] + y * ahead[1] - z * down[1],
    wrist[2] - x * side[2] + y * ahead[2] - z * down[2],
  ]
  return HAND.map(piece => mapped(piece, place))
}

const unit = ([x, y, z]: Vector): Vector => {
  const size = Math.hypot(x, y, z)
  return [x / size, y / size, z / size]
}

const shoe = (heel: Vector, toe: Vector): Piece[] => [
  limb([heel, 0.021], [toe, 0.015], 'shoes', 0.015),
  cut(ball([heel[0], heel[1] + 0.03, -0.03], [0.09, 0.16, 0.032], 'shoes', 0.004)),
]

const leg = (root: Vector, knee: Vector, ankle: Vector): Piece[] => [
  limb([root, 0.056], [knee, 0.038], 'clothing', 0.03),
  limb([knee, 0.038], [ankle, 0.029], 'clothing', 0.02),
]

const arm = (shoulder: Vector, elbow: Vector, cuff: Vector): Piece[] => [
  limb([shoulder, 0.0305], [elbow, 0.0255], 'clothing', 0.022),
  limb([elbow, 0.0255], [cuff, 0.0195], 'clothing', 0.014),
]

const STANDING: Dress = {
  cloth: [
    ...TORSO,
    ball([0, -0.003, 0.51], [0.093, 0.066, 0.078], 'clothing', 0.05),
    ...leg([0.05, 0, 0.5], [0.055, 0.004, 0.275], [0.056, -0.01, 0.045]).flatMap(both),
    ...arm([0.1, -0.008, 0.787], [0.137, -0.016, 0.632], [0.156, 0.016, 0.497]).flatMap(both),
    ...shoe([0.056, -0.006, 0.02], [0.062, 0.074, 0.014]).flatMap(both),
  ],
  hands: handAt([0.1575, 0.0205, 0.481], unit([-0.02, 0.14, -1]), unit([-0.25, 1, 0.12])).flatMap(both),
}

const lower = (piece: Piece) => mapped(piece, ([x, y, z]) => [x, y, z - SEAT_DROP])

const SITTING: Dress = {
  cloth: [
    ...TORSO.map(lower),
    ball([0, 0, 0.31], [0.097, 0.073, 0.07], 'clothing', 0.05),
    ...leg([0.05, 0.01, 0.305], [0.066, 0.23, 0.292], [0.066, 0.235, 0.045]).flatMap(both),
    ...arm([0.1, -0.008, 0.587], [0.14, 0.012, 0.435], [0.1, 0.127, 0.37]).flatMap(both),
    ...shoe([0.066, 0.238, 0.02], [0.07, 0.315, 0.014]).flatMap(both),
  ],
  hands: handAt([0.094, 0.14, 0.364], unit([-0.45, 1, -0.22]), unit([-1, -0.5, 0.2])).flatMap(both),
}

/** How each pose is dressed. */
export const DRESS: Record<'standing' | 'sitting', Dress> = { standing: STANDING, sitting: SITTING }

/** Where cloth is drawn together: waist, elbows, backs of knees, as heights of a standing figure. */
const gathered = (z: number, heights: readonly (readonly [number, number])[]): number =>
  heights.reduce((sum, [height, wide]) => sum + 0.8 * Math.exp(-2 * ((z - height) / wide) ** 2), 0.2)

/** How far folds of cloth stand out at a place: they run aslant around limbs and waist, sharper on their crests. */
export const foldDepth = (x: number, y: number, z: number): number => {
  const around = Math.atan2(x, y + 0.02)
  const pull = gathered(z, [
    [0.57, 0.09],
    [0.63, 0.08],
    [0.76, 0.05],
    [0.275, 0.1],
  ])
  const aslant = noise(z * 24 + Math.abs(x) * 20, Math.cos(around) * 1.6 + z * 4 + (x > 0 ? 7 : 0))
  const ridge = 1 - 2 * aslant * aslant
  return 0.0052 * pull * ridge + 0.0009 * noise(x * 34 + z * 14, y * 34 - z * 12)
}
