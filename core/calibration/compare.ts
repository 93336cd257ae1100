import { exposureFromReading, METER_CONSTANT, responseOfHeld, stopsOverCamera } from '../physics/photometry/meter'
import type { Reading } from '../model/schema'
import { ratioFromStops, stopsFromRatio } from '../physics/units/stops'
import type { Learned } from './calibration'

type Parts = Reading['lights']

/** Exposure in lux-seconds that each light gives, by what was learned of it. */
const learnedParts = (parts: Parts, learned: Learned) =>
  Object.entries(parts).map(([id, light]) => {
    const own = ratioFromStops(learned.lightStops[id] ?? 0)
    return {
      id,
      direct: own * light.directLuxS,
      bounced: own * ratioFromStops(learned.bounceStops) * light.bouncedLuxS,
    }
  })

/** Exposure in lux-seconds of lights together, by what was learned of them. */
export const learnedExposure = (parts: Parts, learned: Learned): number =>
  learnedParts(parts, learned).reduce((sum, part) => sum + part.direct + part.bounced, 0)

/** The incident constant C that a reading's figure stands for. */
export const constantOfReading = ({ constant, receptor }: Pick<Reading, 'constant' | 'receptor'>): number =>
  constant ?? METER_CONSTANT[responseOfHeld(receptor)]

/** Exposure that a reading stands for, lux-seconds. */
export const measuredExposure = (reading: Reading): number =>
  exposureFromReading(reading.fNumber, reading.camera.iso, constantOfReading(reading))

/**
 * The part of a reading that is of lamps: the room's own light was there without them. Never less than a twentieth of
 * the whole.
 */
export const ofLamps = (reading: Reading): number =>
  Math.max(measuredExposure(reading) / 20, measuredExposure(reading) - reading.roomLuxS)

/** Stops over the camera setting that a reading stands for. */
export const stopsRead = (reading: Reading, camera: { fNumber: number; iso: number }): number =>
  stopsOverCamera(measuredExposure(reading), camera, constantOfReading(reading))

/** A reading that says something about lights: some were on, and the plan has light there. */
export const isOfLights = (reading: Reading): boolean =>
  Object.values(reading.lights).some(part => part.directLuxS + part.bouncedLuxS > 0)

/**
 * How the model of some lights moves with each unknown: the lights in their order, then the bounce; shares of the
 * whole.
 */
export const slopesOf = (parts: Parts, lightIds: readonly string[], learned: Learned): number[] => {
  const known = learnedParts(parts, learned)
  const model = known.reduce((sum, part) => sum + part.direct + part.bounced, 0)
  if (model <= 0) return [...lightIds.map(() => 0), 0]
  const byId = new Map(known.map(part => [part.id, (part.direct + part.bounced) / model]))
  return [...lightIds.map(id => byId.get(id) ?? 0), known.reduce((sum, part) => sum + part.bounced, 0) / model]
}

/** Stops by which a reading lies over what the model, under what was learned, says it should be. */
export const surpriseStops = (reading: Reading, learned: Learned): number =>
  stopsFromRatio(ofLamps(reading)) - stopsFromRatio(learnedExposure(reading.lights, learned))
