import { METER_CONSTANT, type Receptor } from './meter'

/** Reflected-light calibration constant K in cd/m^2; ISO 2720:1974 allows 10.6 to 13.4 (range from memory), makers use 12.5 or 14. */
export const SPOT_CONSTANT = 12.5

/**
 * Ratio of the light that spot and incident meter take for the same: a matt surface under E sends out L = rho E / pi, so that
 * N_spot^2 / N_incident^2 = (L / K) / (E / C) = rho C / (pi K). It is 1 for a surface of 0.157 with the flat receptor.
 */
const spotRatio = (reflectance: number, receptor: Receptor): number => reflectance * METER_CONSTANT[receptor] / (Math.PI * SPOT_CONSTANT)

/** F-number that a spot meter shows of a matt surface where an incident meter would show `fNumber`. */
export const spotFromIncident = (fNumber: number, reflectance: number, receptor: Receptor): number => fNumber * Math.sqrt(spotRatio(reflectance, receptor))

/** F-number that an incident meter would show where a spot meter shows `fNumber` of a matt surface. */
export const incidentFromSpot = (fNumber: number, reflectance: number, receptor: Receptor): number => fNumber / Math.sqrt(spotRatio(reflectance, receptor))
