import type { Response } from './response'
import { ratioFromStops, stopsFromRatio } from '../physics/units/stops'

/**
 * Pixel value of a surface that receives so many stops over the camera setting: reflectance times 2^stops through the
 * response.
 */
export const valueFromStops = (stops: number, reflectance: number, response: Response): number =>
  response.valueFromLinear(reflectance * ratioFromStops(stops))

/** Stops over the camera setting at which a surface renders a pixel value. 255 answers the least that clips. */
export const stopsFromValue = (value: number, reflectance: number, response: Response): number =>
  stopsFromRatio(response.linearFromValue(value) / reflectance)
