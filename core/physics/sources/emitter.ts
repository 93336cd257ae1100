import { add, frameAround, scale, type Vector } from '../units/vector'
import type { Rgb } from '../units/rgb'
import { patternExponent } from './patternExponent'
import type { Cutoff, EmitterShape, HalfScrim, Leaves, Lens, Mask, Modifier } from './modifier'
import type { PhotometricTable } from './photometricTable'

/** A light as the transport sees it: a bright front in the room with an angular pattern. */
export type Emitter = {
  id: string
  centre: Vector
  /** Unit vector out of the front. */
  axis: Vector
  across: Vector
  up: Vector
  front: EmitterShape
  /** Exponent m of I0 cos^m. A ball has the same intensity all round, whatever stands here. */
  exponent: number
  cutoff: Cutoff | null
  /** Light behind the front: share of the axis intensity and its exponent. */
  back: { share: number; exponent: number } | null
  leaves: Leaves | null
  halfScrim: HalfScrim | null
  mask: Mask | null
  table: PhotometricTable | null
  lens: Lens | null
  /** Intensity on the axis at full power (lx s m^2 for flash, cd for continuous), per channel. */
  intensity: Rgb
}

/** The frame around an axis, turned about it clockwise as seen from behind. */
export const rolled = (axis: Vector, rollDeg: number): { across: Vector; up: Vector } => {
  const { across, up } = frameAround(axis)
  if (rollDeg === 0) return { across, up }
  const [cos, sin] = [Math.cos((rollDeg * Math.PI) / 180), Math.sin((rollDeg * Math.PI) / 180)]
  return { across: add(scale(across, cos), scale(up, -sin)), up: add(scale(up, cos), scale(across, sin)) }
}

/** Puts a lamp's intensity behind a modifier and places it. */
export const placedEmitter = (
  id: string,
  intensity: Rgb,
  modifier: Modifier,
  { centre, axis, rollDeg = 0 }: { centre: Vector; axis: Vector; rollDeg?: number },
): Emitter => {
  const passed = 2 ** -modifier.lossStops
  const { front, cutoff, backSpill, leaves, halfScrim, mask, table } = modifier
  return {
    id,
    centre,
    axis,
    ...rolled(axis, rollDeg),
    front,
    exponent: front.shape === 'ball' ? 0 : patternExponent(modifier.halfIntensityDeg),
    cutoff,
    back: backSpill && { share: backSpill.share, exponent: patternExponent(backSpill.halfIntensityDeg) },
    leaves,
    halfScrim,
    mask,
    table,
    lens: modifier.lens,
    intensity: [intensity[0] * passed, intensity[1] * passed, intensity[2] * passed],
  }
}
