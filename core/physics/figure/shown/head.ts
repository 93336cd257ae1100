import type { Vector } from '../../units/vector'
import { ball, both, chain, cut, limb, toPieces, type Piece, type ShownMaterial } from './shapes'

/** Middle of the left eyeball and its radius. Proportions of an adult's face from memory of drawing canons. */
export const EYE: { centre: Vector; radius: number } = { centre: [0.018, 0.0408, 0.9372], radius: 0.0076 }
const LID = 0.0009
const IRIS_RADIUS = 0.0036
const PUPIL_RADIUS = 0.0015

/** Edges of the open lids, as angles above and below the middle of the eye. */
const UPPER_LID_DEG = 24
const LOWER_LID_DEG = -27

const radians = (degrees: number) => (degrees * Math.PI) / 180

const lid = (edgeDeg: number, isUpper: boolean): Piece => {
  const edge = radians(edgeDeg)
  const sign = isUpper ? 1 : -1
  return {
    shape: 'cap',
    centre: EYE.centre,
    radius: EYE.radius + LID,
    normal: [0, -sign * Math.sin(edge), sign * Math.cos(edge)],
    material: 'skin',
    soft: 0.0008,
  }
}

/** Skull, face, ears and neck. */
const SKULL: readonly Piece[] = [
  ball([0, -0.009, 0.949], [0.0425, 0.0545, 0.0505], 'skin', 0.01),
  limb([[0, 0.007, 0.93], 0.0338], [[0, 0.0175, 0.894], 0.0265], 'skin', 0.018),
  ...both(limb([[0.0305, -0.004, 0.907], 0.007], [[0.0095, 0.034, 0.881], 0.0082], 'skin', 0.014)),
  ball([0, 0.0385, 0.8805], [0.0125, 0.0105, 0.0098], 'skin', 0.012),
  ...both(ball([0.0255, 0.0305, 0.92], [0.0115, 0.0105, 0.0105], 'skin', 0.02)),
  ball([0, 0.0395, 0.898], [0.0185, 0.0115, 0.0145], 'skin', 0.014),
  ...both(limb([[0.005, 0.0468, 0.9462], 0.0045], [[0.0265, 0.0375, 0.9492], 0.0042], 'skin', 0.011)),
]

const EYES: readonly Piece[] = [
  ...both(cut(ball([0.0178, 0.0545, 0.9372], [0.0122, 0.0105, 0.0078], 'skin', 0.007))),
  ...both(ball(EYE.centre, [EYE.radius, EYE.radius, EYE.radius], 'eyes', 0.0002)),
  ...both(lid(UPPER_LID_DEG, true)),
  ...both(lid(LOWER_LID_DEG, false)),
]

const NOSE: readonly Piece[] = [
  ...chain(
    [
      [[0, 0.0478, 0.9415], 0.0042],
      [[0, 0.0545, 0.928], 0.0047],
      [[0, 0.0612, 0.9155], 0.0058],
    ],
    'skin',
    0.008,
  ),
  ...both(ball([0.0072, 0.0532, 0.9122], [0.0042, 0.0058, 0.0042], 'skin', 0.005)),
  ...both(cut(ball([0.004, 0.0575, 0.9078], [0.0019, 0.0032, 0.002], 'skin', 0.0025))),
]

/** Where the face without lips comes to the surface, ahead of a place in its upright plane. */
const onFace = (x: number, z: number): number => {
  let [inside, outside] = [0, 0.1]
  for (let halving = 0; halving < 30; halving++) {
    const middle = (inside + outside) / 2
    if (toPieces(SKULL, x, middle, z) < 0) inside = middle
    else outside = middle
  }
  return inside
}

/** A piece of lip: its middle lies under the skin by a share of its own thickness. */
const lip = (x: number, z: number, radius: number, sunk: number): readonly [Vector, number] => [
  [x, onFace(Math.abs(x), z) - sunk * radius, z],
  radius,
]

const MOUTH: readonly Piece[] = [
  ...chain(
    [
      lip(0, 0.8981, 0.0021, 0.75),
      lip(0.003, 0.8987, 0.002, 0.7),
      lip(0.0078, 0.898, 0.0016, 0.7),
      lip(0.0128, 0.8967, 0.0008, 0.8),
    ],
    'lips',
    0.0035,
  ).flatMap(both),
  ...chain(
    [lip(0, 0.8946, 0.0024, 0.6), lip(0.006, 0.8948, 0.0021, 0.65), lip(0.0122, 0.8963, 0.0009, 0.85)],
    'lips',
    0.004,
  ).flatMap(both),
]

const EARS: readonly Piece[] = [
  ...both(ball([0.0425, -0.006, 0.927], [0.0038, 0.0095, 0.0165], 'skin', 0.004)),
  ...chain(
    [
      [[0.0418, 0.003, 0.936], 0.0021],
      [[0.0448, -0.001, 0.9435], 0.0022],
      [[0.0465, -0.009, 0.9445], 0.0022],
      [[0.0472, -0.0145, 0.9375], 0.0022],
      [[0.0462, -0.0145, 0.927], 0.0022],
      [[0.0442, -0.0085, 0.9155], 0.0028],
      [[0.0422, -0.0025, 0.9115], 0.0028],
    ],
    'skin',
    0.002,
  ).flatMap(both),
  ...both(cut(ball([0.0487, -0.005, 0.928], [0.0042, 0.0058, 0.0085], 'skin', 0.003))),
]

const NECK: readonly Piece[] = [
  limb([[0, -0.014, 0.826], 0.029], [[0, -0.007, 0.892], 0.0268], 'skin', 0.014),
  ...both(limb([[0.0285, -0.012, 0.9], 0.0055], [[0.008, 0.0155, 0.834], 0.0045], 'skin', 0.012)),
  ball([0, 0.0175, 0.8575], [0.0065, 0.007, 0.0095], 'skin', 0.012),
]

/** Head and neck without hair. */
export const HEAD: readonly Piece[] = [...SKULL, ...EYES, ...NOSE, ...MOUTH, ...EARS, ...NECK]

const BROW = { from: 0.0068, to: 0.027, thick: 0.0018 }

/** Whether a place on the skin bears the brow: a curved stroke that thins outward. */
const isBrow = (x: number, y: number, z: number): boolean => {
  const along = (Math.abs(x) - BROW.from) / (BROW.to - BROW.from)
  if (y < 0.02 || along < 0 || along > 1) return false
  const middle = 0.9495 + 0.0052 * along - 0.0062 * along * along
  return Math.abs(z - middle) < BROW.thick * (1 - 0.65 * along)
}

/** The dark line where closed lips meet. */
const isBetweenLips = (x: number, z: number): boolean =>
  Math.abs(x) < 0.0135 && Math.abs(z - 0.8966 - 0.0004 * Math.cos(x * 420)) < 0.00045 * (1 - Math.abs(x) / 0.0145)

/** Finer than the pieces: iris, pupil and lash line on the eye, the brow on the skin. */
export const faceMaterial = (found: ShownMaterial, x: number, y: number, z: number): ShownMaterial => {
  if (found === 'skin') return isBrow(x, y, z) ? 'brows' : 'skin'
  if (found === 'lips') return isBetweenLips(x, z) ? 'mouth' : 'lips'
  if (found !== 'eyes') return found
  const away = Math.hypot(Math.abs(x) - EYE.centre[0], z - EYE.centre[2])
  if (y < EYE.centre[1]) return 'eyes'
  if (away < PUPIL_RADIUS) return 'pupils'
  return away < IRIS_RADIUS ? 'irises' : 'eyes'
}
