import { ofLamps } from '../../calibration/compare'
import { placeSpread } from '../../calibration/fit'
import type { Spot } from '../../calibration/calibration'
import type { MeterPoint } from '../../evaluation/probes/points'
import { plannedParts, type Taken } from '../../metering/record'
import type { LightSetting, Reading, StudioSet } from '../../model/schema'
import { grouped, mean } from '../../shared/groups'
import { ratioFromStops, stopsFromRatio } from '../../physics/units/stops'
import { LEVEL_SPREAD_STOPS, READINGS, ONCE_ROUNDS } from '../thresholds'

/** What was read at one place while all lamps burned as they were sent. */
export type Seen = Spot & {
  /** Exposure of lamps, lux-seconds. */
  luxS: number
  /** What the plan says each lamp would give there at full, lux-seconds. */
  fullLuxS: Readonly<Record<string, number>>
  /** Spread of the reading, one standard deviation in stops. */
  spreadStops: number
}

/** Levels that were sent, and what was read of them. */
export type Round = { sent: Readonly<Record<string, LightSetting>>; seen: readonly Seen[] }

/** How often each place is read in a round, counted from 1. */
export const readingsIn = (round: number): number => (round > ONCE_ROUNDS ? READINGS : 1)

/** The middle one of the readings of each place: what a round leaves in the set. */
export const middleReadings = (readings: readonly Reading[]): Reading[] =>
  grouped(readings, ({ pointId }) => pointId).map(([, own]) => {
    const byLight = own.toSorted((a, b) => ofLamps(a) - ofLamps(b))
    return byLight[Math.floor((byLight.length - 1) / 2)]!
  })

/** Readings of everything together at one place as part of a round: their mean in stops, and what its spread is. */
export const seenOf = (
  set: StudioSet,
  settings: Readonly<Record<string, LightSetting>>,
  point: MeterPoint,
  readings: readonly Reading[],
  taken: Pick<Taken, 'camera' | 'layers'>,
): Seen => {
  const [reading] = readings as [Reading]
  const ids = set.lights.map(({ id }) => id)
  const parts = plannedParts(set, settings, ids, point, { camera: reading.camera, layers: taken.layers })
  return {
    id: point.id,
    position: point.position,
    surface: point.surface,
    luxS: ratioFromStops(mean(readings.map(one => stopsFromRatio(ofLamps(one))))),
    fullLuxS: Object.fromEntries(
      ids.map(id => {
        const part = parts[id]
        return [id, part ? (part.directLuxS + part.bouncedLuxS) / ratioFromStops(part.powerStops) : 0]
      }),
    ),
    spreadStops: Math.hypot(placeSpread(reading) / Math.sqrt(readings.length), LEVEL_SPREAD_STOPS),
  }
}
