import { axisIntensity } from '../sources/output'
import { placedEmitter, type Emitter } from '../sources/emitter'
import type { Ellipsoid, Scene, Sheet } from '../transport/surface'
import { scaleRgb, type Rgb } from '../units/rgb'
import type { Vector } from '../units/vector'
import { axisOf } from './aim'
import { roomBounds, vectorOf } from './bounds'
import { figureOf } from './figure'
import type { Light, StudioSet } from './schema'

/** Paper lies this far above the floor and hangs this far before y = 0, so that no two surfaces touch. */
const CLEARANCE_M = 0.004
/** Radius of the curve between drop and sweep, and the strips that follow it. */
const CURVE_RADIUS_M = 0.35
const CURVE_STRIPS = 5

const sheet = (id: string, corner: Vector, edgeS: Vector, edgeT: Vector, front: Rgb, encloses: boolean): Sheet =>
  ({ shape: 'sheet', id, corner, edgeS, edgeT, front, back: front, encloses })

const roomSheets = (set: StudioSet): Sheet[] => {
  const { left, right, back, front, floor, ceiling } = roomBounds(set.room)
  const wide: Vector = [right - left, 0, 0]
  const deep: Vector = [0, front - back, 0]
  const high: Vector = [0, 0, ceiling - floor]
  const r = set.room.reflectances
  return [
    sheet('room/floor', [left, back, floor], wide, deep, r.floor, true),
    sheet('room/ceiling', [left, back, ceiling], deep, wide, r.ceiling, true),
    sheet('room/back', [left, back, floor], high, wide, r.back, true),
    sheet('room/front', [left, front, floor], wide, high, r.front, true),
    sheet('room/left', [left, back, floor], deep, high, r.left, true),
    sheet('room/right', [right, back, floor], high, deep, r.right, true),
  ]
}

/** Profile of the paper in the y-z plane, from the top of the drop to the end of the sweep. */
const paperProfile = (heightM: number, sweepM: number): { y: number, z: number }[] => {
  if (sweepM <= 0) return [{ y: 0, z: heightM }, { y: 0, z: CLEARANCE_M }]
  const radius = Math.min(CURVE_RADIUS_M, sweepM * 0.8, heightM * 0.5)
  const curve = Array.from({ length: CURVE_STRIPS + 1 }, (_, step) => {
    const angle = step / CURVE_STRIPS * Math.PI / 2
    return { y: radius * (1 - Math.cos(angle)), z: CLEARANCE_M + radius * (1 - Math.sin(angle)) }
  })
  return [{ y: 0, z: heightM }, ...curve, { y: sweepM, z: CLEARANCE_M }]
}

const backdropSheets = (set: StudioSet): Sheet[] => {
  const { widthM, heightM, centreXM, sweepM, reflectance } = set.backdrop
  const profile = paperProfile(heightM, sweepM)
  const left = centreXM - widthM / 2
  return profile.slice(1).map((lower, index) => {
    const upper = profile[index]!
    const along: Vector = [0, upper.y - lower.y, upper.z - lower.z]
    // The front of each strip faces the camera or the ceiling.
    return sheet(`backdrop/${index}`, [left + widthM, lower.y, lower.z], [-widthM, 0, 0], along, reflectance, false)
  })
}

const figures = (set: StudioSet): Ellipsoid[] => set.subjects.flatMap(subject =>
  figureOf(subject).map((part): Ellipsoid => ({
    shape: 'ellipsoid',
    id: `${subject.id}/${part.name}`,
    centre: part.centre,
    radii: part.radii,
    front: part.material === 'skin' ? subject.skin : subject.clothing,
  })))

/** The surfaces of a set; they depend on its geometry and materials, never on its lights. */
export const sceneOf = (set: StudioSet): Scene =>
  ({ surfaces: [...roomSheets(set), ...backdropSheets(set), ...figures(set)] })

/** A light of the set as an emitter at full power. */
export const emitterOf = (light: Light, set: StudioSet): Emitter =>
  placedEmitter(light.id, scaleRgb(light.colour, axisIntensity(light.lamp.output)), light.modifier, vectorOf(light.place), axisOf(light, set))
