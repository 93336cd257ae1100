import { lampColour } from '../physics/sources/colourTemperature'
import type { Receptor } from '../physics/photometry/meter'
import type { Reading, StudioSet } from '../model/schema'
import { grey, scaleRgb, type Rgb } from '../physics/units/rgb'
import { distance, type Vector } from '../physics/units/vector'
import type { RoomReading } from './calibration'
import { constantOfReading } from './compare'
import { exposureFromReading } from '../physics/photometry/meter'
import { ROOM_LIGHT_NEAR_M } from './thresholds'

/**
 * A dome takes light from all sides: in a room that is alike all round twice what a flat receptor takes, of light
 * from one side the
 * same. The root of two stands between; a model, no source. Only readings by one receptor at the place of another
 * need it.
 */
const DOME_OVER_FLAT = Math.SQRT2

const flatShare = (receptor: Receptor | Reading['receptor']): number => (receptor === 'dome' ? DOME_OVER_FLAT : 1)

/**
 * Illuminance in lux of the room's own light on a flat receptor, from a reading with all lights off: E = C N^2 / (S
 * t), ISO 2720.
 */
export const roomLux = (
  reading: Pick<Reading, 'fNumber' | 'camera' | 'receptor' | 'shown'> & Partial<Pick<Reading, 'constant'>>,
): number =>
  reading.shown === 'nothing'
    ? 0
    : exposureFromReading(reading.fNumber, reading.camera.iso, constantOfReading({ constant: null, ...reading })) /
      reading.camera.shutterS /
      flatShare(reading.receptor)

/** Readings with all lights off that count, the newest of each place. */
export const roomReadings = (readings: readonly Reading[]): Reading[] => [
  ...new Map(
    readings
      .filter(({ lights, trust }) => trust !== 'out' && Object.keys(lights).length === 0)
      .map(reading => [reading.pointId, reading]),
  ).values(),
]

/** What readings with all lights off say of the room's own light; undefined where there are none. */
export const readRoom = (readings: readonly Reading[]): RoomReading[] | undefined => {
  const known = roomReadings(readings).map((reading): RoomReading => ({
    position: reading.position && ([...reading.position] as unknown as Vector),
    lux: roomLux(reading),
  }))
  return known.length > 0 ? known : undefined
}

/** Between places that were read the nearer counts more, by the inverse square of its distance. */
const between = (places: readonly RoomReading[], at: Vector): number => {
  let [sum, weights] = [0, 0]
  for (const { position, lux } of places) {
    const weight = 1 / Math.max(ROOM_LIGHT_NEAR_M, position ? distance(position, at) : 1) ** 2
    sum += weight * lux
    weights += weight
  }
  return sum / weights
}

/**
 * Illuminance of the room's own light on a flat receptor at a place, lux: as read, else as the plan has it, else
 * none.
 */
export const roomLuxAt = (
  set: Pick<StudioSet, 'room'>,
  read: readonly RoomReading[] | undefined,
  at: Vector,
): number => (read ? between(read, at) : (set.room.ambient?.lux ?? 0))

/** Colour of the room's own light as the camera's white balance sees it, at luminance 1; white where nobody said. */
export const roomColour = (set: Pick<StudioSet, 'room' | 'camera'>): Rgb =>
  set.room.ambient ? lampColour(set.room.ambient.cctK, set.camera.whiteBalanceK) : grey(1)

/** What the room's own light gives a receptor while the shutter is open, lux-seconds per channel. */
export const roomLightAt = (
  set: StudioSet,
  read: readonly RoomReading[] | undefined,
  receiver: { position: Vector; receptor: Receptor },
  shutterS: number,
): Rgb => {
  const lux = roomLuxAt(set, read, receiver.position)
  return lux > 0 ? scaleRgb(roomColour(set), lux * shutterS * flatShare(receiver.receptor)) : grey(0)
}
