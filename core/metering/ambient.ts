import { exposureFromReading, meteredFNumber, stopsOverCamera } from '../photometry/meter'
import type { CameraSetting, Reading } from '../set/schema'

/**
 * The room's own light has to stay this far under the camera setting for a frame without the lamps to come out black, and so
 * that it adds less than 0.03 stop to what is metered; common practice, no source.
 */
export const BLACK_UNDER_STOPS = -6
/** The longest and the shortest shutter that most focal-plane shutters go with flash; common practice, check the camera's own. */
const SYNC_SHUTTERS_S = [1 / 60, 1 / 80, 1 / 100, 1 / 125, 1 / 160, 1 / 200, 1 / 250] as const
const LOWEST_ISO = 50

/** Illuminance in lux of the room's own light, from a reading with all lights off: E = C N^2 / (S t), ISO 2720. */
export const ambientLux = ({ fNumber, camera, receptor }: Pick<Reading, 'fNumber' | 'camera' | 'receptor'>): number =>
  exposureFromReading(fNumber, camera.iso, receptor) / camera.shutterS

/** The newest reading with all lights off. */
export const ambientReading = (readings: readonly Reading[]): Reading | undefined =>
  readings.findLast(({ lights, trust }) => Object.keys(lights).length === 0 && trust !== 'out')

/** Stops over the camera setting that the room's own light makes; below 0 under it. */
export const ambientStops = (lux: number, camera: CameraSetting): number => stopsOverCamera(lux * camera.shutterS, camera, 'flat')

/** What a meter would show of the room's own light at a camera setting. */
export const ambientFNumber = (lux: number, camera: CameraSetting, receptor: Reading['receptor']): number => meteredFNumber(lux * camera.shutterS, camera.iso, receptor)

/** A setting under which the frame stays black, and what has to be done to the lamps to go with it. */
export type AmbientMend = { camera: CameraSetting, stops: number, lampsUpStops: number }

/**
 * The least that makes the frame black: a shorter shutter, which lamps do not feel, and past the sync speed less film speed
 * with as much more from the lamps. Undefined where neither reaches; then the room's light has to go.
 */
export const ambientMend = (lux: number, camera: CameraSetting): AmbientMend | undefined => {
  const isBlack = (setting: CameraSetting) => ambientStops(lux, setting) <= BLACK_UNDER_STOPS
  const shutter = SYNC_SHUTTERS_S.find(shutterS => shutterS < camera.shutterS * 0.99 && isBlack({ ...camera, shutterS }))
  if (shutter) return { camera: { ...camera, shutterS: shutter }, stops: ambientStops(lux, { ...camera, shutterS: shutter }), lampsUpStops: 0 }
  const fastest = { ...camera, shutterS: Math.min(camera.shutterS, SYNC_SHUTTERS_S.at(-1)!) }
  for (let iso = camera.iso / 2; iso >= LOWEST_ISO; iso /= 2) {
    const slower = { ...fastest, iso }
    if (isBlack(slower)) return { camera: slower, stops: ambientStops(lux, slower), lampsUpStops: Math.log2(camera.iso / iso) }
  }
  return undefined
}
