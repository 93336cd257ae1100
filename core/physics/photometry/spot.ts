import { constantOf, type MeterConstants, type Receptor } from './meter'

/**
 * Ratio of the light that spot and incident meter take for the same: a matt surface under E sends out L = rho E / pi,
 * so that
 * N_spot^2 / N_incident^2 = (L / K) / (E / C) = rho C / (pi K). It is 1 for a surface of 0.157 with C = 250 and K =
 * 12.5.
 */
const spotRatio = (reflectance: number, receptor: Receptor, meter: MeterConstants): number =>
  (reflectance * constantOf(meter, receptor)) / (Math.PI * meter.spotConstant)

/** F-number that a spot meter shows of a matt surface where an incident meter would show `fNumber`. */
export const spotFromIncident = (
  fNumber: number,
  reflectance: number,
  receptor: Receptor,
  meter: MeterConstants,
): number => fNumber * Math.sqrt(spotRatio(reflectance, receptor, meter))

/** F-number that an incident meter would show where a spot meter shows `fNumber` of a matt surface. */
export const incidentFromSpot = (
  fNumber: number,
  reflectance: number,
  receptor: Receptor,
  meter: MeterConstants,
): number => fNumber / Math.sqrt(spotRatio(reflectance, receptor, meter))
