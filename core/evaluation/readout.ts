import { apertureForReading } from '../camera/followedAperture'
import type { Lighting } from '../calibration/lighting'
import { roomLightAt } from '../calibration/roomLight'
import { weightsOf } from '../calibration/weights'
import { meteredFNumber, stopsOverCamera } from '../physics/photometry/meter'
import { readerOf, type MeterPoint } from './probes/points'
import type { CameraSetting, LightSetting, Look, StudioSet } from '../model/schema'
import { lightAt, partsAt, totalOf, type Part } from '../physics/transport/exposureAt'
import { luminance, type Rgb } from '../physics/units/rgb'
import { measureAt } from './constraint'
import { factorsOf, pointConstraints } from './constraints'
import { renderSurface, veilLight, type Rendered } from './renderSurface'
import { isHard } from './target'

/** What a meter point reads and renders. */
export type Readout = {
  point: MeterPoint
  /** What each light gives the meter there, luminance in lux-seconds. */
  parts: Part[]
  /** What the room's own light gives it. */
  roomLuxS: number
  fNumber: number
  /** Stops over the camera setting, as the meter shows them. */
  stops: number
  /** The surface there as the picture renders it; undefined where none is meant. */
  rendered?: Rendered
  /** Pixel value of its luminance. */
  value?: number
  /** Where the look wants it, and how far it is from there (above 0: too bright). */
  targetStops?: number
  missStops?: number
  /** Good to have, but nothing is off target for want of it. */
  isWished?: boolean
}

const sum = (a: Rgb, b: Rgb): Rgb => [a[0] + b[0], a[1] + b[1], a[2] + b[2]]

/** The reading of one point under some light settings, and how its surface renders. */
export const readPoint = (
  set: StudioSet,
  point: MeterPoint,
  settings: Readonly<Record<string, LightSetting>>,
  camera: CameraSetting,
  lighting: Lighting,
): Readout => {
  const { layers, learned } = lighting
  const weights = weightsOf(set, settings, camera, learned)
  const reader = readerOf(point)
  const parts = partsAt(layers, reader.id, weights)
  const roomLuxS = luminance(roomLightAt(set, learned.room, reader, camera.shutterS))
  const exposure = totalOf(parts) + roomLuxS
  const rendered =
    point.reflectance &&
    renderSurface(
      set,
      point.reflectance,
      sum(lightAt(layers, point.id, weights), roomLightAt(set, learned.room, point, camera.shutterS)),
      veilLight(set.camera.veilingGlare, layers, weights),
      camera,
    )
  return {
    point,
    parts,
    roomLuxS,
    fNumber: meteredFNumber(exposure, camera.iso, point.constant),
    stops: stopsOverCamera(exposure, camera, point.constant),
    rendered,
    value: rendered?.value,
  }
}

/**
 * The camera setting of a look; an aperture that follows a point is set to the predicted reading there, in the lens's
 * clicks.
 */
export const cameraSettingOf = (
  set: StudioSet,
  look: Look,
  points: readonly MeterPoint[],
  lighting: Lighting,
): CameraSetting => {
  const { followsPointId, ...camera } = look.exposure
  const followed = points.find(point => point.id === followsPointId)
  if (!followed) return camera
  const { fNumber } = readPoint(set, followed, look.lights, camera, lighting)
  return fNumber > 0 ? { ...camera, fNumber: apertureForReading(fNumber, set.camera.apertures) } : camera
}

/** All points of a look with their targets. */
export const readLook = (
  set: StudioSet,
  look: Look,
  points: readonly MeterPoint[],
  camera: CameraSetting,
  lighting: Lighting,
): Readout[] => {
  const factors = factorsOf(set, look.lights)
  const constraints = new Map(
    pointConstraints(set, look, points, camera, lighting).map(constraint => [
      constraint.of.kind === 'point' ? constraint.of.point.id : '',
      constraint,
    ]),
  )
  return points.map(point => {
    const readout = readPoint(set, point, look.lights, camera, lighting)
    const constraint = constraints.get(point.id)
    if (!constraint) return readout
    const measured = measureAt(constraint, factors)
    // A level is measured in stops over what is wanted; a ratio in stops of itself, and off by its miss.
    const off = constraint.rows.length === 1 ? measured : constraint.missOf(measured)
    return {
      ...readout,
      targetStops: readout.stops - off,
      missStops: constraint.missOf(measured),
      isWished: !isHard(look.targets[point.id]!),
    }
  })
}
