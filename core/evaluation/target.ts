import { responseOf, SRGB_RESPONSE } from '../camera/response'
import { KEY_SIDE } from '../model/placeIds'
import type { MeterPoint } from './probes/points'
import type { Camera, Target } from '../model/schema'
import { luminanceOfLightness } from '../physics/units/lab'
import { luminance } from '../physics/units/rgb'
import { stopsFromValue } from '../camera/backdropTone'
import { CLIPPED, TARGET_BLACK, HELD_STOPS } from './thresholds'

/** Pixel values asked for most, as the trade names them; common practice, no source. */
export const TONE_VALUES = { white: 250, 'light-grey': 200, 'mid-grey': 118, 'dark-grey': 60, black: 12 } as const

/** One of these tones. */
export type Tone = keyof typeof TONE_VALUES

/** These tones from white to black. */
export const TONES = Object.keys(TONE_VALUES) as Tone[]

/** Where a target wants a point, and how far off it may be for nothing: infinite where any amount is welcome. */
export type Band = {
  /** Stops over the camera setting of white light on the surface, the lens's veil left out. */
  stops: number
  freeAbove: number
  freeBelow: number
}

/** The pixel value of a lightness. */
export const valueOfLightness = (lightness: number): number =>
  SRGB_RESPONSE.valueFromLinear(luminanceOfLightness(lightness))

/** Luminous reflectance of a point's surface; an error where it has none. */
export const reflectanceAt = (point: MeterPoint): number => {
  if (point.reflectance === undefined) throw new RangeError(`${point.name} has no surface to render a pixel value.`)
  return luminance(point.reflectance)
}

/**
 * A target as a band about stops over the camera setting at its point, of white light and without the lens's veil:
 * what a rule of
 * thumb amounts to. What counts is judged from the rendered channels; see constraintsOf. A pixel value needs a point
 * with a reflectance.
 * @param keyStops what is wanted of the key side, for targets that are ratios to it
 */
export const targetBand = (target: Target, point: MeterPoint, camera: Camera, keyStops = 0): Band => {
  const exactly = (stops: number): Band => ({ stops, freeAbove: 0, freeBelow: 0 })
  const response = responseOf(camera)
  switch (target.kind) {
    case 'stops':
      return exactly(target.stops)
    case 'ratio':
      return exactly(keyStops + target.stops)
    case 'lightness':
      return exactly(stopsFromValue(valueOfLightness(target.lightness), reflectanceAt(point), response))
    case 'colour':
      return exactly(stopsFromValue(valueOfLightness(target.lab[0]), reflectanceAt(point), response))
    case 'clip':
      return {
        stops: stopsFromValue(CLIPPED, reflectanceAt(point), response),
        freeAbove: target.atMostStops,
        freeBelow: 0,
      }
    case 'detail':
      return exactly(stopsFromValue(CLIPPED, reflectanceAt(point), response) - HELD_STOPS)
    // Who asks for white is on target anywhere past clipping, who asks for black anywhere below.
    case 'value':
      return { stops: stopsFromValue(target.value, reflectanceAt(point), response), ...freeOfValue(target.value) }
  }
}

/** Who asks for white is on target anywhere past clipping, who asks for black anywhere below. */
export const freeOfValue = (value: number): Pick<Band, 'freeAbove' | 'freeBelow'> => ({
  freeAbove: value >= CLIPPED ? Number.POSITIVE_INFINITY : 0,
  freeBelow: value <= TARGET_BLACK ? Number.POSITIVE_INFINITY : 0,
})

/** How far outside its band a point is: above 0 too bright, below 0 too dark. */
export const missFrom = (stops: number, band: Band): number => {
  const off = stops - band.stops
  return off > 0 ? Math.max(0, off - band.freeAbove) : Math.min(0, off + band.freeBelow)
}

/** What the key side is wanted at, stops over the camera setting. */
export const keyWanted = (targets: Readonly<Record<string, Target>>): number => {
  const target = targets[KEY_SIDE]
  return target?.kind === 'stops' ? target.stops : 0
}

/** Whether a target has to be met for a look to be on target. */
export const isHard = ({ firmness }: { firmness?: Target['firmness'] }): boolean =>
  firmness === undefined || firmness === 'hard'
