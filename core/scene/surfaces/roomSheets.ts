import { matt, opaqueSheet, type Sheet, type Side } from '../../physics/geometry/surface'
import type { Rgb } from '../../physics/units/rgb'
import type { Vector } from '../../physics/units/vector'
import { roomBounds } from '../../model/bounds'
import type { StudioSet } from '../../model/schema'

/** Widest patch on the walls of a usual room; in a hall they grow, so that the walls never take more than so many. */
const WALL_PATCH_M = 0.5
const MOST_WALL_PATCHES = 1500

/** The six walls of the room. */
export const roomSheets = ({ room }: StudioSet): Sheet[] => {
  const { left, right, back, front, floor, ceiling } = roomBounds(room)
  const wide: Vector = [right - left, 0, 0]
  const deep: Vector = [0, front - back, 0]
  const high: Vector = [0, 0, ceiling - floor]
  const areaM2 = 2 * (wide[0] * deep[1] + deep[1] * high[2] + high[2] * wide[0])
  const wall = (
    name: string,
    corner: Vector,
    [edgeS, edgeT]: readonly [Vector, Vector],
    reflectance: Rgb,
    gloss: Side['gloss'] = null,
  ): Sheet => ({
    ...opaqueSheet(`room/${name}`, `room/${name}`, corner, edgeS, edgeT, { ...matt(reflectance), gloss }),
    patchM: Math.max(WALL_PATCH_M, Math.sqrt(areaM2 / MOST_WALL_PATCHES)),
    encloses: true,
  })
  const r = room.reflectances
  return [
    wall('floor', [left, back, floor], [wide, deep], r.floor, room.floorGloss),
    wall('ceiling', [left, back, ceiling], [deep, wide], r.ceiling),
    wall('back', [left, back, floor], [high, wide], r.back),
    wall('front', [left, front, floor], [wide, high], r.front),
    wall('left', [left, back, floor], [deep, high], r.left),
    wall('right', [right, back, floor], [high, deep], r.right),
  ]
}
