import type { Rgb } from '../units/rgb'
import { add, cross, length, scale, type Vector } from '../units/vector'
import type { Hit } from './kernel'
import type { Ellipsoid, Scene, Sheet } from './surface'

/** A grid of patches over one side of a surface; patch (column, row) stands at `first + row * columns + column`. */
export type PatchGrid = { surface: number, isFront: boolean, columns: number, rows: number, first: number }

/** The surfaces of a scene cut into patches for the bounced light. */
export type Patches = {
  count: number
  grids: PatchGrid[]
  /** Index into `grids` of each surface's front and back; -1 where there is none. */
  frontGrid: Int32Array
  backGrid: Int32Array
  areaM2: Float64Array
  /** Three channels a patch. */
  reflectance: Float64Array
}

/** Widest patch on the walls of the room, and on anything inside it. */
const WALL_PATCH_M = 0.5
const OBJECT_PATCH_M = 0.25
const BODY_COLUMNS = 10
const BODY_ROWS = 6

/** A point on a surface and its outward normal, from its coordinates s and t in 0..1. */
export const pointOn = (surface: Sheet | Ellipsoid, s: number, t: number, isFront: boolean): { position: Vector, normal: Vector } => {
  if (surface.shape === 'sheet') {
    const normal = cross(surface.edgeS, surface.edgeT)
    return {
      position: add(surface.corner, add(scale(surface.edgeS, s), scale(surface.edgeT, t))),
      normal: scale(normal, (isFront ? 1 : -1) / length(normal)),
    }
  }
  // Equal steps of t are equal heights; on a sphere they cut equal areas (Archimedes).
  const angle = (s - 0.5) * 2 * Math.PI
  const up = 2 * t - 1
  const level = Math.sqrt(Math.max(0, 1 - up * up))
  const unit: Vector = [level * Math.cos(angle), level * Math.sin(angle), up]
  const [a, b, c] = surface.radii
  const gradient: Vector = [unit[0] / a, unit[1] / b, unit[2] / c]
  return {
    position: add(surface.centre, [unit[0] * a, unit[1] * b, unit[2] * c]),
    normal: scale(gradient, 1 / length(gradient)),
  }
}

/** Area of one patch of an ellipsoid by the midpoint rule on its own stretch of the unit sphere. */
const bodyPatchArea = (body: Ellipsoid, column: number, row: number): number => {
  const steps = 4
  const [a, b, c] = body.radii
  let area = 0
  for (let index = 0; index < steps * steps; index++) {
    const angle = ((column + ((index % steps) + 0.5) / steps) / BODY_COLUMNS - 0.5) * 2 * Math.PI
    const up = (row + (Math.floor(index / steps) + 0.5) / steps) / BODY_ROWS * 2 - 1
    const level2 = 1 - up * up
    area += Math.sqrt(level2 * ((b * c * Math.cos(angle)) ** 2 + (a * c * Math.sin(angle)) ** 2) + (a * b * up) ** 2)
  }
  return area / (steps * steps) * 4 * Math.PI / (BODY_COLUMNS * BODY_ROWS)
}

/** Cuts a scene into patches. Sheets inside the room carry patches on both sides. */
export const cutIntoPatches = (scene: Scene): Patches => {
  const grids: PatchGrid[] = []
  const areas: number[] = []
  const reflectances: Rgb[] = []
  const frontGrid = new Int32Array(scene.surfaces.length).fill(-1)
  const backGrid = new Int32Array(scene.surfaces.length).fill(-1)
  const lay = (surface: number, isFront: boolean, columns: number, rows: number, reflectance: Rgb, area: (column: number, row: number) => number) => {
    (isFront ? frontGrid : backGrid)[surface] = grids.length
    grids.push({ surface, isFront, columns, rows, first: areas.length })
    for (let index = 0; index < columns * rows; index++) {
      areas.push(area(index % columns, Math.floor(index / columns)))
      reflectances.push(reflectance)
    }
  }
  scene.surfaces.forEach((surface, index) => {
    if (surface.shape === 'ellipsoid') {
      lay(index, true, BODY_COLUMNS, BODY_ROWS, surface.front, (column, row) => bodyPatchArea(surface, column, row))
      return
    }
    const widest = surface.encloses ? WALL_PATCH_M : OBJECT_PATCH_M
    const columns = Math.max(1, Math.ceil(length(surface.edgeS) / widest))
    const rows = Math.max(1, Math.ceil(length(surface.edgeT) / widest))
    const area = length(cross(surface.edgeS, surface.edgeT)) / (columns * rows)
    lay(index, true, columns, rows, surface.front, () => area)
    if (!surface.encloses) lay(index, false, columns, rows, surface.back, () => area)
  })
  return {
    count: areas.length,
    grids,
    frontGrid,
    backGrid,
    areaM2: Float64Array.from(areas),
    reflectance: Float64Array.from(reflectances.flat()),
  }
}

/** The patch that a ray struck; -1 where it struck nothing. */
export const patchAt = (patches: Patches, hit: Hit): number => {
  if (hit.surface < 0) return -1
  const grid = patches.grids[(hit.isFront ? patches.frontGrid : patches.backGrid)[hit.surface]!]
  if (!grid) return -1
  const column = Math.min(grid.columns - 1, Math.max(0, Math.floor(hit.s * grid.columns)))
  const row = Math.min(grid.rows - 1, Math.max(0, Math.floor(hit.t * grid.rows)))
  return grid.first + row * grid.columns + column
}
