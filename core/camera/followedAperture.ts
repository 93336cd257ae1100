import { fNumberFromStops, stopsFromFNumber } from '../units/aperture'
import { roundToClicks } from '../units/stops'
import type { Camera } from '../set/schema'

/** The camera's own aperture click nearest to a reading, inside what the lens has. */
export const apertureForReading = (readingFNumber: number, apertures: Camera['apertures']): number => {
  const clicked = fNumberFromStops(roundToClicks(stopsFromFNumber(readingFNumber), apertures.clickStops))
  return Math.min(apertures.smallest, Math.max(apertures.widest, clicked))
}
