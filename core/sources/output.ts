import { exposureFromReading, METER_CONSTANT } from '../photometry/meter'

/** ISO 2720 flat constant over ISO 100: a guide number of 1 m is an intensity of 2.5 lx s m^2. */
const INTENSITY_PER_GUIDE_NUMBER_SQUARED = 2.5

/** What is known about a lamp at full power, in its standard reflector, on its axis. */
export type Output
  = | { from: 'guide-number', guideNumberM: number }
    | { from: 'reading', fNumber: number, distanceM: number, iso: number }
    | { from: 'lux-at-1-m', lux: number }

/**
 * Luminous intensity on the axis at full power: candela for a continuous lamp, lux-seconds times square metres for flash.
 * A guide number is in metres at ISO 100 (I = 2.5 GN^2, from ISO 2720 with C = 250); a reading is flat, on the axis.
 */
export const axisIntensity = (output: Output): number => {
  switch (output.from) {
    case 'guide-number': return INTENSITY_PER_GUIDE_NUMBER_SQUARED * output.guideNumberM ** 2
    case 'reading': return exposureFromReading(output.fNumber, output.iso, METER_CONSTANT.flat) * output.distanceM ** 2
    case 'lux-at-1-m': return output.lux
  }
}

/** Guide number in metres (ISO 100, standard reflector) of a flash of one watt-second; of many by the square root. Rough, from memory. */
const GUIDE_NUMBER_OF_ONE_WATT_SECOND = 2.9

export const guideNumberFromWattSeconds = (wattSeconds: number): number => GUIDE_NUMBER_OF_ONE_WATT_SECOND * Math.sqrt(wattSeconds)

export const wattSecondsFromGuideNumber = (guideNumberM: number): number => (guideNumberM / GUIDE_NUMBER_OF_ONE_WATT_SECOND) ** 2
