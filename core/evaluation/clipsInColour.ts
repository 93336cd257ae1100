import { BACKDROP_MIDDLE } from '../model/placeIds'
import type { Readout } from './readout'
import { ON_TARGET_STOPS } from './thresholds'

/**
 * The place that clips in one channel alone while its luminance does not say so; the middle of the backdrop speaks
 * first. Undefined where none does.
 */
export const clipsInColour = (readouts: readonly Readout[]): Readout | undefined => {
  const coloured = readouts.filter(
    ({ rendered }) =>
      rendered &&
      Math.max(...rendered.pastClipping) > ON_TARGET_STOPS &&
      Math.min(...rendered.pastClipping) < -ON_TARGET_STOPS,
  )
  return coloured.find(({ point }) => point.id === BACKDROP_MIDDLE) ?? coloured[0]
}
