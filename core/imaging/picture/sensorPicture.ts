import { SRGB_RESPONSE, type Response } from '../../camera/response'
import { luminance } from '../../physics/units/rgb'
import type { Reduced } from './downsample'

const BINS = 256

/**
 * A sensor's numbers as the picture that the camera makes of them, with the light before the lens beside it; a picture
 * that holds none stays as it is.
 * @param endStops stops over white of the light at which the sensor is at its end
 */
export const developed = (picture: Reduced, response: Response, endStops: number): Reduced => {
  const { sensor } = picture
  if (!sensor) return picture
  const perEnd = 2 ** endStops
  const received = sensor.linear.map(share => share * perEnd)
  const linear = received.map(light => SRGB_RESPONSE.linearFromValue(response.valueFromLinear(light)))
  const histogram = new Float64Array(BINS)
  const perPixel = picture.pixels / Math.max(1, picture.clipped.length)
  for (let at = 0; at < linear.length; at += 3) {
    const value = SRGB_RESPONSE.valueFromLinear(luminance([linear[at]!, linear[at + 1]!, linear[at + 2]!]))
    histogram[Math.min(BINS - 1, Math.round(value))]! += perPixel
  }
  return { ...picture, linear, histogram, received }
}
