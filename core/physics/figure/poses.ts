import type { Vector } from '../units/vector'
import type { FigureMaterial, Part } from './form'

/** How a subject holds themself. */
export const POSES = ['standing', 'sitting', 'object'] as const
/** Poses of a figure. */
export type Pose = (typeof POSES)[number]

/**
 * Proportions of an adult as shares of standing height, rounded from memory of drawing canons; good for shadows,
 * framing and
 * for judging light on a face. x to the figure's left, y ahead, z up.
 */
const ball = (centre: Vector, radii: Vector, material: FigureMaterial, soft: number): Part => ({
  shape: 'ball',
  centre,
  radii,
  material,
  soft,
})
const limb = (
  from: Vector,
  fromRadius: number,
  to: Vector,
  toRadius: number,
  material: FigureMaterial,
  soft: number,
): Part => ({ shape: 'limb', from, to, fromRadius, toRadius, material, soft })

/** A part and its mirror image. */
const both = (part: Part): Part[] => {
  const mirror = ([x, y, z]: Vector): Vector => [-x, y, z]
  return [
    part,
    part.shape === 'ball'
      ? { ...part, centre: mirror(part.centre) }
      : { ...part, from: mirror(part.from), to: mirror(part.to) },
  ]
}

const HEAD: readonly Part[] = [
  ball([0, -0.006, 0.945], [0.043, 0.056, 0.054], 'skin', 0.01),
  ball([0, 0.012, 0.912], [0.036, 0.043, 0.044], 'skin', 0.02),
  ball([0, 0.041, 0.881], [0.015, 0.013, 0.012], 'skin', 0.02),
  ...both(ball([0.024, 0.036, 0.919], [0.013, 0.013, 0.012], 'skin', 0.015)),
  ball([0, 0.046, 0.952], [0.03, 0.01, 0.0055], 'skin', 0.012),
  ...both({ ...ball([0.0185, 0.06, 0.9385], [0.0125, 0.012, 0.0085], 'skin', 0.008), isCut: true }),
  ...both(ball([0.0185, 0.0405, 0.938], [0.0105, 0.0105, 0.0105], 'eyes', 0.003)),
  limb([0, 0.05, 0.941], 0.005, [0, 0.067, 0.914], 0.0075, 'skin', 0.008),
  ball([0, 0.058, 0.911], [0.0125, 0.008, 0.006], 'skin', 0.006),
  ball([0, 0.0515, 0.8955], [0.014, 0.006, 0.0052], 'skin', 0.005),
  ...both(ball([0.043, -0.004, 0.928], [0.006, 0.012, 0.018], 'skin', 0.005)),
  ball([0, -0.013, 0.953], [0.0475, 0.057, 0.052], 'hair', 0.004),
  limb([0, -0.012, 0.83], 0.031, [0, -0.004, 0.895], 0.03, 'skin', 0.012),
]

const TORSO: readonly Part[] = [
  limb([0, -0.012, 0.842], 0.034, [0, -0.008, 0.795], 0.052, 'clothing', 0.02),
  limb([-0.095, -0.006, 0.796], 0.038, [0.095, -0.006, 0.796], 0.038, 'clothing', 0.05),
  ball([0, 0, 0.715], [0.098, 0.064, 0.105], 'clothing', 0.05),
  ball([0, 0, 0.6], [0.088, 0.06, 0.105], 'clothing', 0.05),
]

const lowered = (part: Part, by: number): Part => {
  const down = ([x, y, z]: Vector): Vector => [x, y, z - by]
  return part.shape === 'ball'
    ? { ...part, centre: down(part.centre) }
    : { ...part, from: down(part.from), to: down(part.to) }
}

/** By how much hips, trunk and head come down on a stool. */
export const SEAT_DROP = 0.2

/** One limb of two bones with its end, on both sides. */
const limbs = (root: Vector, joint: Vector, end: Vector, radii: Vector, soft: number): Part[] => [
  ...both(limb(root, radii[0], joint, radii[1], 'clothing', soft)),
  ...both(limb(joint, radii[1], end, radii[2], 'clothing', 0.02)),
]

const STANDING: readonly Part[] = [
  ...TORSO,
  ball([0, -0.004, 0.51], [0.097, 0.068, 0.078], 'clothing', 0.05),
  ...limbs([0.05, 0, 0.5], [0.055, 0.004, 0.275], [0.056, -0.01, 0.05], [0.058, 0.039, 0.028], 0.03),
  ...both(limb([0.056, -0.008, 0.023], 0.021, [0.062, 0.074, 0.016], 0.0145, 'clothing', 0.015)),
  ...limbs([0.118, -0.006, 0.792], [0.156, -0.014, 0.63], [0.17, 0.02, 0.495], [0.036, 0.027, 0.02], 0.02),
  ...both(limb([0.172, 0.024, 0.475], 0.016, [0.169, 0.036, 0.415], 0.014, 'skin', 0.01)),
  ...HEAD,
]

const SITTING: readonly Part[] = [
  ...TORSO.map(part => lowered(part, SEAT_DROP)),
  ball([0, 0, 0.31], [0.1, 0.075, 0.07], 'clothing', 0.05),
  ...limbs([0.05, 0.01, 0.305], [0.066, 0.23, 0.292], [0.066, 0.235, 0.05], [0.06, 0.042, 0.028], 0.03),
  ...both(limb([0.066, 0.238, 0.023], 0.021, [0.07, 0.315, 0.016], 0.0145, 'clothing', 0.015)),
  ...limbs([0.118, -0.006, 0.592], [0.152, 0.014, 0.435], [0.098, 0.135, 0.366], [0.038, 0.029, 0.021], 0.03),
  ...both(limb([0.09, 0.15, 0.362], 0.016, [0.07, 0.195, 0.35], 0.013, 'skin', 0.01)),
  ...HEAD.map(part => lowered(part, SEAT_DROP)),
]

/** A thing instead of a person: a round bottle with a neck and a stopper. */
const OBJECT: readonly Part[] = [
  limb([0, 0, 0.13], 0.12, [0, 0, 0.52], 0.12, 'clothing', 0.02),
  limb([0, 0, 0.6], 0.07, [0, 0, 0.86], 0.042, 'clothing', 0.1),
  limb([0, 0, 0.92], 0.046, [0, 0, 0.95], 0.046, 'hair', 0.006),
]

/** Parts of a figure in each pose, in shares of its height. */
export const PARTS: Record<Pose, readonly Part[]> = { standing: STANDING, sitting: SITTING, object: OBJECT }
