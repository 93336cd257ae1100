import { stopsFromRatio } from '../units/stops'

/** A flat receptor reads by the cosine; a dome by (1 + cos) / 2 over the whole sphere. */
export type Receptor = 'flat' | 'dome'

/** How a meter is held: a dome drawn in reads as a flat receptor does. */
export type HeldReceptor = Receptor | 'retracted'

/** What a held receptor reads by. */
export const responseOfHeld = (held: HeldReceptor): Receptor => (held === 'dome' ? 'dome' : 'flat')

/** A meter's calibration: incident constants C in lux, reflected-light constant K in cd/m^2. */
export type MeterConstants = { flatConstant: number; domeConstant: number; spotConstant: number }

/**
 * Calibration of a meter of which nothing else is known: C = 250 flat and 340 hemispherical, K = 12.5, inside the
 * ranges of
 * ISO 2720:1974 (240 to 400 flat, 320 to 540 hemispherical, 10.6 to 13.4 reflected; the ranges are quoted from memory).
 */
export const STANDARD_METER: MeterConstants = { flatConstant: 250, domeConstant: 340, spotConstant: 12.5 }

/** The incident constant C of a standard meter in lux. */
export const METER_CONSTANT: Record<Receptor, number> = {
  flat: STANDARD_METER.flatConstant,
  dome: STANDARD_METER.domeConstant,
}

/** The incident constant C that a meter divides by as it is held. */
export const constantOf = (meter: MeterConstants, receptor: Receptor): number =>
  receptor === 'dome' ? meter.domeConstant : meter.flatConstant

/**
 * The f-number that an incident meter shows: N^2 = H S / C (ISO 2720:1974).
 * @param exposureLuxS flash exposure, or illuminance times shutter time, at the receptor in lux-seconds
 * @param constant the meter's C in lux
 */
export const meteredFNumber = (exposureLuxS: number, iso: number, constant: number): number =>
  Math.sqrt((exposureLuxS * iso) / constant)

/** The exposure in lux-seconds behind an incident reading: H = C N^2 / S. */
export const exposureFromReading = (fNumber: number, iso: number, constant: number): number =>
  (constant * fNumber * fNumber) / iso

/** Stops by which an exposure lies over the camera setting, as a meter of this constant reads it. */
export const stopsOverCamera = (
  exposureLuxS: number,
  camera: { fNumber: number; iso: number },
  constant: number,
): number => stopsFromRatio(exposureLuxS / exposureFromReading(camera.fNumber, camera.iso, constant))

/** Readings add as light: N = sqrt(sum of N_i^2). */
export const combineReadings = (fNumbers: readonly number[]): number => Math.hypot(...fNumbers)
