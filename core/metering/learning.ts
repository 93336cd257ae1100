import { Matrix, solve } from 'ml-matrix'
import { exposureFromReading } from '../photometry/meter'
import type { Reading } from '../set/schema'
import { ratioFromStops, stopsFromRatio } from '../units/stops'

/** What readings have shown: each light's output and the room's bounce, in stops against the plan. */
export type Learned = { lightStops: Record<string, number>, bounceStops: number }

export const NOTHING_LEARNED: Learned = { lightStops: {}, bounceStops: 0 }

/** Spread of a hand-held incident reading; common practice, no source. */
const READING_SPREAD_STOPS = 0.07
/** Spread of lamps about their rating, and of a room's bounce about its paint; common practice, no source. */
const LAMP_SPREAD_STOPS = 0.35
const BOUNCE_SPREAD_STOPS = 0.2
const ROUNDS = 12

/** Stops by which a model under `learned` falls short of a reading, and how the model moves with each unknown. */
const compare = (reading: Reading, lightIds: readonly string[], learned: Learned) => {
  const parts = Object.entries(reading.lights).map(([id, light]) => {
    const own = ratioFromStops(learned.lightStops[id] ?? 0)
    return { id, direct: own * light.directLuxS, bounced: own * ratioFromStops(learned.bounceStops) * light.bouncedLuxS }
  })
  const model = parts.reduce((sum, part) => sum + part.direct + part.bounced, 0)
  const measured = exposureFromReading(reading.fNumber, reading.camera.iso, reading.receptor)
  const shareOf = (id: string) => {
    const part = parts.find(candidate => candidate.id === id)
    return part && model > 0 ? (part.direct + part.bounced) / model : 0
  }
  return {
    missingStops: stopsFromRatio(measured) - stopsFromRatio(model),
    slopes: [...lightIds.map(shareOf), model > 0 ? parts.reduce((sum, part) => sum + part.bounced, 0) / model : 0],
  }
}

/** Stops by which a reading lies over what the model, under what was learned, says it should be. */
export const surpriseStops = (reading: Reading, learned: Learned): number => compare(reading, [], learned).missingStops

/**
 * Fits each light's output and one bounce factor to all readings: least squares in stops with priors at zero
 * (Gauss-Newton on the normal equations). Readings weigh by their spread, unknowns by how far lamps and rooms usually stray.
 */
export const learnFrom = (readings: readonly Reading[]): Learned => {
  const lightIds = [...new Set(readings.flatMap(reading => Object.keys(reading.lights)))].sort()
  if (lightIds.length === 0) return NOTHING_LEARNED
  const priors = [...lightIds.map(() => LAMP_SPREAD_STOPS ** -2), BOUNCE_SPREAD_STOPS ** -2]
  const weight = READING_SPREAD_STOPS ** -2
  let unknowns = priors.map(() => 0)
  const asLearned = (): Learned => ({
    lightStops: Object.fromEntries(lightIds.map((id, index) => [id, unknowns[index]!])),
    bounceStops: unknowns.at(-1)!,
  })
  for (let round = 0; round < ROUNDS; round++) {
    const normal = Matrix.diag(priors)
    const pull = unknowns.map((value, index) => -priors[index]! * value)
    for (const reading of readings) {
      const { missingStops, slopes } = compare(reading, lightIds, asLearned())
      slopes.forEach((slope, row) => {
        pull[row]! += weight * slope * missingStops
        slopes.forEach((other, column) => normal.set(row, column, normal.get(row, column) + weight * slope * other))
      })
    }
    const step = solve(normal, Matrix.columnVector(pull)).to1DArray()
    unknowns = unknowns.map((value, index) => value + step[index]!)
    if (Math.max(...step.map(Math.abs)) < 1e-6) break
  }
  return asLearned()
}
