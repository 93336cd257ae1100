import { frameAround, type Vector } from '../units/vector'
import type { Rgb } from '../units/rgb'
import { patternExponent } from './patternExponent'
import type { Cutoff, EmitterShape, HalfScrim, Leaves, Mask, Modifier } from './modifiers'
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
  back: { share: number, exponent: number } | null
  leaves: Leaves | null
  halfScrim: HalfScrim | null
  mask: Mask | null
  table: PhotometricTable | null
  /** Intensity on the axis at full power (lx s m^2 for flash, cd for continuous), per channel. */
  intensity: Rgb
}

/** Puts a lamp's intensity behind a modifier and places it. */
export const placedEmitter = (id: string, intensity: Rgb, modifier: Modifier, centre: Vector, axis: Vector): Emitter => {
  const passed = 2 ** -modifier.lossStops
  const { front, cutoff, backSpill, leaves, halfScrim, mask, table } = modifier
  return {
    id,
    centre,
    axis,
    ...frameAround(axis),
    front,
    exponent: front.shape === 'ball' ? 0 : patternExponent(modifier.halfIntensityDeg),
    cutoff,
    back: backSpill && { share: backSpill.share, exponent: patternExponent(backSpill.halfIntensityDeg) },
    leaves,
    halfScrim,
    mask,
    table,
    intensity: [intensity[0] * passed, intensity[1] * passed, intensity[2] * passed],
  }
}
