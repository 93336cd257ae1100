import { stopsFromRatio } from '../units/stops'

/** A flat receptor reads by the cosine; a dome by (1 + cos) / 2 over the whole sphere. */
export type Receptor = 'flat' | 'dome'

/**
 * Incident-light calibration constants C in lux: 250 flat, 340 hemispherical,
 * inside the ranges of ISO 2720:1974 (240 to 400 flat, 320 to 540 hemispherical; the ranges are quoted from memory).
 */
export const METER_CONSTANT: Record<Receptor, number> = { flat: 250, dome: 340 }

/**
 * The f-number that an incident meter shows: N^2 = H S / C (ISO 2720:1974).
 * @param exposureLuxS flash exposure, or illuminance times shutter time, at the receptor in lux-seconds
 */
export const meteredFNumber = (exposureLuxS: number, iso: number, receptor: Receptor): number =>
  Math.sqrt(exposureLuxS * iso / METER_CONSTANT[receptor])

/** The exposure in lux-seconds behind an incident reading: H = C N^2 / S. */
export const exposureFromReading = (fNumber: number, iso: number, receptor: Receptor): number =>
  METER_CONSTANT[receptor] * fNumber * fNumber / iso

/** Stops by which an exposure lies over the camera setting, as this receptor reads it. */
export const stopsOverCamera = (exposureLuxS: number, camera: { fNumber: number, iso: number }, receptor: Receptor): number =>
  stopsFromRatio(exposureLuxS / exposureFromReading(camera.fNumber, camera.iso, receptor))

/** Readings add as light: N = sqrt(sum of N_i^2). */
export const combineReadings = (fNumbers: readonly number[]): number => Math.hypot(...fNumbers)
