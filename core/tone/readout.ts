import { apertureForReading } from '../camera/followedAperture'
import { responseOf } from '../camera/response'
import type { Lighting } from '../metering/lighting'
import { weightsOf } from '../metering/weights'
import { meteredFNumber, stopsOverCamera } from '../photometry/meter'
import type { MeterPoint } from '../set/points'
import type { CameraSetting, LightSetting, Look, StudioSet } from '../set/schema'
import { partsAt, totalOf, type Part } from '../transport/exposureAt'
import { valueFromStops } from './backdropTone'
import { isHard, keyWanted, missFrom, targetBand } from './target'

/** What a meter point reads and renders. */
export type Readout = {
  point: MeterPoint
  parts: Part[]
  fNumber: number
  /** Stops over the camera setting. */
  stops: number
  /** Pixel value of the surface there; undefined where none is meant. */
  value?: number
  /** Where the look wants it, and how far it is from there (above 0: too bright). */
  targetStops?: number
  missStops?: number
  /** Good to have, but nothing is off target for want of it. */
  isWished?: boolean
}

/** The reading of one point under some light settings. */
export const readPoint = (set: StudioSet, point: MeterPoint, settings: Readonly<Record<string, LightSetting>>, camera: CameraSetting, lighting: Lighting): Readout => {
  const parts = partsAt(lighting.layers, point.id, weightsOf(set, settings, camera, lighting.learned))
  const exposure = totalOf(parts)
  const stops = stopsOverCamera(exposure, camera, point.receptor)
  return {
    point,
    parts,
    fNumber: meteredFNumber(exposure, camera.iso, point.receptor),
    stops,
    value: point.reflectance === undefined ? undefined : valueFromStops(stops, point.reflectance, responseOf(set.camera)),
  }
}

/** The camera setting of a look; an aperture that follows a point is set to the predicted reading there, in the lens's clicks. */
export const cameraSettingOf = (set: StudioSet, look: Look, points: readonly MeterPoint[], lighting: Lighting): CameraSetting => {
  const { followsPointId, ...camera } = look.exposure
  const followed = points.find(point => point.id === followsPointId)
  if (!followed) return camera
  const { fNumber } = readPoint(set, followed, look.lights, camera, lighting)
  return fNumber > 0 ? { ...camera, fNumber: apertureForReading(fNumber, set.camera.apertures) } : camera
}

/** All points of a look with their targets. */
export const readLook = (set: StudioSet, look: Look, points: readonly MeterPoint[], camera: CameraSetting, lighting: Lighting): Readout[] =>
  points.map((point) => {
    const readout = readPoint(set, point, look.lights, camera, lighting)
    const target = look.targets[point.id]
    if (!target) return readout
    if (target.firmness === 'indifferent') return readout
    const band = targetBand(target, point, set.camera, keyWanted(look.targets))
    return { ...readout, targetStops: band.stops, missStops: missFrom(readout.stops, band), isWished: !isHard(target) }
  })
