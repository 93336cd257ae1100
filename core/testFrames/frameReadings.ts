import { plannedParts, recordReading, type Taken } from '../metering/record'
import { learnedExposure } from '../calibration/compare'
import { NOTHING_LEARNED } from '../calibration/calibration'
import { roomLightAt } from '../calibration/roomLight'
import { luminance } from '../physics/units/rgb'
import { METER_CONSTANT, stopsOverCamera } from '../physics/photometry/meter'
import { stopsFromRatio } from '../physics/units/stops'
import type { Frame, Look, Reading, StudioSet } from '../model/schema'
import { framePoints } from '../evaluation/probes/framePoints'
import type { PlaceReading } from './reading/places'
import { LEAST_VALUE, PAST_WHITE_STOPS, LEAST_F_NUMBER } from './thresholds'

const idOf = (frameId: string, pointId: string): string => `${frameId}/${pointId.replace('frame/', '')}`

/** Whether a reading was taken from a frame. */
export const isOfFrame = (reading: Pick<Reading, 'id'>, frameId: string): boolean =>
  reading.id.startsWith(`${frameId}/`)

/**
 * A frame's values as readings of the backdrop: what is seen and in range, worked back through the response of the
 * camera. Where the
 * picture clips it says only "at least", which is a reading where the plan has less.
 */
export const frameReadings = (
  set: StudioSet,
  look: Look,
  frame: Frame,
  places: Readonly<Record<string, PlaceReading>>,
  { layers, room }: Pick<Taken, 'layers' | 'room'>,
): Reading[] => {
  const lightIds = Object.keys(frame.lights).filter(id => frame.lights[id]!.on)
  if (lightIds.length === 0) return []
  const taken = { ...look, lights: { ...look.lights, ...frame.lights } }
  return framePoints(set).flatMap(point => {
    const read = places[point.id]
    if (!read?.isThere || read.value < LEAST_VALUE) return []
    const planned = stopsOverCamera(
      learnedExposure(
        plannedParts(set, taken.lights, lightIds, point, { camera: frame.camera, layers }),
        NOTHING_LEARNED,
      ) + luminance(roomLightAt(set, room, point, frame.camera.shutterS)),
      frame.camera,
      METER_CONSTANT.flat,
    )
    if (read.isClipped && planned > read.stops) return []
    // A picture counts by light on a standard flat receptor; the reading stands for the set's own meter.
    const stops =
      (read.isClipped ? read.stops + PAST_WHITE_STOPS : read.stops) -
      stopsFromRatio(point.constant / METER_CONSTANT.flat)
    const fNumber = Math.max(LEAST_F_NUMBER, frame.camera.fNumber * 2 ** (stops / 2))
    return [
      recordReading(
        set,
        taken,
        { step: { lightIds }, point },
        { camera: frame.camera, layers, room },
        {
          id: idOf(frame.id, point.id),
          at: frame.at,
          fNumber,
          source: frame.source,
          meter: 'frame',
          shown: `${Math.round(read.value)}`,
        },
      ),
    ]
  })
}

/**
 * A set with a frame and its readings in it; what it held of the same frame before gives way. What the plan gave
 * where a reading was
 * taken stays as it was then: things may have been moved since.
 */
export const keepFrame = (set: StudioSet, frame: Frame, readings: readonly Reading[]): StudioSet => {
  const before = new Map(set.readings.map(reading => [reading.id, reading]))
  const asThen = (reading: Reading): Reading => {
    const known = before.get(reading.id)
    return known
      ? {
          ...reading,
          position: known.position,
          lights: known.lights,
          others: known.others,
          trust: known.trust,
          note: known.note,
        }
      : reading
  }
  return {
    ...set,
    frames: set.frames.some(({ id }) => id === frame.id)
      ? set.frames.map(other => (other.id === frame.id ? frame : other))
      : [...set.frames, frame],
    readings: [...set.readings.filter(reading => !isOfFrame(reading, frame.id)), ...readings.map(asThen)],
  }
}

/** A set without a frame and all that was read from it. */
export const dropFrame = (set: StudioSet, frameId: string): StudioSet => ({
  ...set,
  frames: set.frames.filter(({ id }) => id !== frameId),
  readings: set.readings.filter(reading => !isOfFrame(reading, frameId)),
})
