import { frameAround, type Vector } from '../units/vector'
import type { Rgb } from '../units/rgb'
import { patternExponent } from './pattern'
import type { EmitterShape, Modifier } from './modifiers'

/** A light as the transport sees it: a bright front in the room with an angular pattern. */
export type Emitter = {
  id: string
  centre: Vector
  /** Unit vector out of the front. */
  axis: Vector
  across: Vector
  up: Vector
  front: EmitterShape
  /** Exponent m of I0 cos^m. */
  exponent: number
  /** Intensity on the axis at full power (lx s m^2 for flash, cd for continuous), per channel. */
  intensity: Rgb
}

/** Puts a lamp's intensity behind a modifier and places it. */
export const placedEmitter = (id: string, intensity: Rgb, modifier: Modifier, centre: Vector, axis: Vector): Emitter => {
  const passed = 2 ** -modifier.lossStops
  return {
    id,
    centre,
    axis,
    ...frameAround(axis),
    front: modifier.front,
    exponent: patternExponent(modifier.halfIntensityDeg),
    intensity: [intensity[0] * passed, intensity[1] * passed, intensity[2] * passed],
  }
}
