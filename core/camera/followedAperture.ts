import type { Camera } from '../model/schema'
import { apertureScale } from '../physics/units/fNumber'

/** The aperture nearest to a reading, of those that the lens can be set to. */
export const apertureForReading = (
  readingFNumber: number,
  { widest, smallest, clickStops }: Camera['apertures'],
): number =>
  apertureScale(widest, smallest, clickStops).reduce((best, fNumber) =>
    Math.abs(Math.log(fNumber / readingFNumber)) < Math.abs(Math.log(best / readingFNumber)) ? fNumber : best,
  )
