import { cross, dot, scale } from '../units/vector'
import type { Ellipsoid, Scene, Sheet } from './surface'

/** Rays start this far off a surface; real gaps between surfaces are larger. */
export const RAY_OFFSET_M = 3e-4

const SHEET_STRIDE = 12
const BODY_STRIDE = 6
/** Slack at the edges of walls, so that no ray slips out through a corner. */
const WALL_SLACK = 1e-6

/** A scene laid out for ray casting. Shadow casters come first, the walls of the room last. */
export type RayScene = {
  /** Index of each sheet and body into `scene.surfaces`. */
  sheetSurface: Int32Array
  bodySurface: Int32Array
  /** Per sheet: plane normal and offset, then the linear forms of s and t, each with its offset. */
  sheets: Float64Array
  bodies: Float64Array
  /** The sheets before this one cast shadows. */
  shadowSheets: number
}

/** Where a ray ended. Written by {@link castRay}; make one and use it again. */
export type Hit = { surface: number, distanceM: number, s: number, t: number, isFront: boolean }

export const noHit = (): Hit => ({ surface: -1, distanceM: Infinity, s: 0, t: 0, isFront: true })

const layOutSheet = (sheet: Sheet): number[] => {
  const normal = cross(sheet.edgeS, sheet.edgeT)
  const unit = scale(normal, 1 / Math.sqrt(dot(normal, normal)))
  const across = cross(sheet.edgeT, unit)
  const along = cross(unit, sheet.edgeS)
  const alongS = scale(across, 1 / dot(sheet.edgeS, across))
  const alongT = scale(along, 1 / dot(sheet.edgeT, along))
  return [...unit, dot(unit, sheet.corner), ...alongS, dot(alongS, sheet.corner), ...alongT, dot(alongT, sheet.corner)]
}

/** Lays a scene out for ray casting. */
export const rayScene = (scene: Scene): RayScene => {
  const all = scene.surfaces.map((surface, index) => ({ surface, index }))
  const isSheet = (entry: typeof all[number]): entry is { surface: Sheet, index: number } => entry.surface.shape === 'sheet'
  const casters = all.filter(isSheet).filter(entry => !entry.surface.encloses)
  const walls = all.filter(isSheet).filter(entry => entry.surface.encloses)
  const bodies = all.filter((entry): entry is { surface: Ellipsoid, index: number } => entry.surface.shape === 'ellipsoid')
  return {
    sheetSurface: Int32Array.from([...casters, ...walls], entry => entry.index),
    bodySurface: Int32Array.from(bodies, entry => entry.index),
    sheets: Float64Array.from([...casters, ...walls].flatMap(entry => layOutSheet(entry.surface))),
    bodies: Float64Array.from(bodies.flatMap(entry => [...entry.surface.centre, ...entry.surface.radii.map(radius => 1 / radius)])),
    shadowSheets: casters.length,
  }
}

/** Distance along the ray to a sheet, or Infinity. Direction need not be a unit vector; distances are in its lengths. */
const sheetDistance = (sheets: Float64Array, at: number, slack: number, ox: number, oy: number, oz: number, dx: number, dy: number, dz: number): number => {
  const towards = sheets[at]! * dx + sheets[at + 1]! * dy + sheets[at + 2]! * dz
  if (towards === 0) return Infinity
  const distance = (sheets[at + 3]! - sheets[at]! * ox - sheets[at + 1]! * oy - sheets[at + 2]! * oz) / towards
  if (!(distance > 0)) return Infinity
  const x = ox + distance * dx
  const y = oy + distance * dy
  const z = oz + distance * dz
  const s = sheets[at + 4]! * x + sheets[at + 5]! * y + sheets[at + 6]! * z - sheets[at + 7]!
  if (s < -slack || s > 1 + slack) return Infinity
  const t = sheets[at + 8]! * x + sheets[at + 9]! * y + sheets[at + 10]! * z - sheets[at + 11]!
  return t < -slack || t > 1 + slack ? Infinity : distance
}

/** Distance along the ray to the near side of a body, or to its far side from within, or Infinity. */
const bodyDistance = (bodies: Float64Array, at: number, ox: number, oy: number, oz: number, dx: number, dy: number, dz: number): number => {
  const px = (ox - bodies[at]!) * bodies[at + 3]!
  const py = (oy - bodies[at + 1]!) * bodies[at + 4]!
  const pz = (oz - bodies[at + 2]!) * bodies[at + 5]!
  const qx = dx * bodies[at + 3]!
  const qy = dy * bodies[at + 4]!
  const qz = dz * bodies[at + 5]!
  const a = qx * qx + qy * qy + qz * qz
  const b = px * qx + py * qy + pz * qz
  const c = px * px + py * py + pz * pz - 1
  const inside = b * b - a * c
  if (inside < 0) return Infinity
  const root = Math.sqrt(inside)
  const near = (-b - root) / a
  if (near > 0) return near
  const far = (-b + root) / a
  return far > 0 ? far : Infinity
}

/** Finds the first surface along a ray and writes it to `hit`; `hit.surface` is -1 where there is none. */
export const castRay = (scene: RayScene, ox: number, oy: number, oz: number, dx: number, dy: number, dz: number, hit: Hit): void => {
  const { sheets, bodies } = scene
  let nearest = Infinity
  let sheet = -1
  let body = -1
  for (let index = 0; index < scene.sheetSurface.length; index++) {
    const distance = sheetDistance(sheets, index * SHEET_STRIDE, index < scene.shadowSheets ? 0 : WALL_SLACK, ox, oy, oz, dx, dy, dz)
    if (distance < nearest) {
      nearest = distance
      sheet = index
    }
  }
  for (let index = 0; index < scene.bodySurface.length; index++) {
    const distance = bodyDistance(bodies, index * BODY_STRIDE, ox, oy, oz, dx, dy, dz)
    if (distance < nearest) {
      nearest = distance
      body = index
    }
  }
  hit.distanceM = nearest
  hit.surface = body >= 0 ? scene.bodySurface[body]! : sheet >= 0 ? scene.sheetSurface[sheet]! : -1
  if (hit.surface < 0) return
  const x = ox + nearest * dx
  const y = oy + nearest * dy
  const z = oz + nearest * dz
  if (body >= 0) {
    const at = body * BODY_STRIDE
    const up = Math.max(-1, Math.min(1, (z - bodies[at + 2]!) * bodies[at + 5]!))
    hit.isFront = true
    hit.s = Math.atan2((y - bodies[at + 1]!) * bodies[at + 4]!, (x - bodies[at]!) * bodies[at + 3]!) / (2 * Math.PI) + 0.5
    hit.t = (up + 1) / 2
    return
  }
  const at = sheet * SHEET_STRIDE
  hit.isFront = sheets[at]! * dx + sheets[at + 1]! * dy + sheets[at + 2]! * dz < 0
  hit.s = sheets[at + 4]! * x + sheets[at + 5]! * y + sheets[at + 6]! * z - sheets[at + 7]!
  hit.t = sheets[at + 8]! * x + sheets[at + 9]! * y + sheets[at + 10]! * z - sheets[at + 11]!
}

/** Whether anything stands between two points: the ray runs from o for one length of d. Walls of the room are not asked. */
export const isBlocked = (scene: RayScene, ox: number, oy: number, oz: number, dx: number, dy: number, dz: number): boolean => {
  for (let index = 0; index < scene.bodySurface.length; index++) {
    if (bodyDistance(scene.bodies, index * BODY_STRIDE, ox, oy, oz, dx, dy, dz) < 1) return true
  }
  for (let index = 0; index < scene.shadowSheets; index++) {
    if (sheetDistance(scene.sheets, index * SHEET_STRIDE, 0, ox, oy, oz, dx, dy, dz) < 1) return true
  }
  return false
}
