import { exposureFromReading, METER_CONSTANT } from '../photometry/meter'
import { ratioFromStops } from '../units/stops'

/**
 * What a guide number on a box can mean, as intensity over its square at ISO 100 (lx s for GN in metres):
 * metered with a flat receptor, C = 250 over ISO 100 (ISO 2720): 2.5; worked out from beam candela-seconds by
 * GN^2 = k x BCPS x ISO with GN in feet and k = 0.05 or 0.063: 3.2808^2 / (100 k), 2.153 and 1.709 (the constants are
 * quoted from memory).
 */
export const GUIDE_NUMBER_CONVENTIONS = {
  metered: 2.5,
  'candela-0.05': 3.2808 ** 2 / 5,
  'candela-0.063': 3.2808 ** 2 / 6.3,
} as const
/** What a guide number was measured as. */
export type GuideNumberConvention = keyof typeof GUIDE_NUMBER_CONVENTIONS

/** What is known about a lamp at full power, in its standard reflector, on its axis. */
export type Output =
  | { from: 'guide-number'; guideNumberM: number; convention: GuideNumberConvention }
  | { from: 'reading'; fNumber: number; distanceM: number; iso: number }
  | { from: 'lux-at-1-m'; lux: number }

/**
 * Luminous intensity on the axis at full power: candela for a continuous lamp, lux-seconds times square metres for
 * flash.
 * A guide number is in metres at ISO 100, by its convention; a reading is flat, on the axis.
 */
export const axisIntensity = (output: Output): number => {
  switch (output.from) {
    case 'guide-number':
      return GUIDE_NUMBER_CONVENTIONS[output.convention] * output.guideNumberM ** 2
    case 'reading':
      return exposureFromReading(output.fNumber, output.iso, METER_CONSTANT.flat) * output.distanceM ** 2
    case 'lux-at-1-m':
      return output.lux
  }
}

/**
 * What flash heads give against the number on their box, on the whole, stops; common practice, no source. A metered
 * reading needs no such allowance.
 */
export const USUALLY_GIVES_STOPS = -0.35

/** What a lamp is expected to give on its axis at full power: its output, less what it gives under its rating. */
export const lampIntensity = ({ output, givesStops }: { output: Output; givesStops: number }): number =>
  axisIntensity(output) * ratioFromStops(givesStops)

/**
 * Guide number in metres (ISO 100, standard reflector, metered) of a flash of one watt-second; of many by the square
 * root. Rough, from memory.
 */
const GUIDE_NUMBER_OF_ONE_WATT_SECOND = 2.9

/** Guide number (metres, ISO 100) of a flash of so many watt-seconds. */
export const guideNumberFromWattSeconds = (wattSeconds: number): number =>
  GUIDE_NUMBER_OF_ONE_WATT_SECOND * Math.sqrt(wattSeconds)

/** Watt-seconds of a flash of such a guide number (metres, ISO 100). */
export const wattSecondsFromGuideNumber = (guideNumberM: number): number =>
  (guideNumberM / GUIDE_NUMBER_OF_ONE_WATT_SECOND) ** 2
