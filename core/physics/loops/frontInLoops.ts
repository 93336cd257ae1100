import type { EmitterSamples } from '../transport/direct'
import {
  FRONT_BACK,
  FRONT_COUNT,
  FRONT_IS_BALL,
  FRONT_LENS,
  FRONT_PROFILE,
  FRONT_SAMPLES,
  SAMPLE_BYTES,
} from './layout'
import { claim, type Loops } from './loops'

/**
 * Loads a light's front. False where it does not fit, or where something shapes its beam ray by ray (leaves, scrims,
 * masks, measured tables), which only the plain code knows.
 */
export const loadFront = (loops: Loops, samples: EmitterSamples): boolean => {
  const { emitter, shaping, count } = samples
  if (shaping || emitter.table) return false
  const region = loops.regions.front
  if (region.start + FRONT_SAMPLES + count * SAMPLE_BYTES > region.end) return false
  if (region.owner === samples) return true
  const { f64, i32 } = loops
  const { lens, front, back, axis } = emitter
  claim(region, samples)
  const at = region.start
  f64.set(axis, at / 8)
  const rim = front.shape === 'disc' ? front.radiusM : Infinity
  f64.set(lens ? [rim, lens.spread, lens.imageM] : [0, 0, 0], (at + FRONT_LENS) / 8)
  f64.set(back ? [back.share, back.exponent] : [0, 0], (at + FRONT_BACK) / 8)
  i32[(at + FRONT_COUNT) / 4] = count
  i32[(at + FRONT_IS_BALL) / 4] = front.shape === 'ball' ? 1 : 0
  f64.set(samples.profile, (at + FRONT_PROFILE) / 8)
  for (let index = 0; index < count; index++) {
    const to = (at + FRONT_SAMPLES + index * SAMPLE_BYTES) / 8
    f64[to] = samples.positions[index * 3]!
    f64[to + 1] = samples.positions[index * 3 + 1]!
    f64[to + 2] = samples.positions[index * 3 + 2]!
    f64[to + 3] = samples.shares[index]!
  }
  loops.useFront(at)
  return true
}
