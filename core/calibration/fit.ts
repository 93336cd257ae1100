import { inverse, Matrix, solve } from 'ml-matrix'
import type { Reading } from '../model/schema'
import { slopesOf, surpriseStops } from './compare'
import type { Learned } from './calibration'
import { PLACING_SPREAD_STOPS, LAMP_SPREAD_STOPS, BOUNCE_SPREAD_STOPS, FIT_ROUNDS } from './thresholds'

/**
 * Spreads in stops, one standard deviation each; common practice, no source. A frame is read at a dozen places at
 * once, which share
 * what is not known of the camera and of the surface: each counts for little, all of them for about one spot reading.
 */
const METER_SPREAD_STOPS: Record<Reading['meter'], number> = { incident: 0.07, spot: 0.15, frame: 0.4 }
/** From place to place a frame is far surer than as a whole. */
const PLACE_SPREAD_STOPS: Record<Reading['meter'], number> = { ...METER_SPREAD_STOPS, frame: 0.05 }

/** Spread of the meter and the hand that holds it. */
const meterSpread = (reading: Pick<Reading, 'meter'>): number => METER_SPREAD_STOPS[reading.meter]

/** Spread of how a reading differs from others taken beside it. */
export const placeSpread = (reading: Pick<Reading, 'meter'>): number => PLACE_SPREAD_STOPS[reading.meter]

/** Spread of one reading about the model that all of them share. */
export const spreadOf = (reading: Pick<Reading, 'meter'>): number =>
  Math.hypot(meterSpread(reading), PLACING_SPREAD_STOPS)

/** The unknowns that readings settle, with how surely. */
export type Fit = { lightIds: readonly string[]; learned: Learned; covariance: Matrix }

/**
 * Fits each light's output and one bounce factor to readings: least squares in stops with priors at zero
 * (Gauss-Newton on the normal equations). Readings weigh by their spread, unknowns by how far lamps and rooms usually
 * stray.
 * Every light named is an unknown, read or not. A fit of much the same readings is a good place to begin from.
 */
export const fitReadings = (readings: readonly Reading[], lightIds: readonly string[], from?: Fit): Fit => {
  const priors = [...lightIds.map(() => LAMP_SPREAD_STOPS ** -2), BOUNCE_SPREAD_STOPS ** -2]
  const size = priors.length
  let unknowns = from
    ? [...lightIds.map(id => from.learned.lightStops[id] ?? 0), from.learned.bounceStops]
    : priors.map(() => 0)
  let normal = Matrix.diag(priors)
  const asLearned = (): Learned => ({
    lightStops: Object.fromEntries(lightIds.map((id, index) => [id, unknowns[index]!])),
    bounceStops: unknowns.at(-1)!,
  })
  for (let round = 0; round < FIT_ROUNDS && readings.length > 0; round++) {
    const now = asLearned()
    const sums = new Float64Array(size * size)
    const pull = unknowns.map((value, index) => -priors[index]! * value)
    for (const reading of readings) {
      const weight = spreadOf(reading) ** -2
      const slopes = slopesOf(reading.lights, lightIds, now)
      const missing = surpriseStops(reading, now)
      for (let row = 0; row < size; row++) {
        const weighed = weight * slopes[row]!
        if (weighed === 0) continue
        pull[row]! += weighed * missing
        for (let column = 0; column < size; column++) sums[row * size + column]! += weighed * slopes[column]!
      }
    }
    normal = new Matrix(
      priors.map((prior, row) => priors.map((_, column) => sums[row * size + column]! + (row === column ? prior : 0))),
    )
    const step = solve(normal, Matrix.columnVector(pull)).to1DArray()
    unknowns = unknowns.map((value, index) => value + step[index]!)
    if (Math.max(...step.map(Math.abs)) < 1e-10) break
  }
  return { lightIds, learned: asLearned(), covariance: inverse(normal) }
}

/**
 * Spread of what a fit says of some lights together, one standard deviation in stops; what strays at the place itself
 * left out.
 */
export const spreadOfFit = ({ lightIds, learned, covariance }: Fit, parts: Reading['lights']): number => {
  const slopes = slopesOf(parts, lightIds, learned)
  let variance = 0
  for (let row = 0; row < slopes.length; row++) {
    if (slopes[row] === 0) continue
    for (let column = 0; column < slopes.length; column++)
      variance += slopes[row]! * slopes[column]! * covariance.get(row, column)
  }
  return Math.sqrt(Math.max(0, variance))
}
