import { constantOf, meteredFNumber, METER_CONSTANT, stopsOverCamera } from '../physics/photometry/meter'
import type { CameraSetting, Light, Reading, StudioSet } from '../model/schema'
import type { Readout } from '../evaluation/readout'
import { totalOf } from '../physics/transport/exposureAt'
import { stopsFromRatio } from '../physics/units/stops'
import { roomReadings } from '../calibration/roomLight'
import { BLACK_UNDER_STOPS, UNNOTICED_UNDER_STOPS, LOWEST_ISO, NAMED_ALIKE } from './thresholds'

/** The shutters that cameras offer near the sync speed, seconds. */
const SHUTTERS_S = [
  1 / 30,
  1 / 40,
  1 / 50,
  1 / 60,
  1 / 80,
  1 / 100,
  1 / 125,
  1 / 160,
  1 / 200,
  1 / 250,
  1 / 320,
  1 / 400,
  1 / 500,
] as const

/** The newest reading with all lights off. */
export const ambientReading = (readings: readonly Reading[]): Reading | undefined => roomReadings(readings).at(-1)

/** Stops over the camera setting that the room's own light makes on a flat receptor; below 0 under it. */
export const ambientStops = (lux: number, camera: CameraSetting): number =>
  stopsOverCamera(lux * camera.shutterS, camera, METER_CONSTANT.flat)

/** What the set's meter would show, held flat, of the room's own light at a camera setting. */
export const ambientFNumber = (set: Pick<StudioSet, 'meter'>, lux: number, camera: CameraSetting): number =>
  meteredFNumber(lux * camera.shutterS, camera.iso, constantOf(set.meter, 'flat'))

/** Stops that the room's own light adds to what lamps give. */
export const roomAdds = ({ parts, roomLuxS }: Pick<Readout, 'parts' | 'roomLuxS'>): number => {
  const lamps = totalOf(parts)
  if (roomLuxS <= 0) return 0
  return lamps <= 0 ? Number.POSITIVE_INFINITY : stopsFromRatio((lamps + roomLuxS) / lamps)
}

/**
 * How far under the camera setting the room's own light has to stay for a look: six stops for a frame that is black
 * without lamps, and
 * further where a dark tone is wanted, to which it would add a tenth.
 */
export const ambientLimit = (readouts: readonly Readout[]): number =>
  Math.min(
    BLACK_UNDER_STOPS,
    ...readouts
      .filter(({ targetStops, point }) => targetStops !== undefined && point.surface !== 'subject')
      .map(({ targetStops }) => targetStops! - UNNOTICED_UNDER_STOPS),
  )

/** A way to get the room's own light far enough under what counts. */
export type AmbientMend =
  /** A setting under which it is, and how much more the lamps have to give for it. */
  | { kind: 'setting'; camera: CameraSetting; stops: number; lampsUpStops: number }
  /** No setting does it: lamps that burn fall with the room. It has to come down to so many lux on a flat receptor. */
  | { kind: 'darken'; mostLux: number }

/** Whether a shutter cuts the flash of a focal-plane shutter. */
export const isPastSync = (shutterS: number, syncShutterS: number): boolean => shutterS < syncShutterS * NAMED_ALIKE

/** Whether the shutter cuts the flash of a lamp that is on. */
export const cutsFlash = (lights: readonly Pick<Light, 'lamp'>[], shutterS: number, syncShutterS: number): boolean =>
  isPastSync(shutterS, syncShutterS) && lights.some(({ lamp }) => lamp.kind === 'flash')

/**
 * The least that gets the room's own light `underStops` under the camera setting: for flash a shorter shutter down to
 * the sync speed,
 * which flash does not feel, then less film speed with as much more from the lamps. Lamps that burn lose with the
 * room by either, so
 * that there only darkening it helps.
 */
export const ambientMend = (
  lux: number,
  camera: CameraSetting,
  lights: readonly Light[],
  syncShutterS: number,
  underStops: number = BLACK_UNDER_STOPS,
): AmbientMend => {
  const isDark = (setting: CameraSetting) => ambientStops(lux, setting) <= underStops
  const darken: AmbientMend = { kind: 'darken', mostLux: lux * 2 ** (underStops - ambientStops(lux, camera)) }
  if (lights.some(({ lamp }) => lamp.kind === 'continuous')) return darken
  const allowed = SHUTTERS_S.filter(shutterS => !isPastSync(shutterS, syncShutterS))
  const shutter = allowed.find(shutterS => shutterS < camera.shutterS * 0.99 && isDark({ ...camera, shutterS }))
  if (shutter)
    return {
      kind: 'setting',
      camera: { ...camera, shutterS: shutter },
      stops: ambientStops(lux, { ...camera, shutterS: shutter }),
      lampsUpStops: 0,
    }
  const fastest = { ...camera, shutterS: Math.min(camera.shutterS, allowed.at(-1) ?? camera.shutterS) }
  for (let iso = camera.iso / 2; iso >= LOWEST_ISO; iso /= 2) {
    const slower = { ...fastest, iso }
    if (isDark(slower))
      return {
        kind: 'setting',
        camera: slower,
        stops: ambientStops(lux, slower),
        lampsUpStops: Math.log2(camera.iso / iso),
      }
  }
  return darken
}
