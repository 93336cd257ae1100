import { castRay, noHit } from '../transport/kernel'
import { pointOn } from '../transport/patches'
import type { Stage } from '../transport/stage'
import { rayThrough, type Projection } from './projection'

/** What every pixel of a frame sees; it holds for any lights. Row by row from the top left. */
export type FrameView = {
  width: number
  height: number
  /** Index of the surface in the scene; -1 where there is none. */
  surface: Int16Array
  /** Place and normal, six numbers a pixel. */
  points: Float32Array
  /** Reflectance, three channels a pixel. */
  reflectance: Float32Array
  /** The four patches around the pixel and their shares, for bounced light without steps. */
  patches: Int32Array
  patchShares: Float32Array
}

/** The two cells of a row of `count` between which a coordinate lies, and the share of the second. Around a body they close. */
const between = (coordinate: number, count: number, isClosed: boolean): [number, number, number] => {
  const at = coordinate * count - 0.5
  const low = Math.floor(at)
  const keep = (cell: number) => isClosed ? (cell + count) % count : Math.min(count - 1, Math.max(0, cell))
  return [keep(low), keep(low + 1), at - low]
}

/** Casts one ray through the middle of every pixel. */
export const castFrame = (stage: Stage, projection: Projection, width: number, height: number): FrameView => {
  const count = width * height
  const view: FrameView = {
    width,
    height,
    surface: new Int16Array(count).fill(-1),
    points: new Float32Array(count * 6),
    reflectance: new Float32Array(count * 3),
    patches: new Int32Array(count * 4).fill(-1),
    patchShares: new Float32Array(count * 4),
  }
  const hit = noHit()
  const [ex, ey, ez] = projection.eye
  for (let pixel = 0; pixel < count; pixel++) {
    const [dx, dy, dz] = rayThrough(projection, ((pixel % width) + 0.5) / width, (Math.floor(pixel / width) + 0.5) / height)
    castRay(stage.rays, ex, ey, ez, dx, dy, dz, hit)
    if (hit.surface < 0) continue
    const surface = stage.scene.surfaces[hit.surface]!
    const { position, normal } = pointOn(surface, hit.s, hit.t, hit.isFront)
    view.surface[pixel] = hit.surface
    view.points.set(position, pixel * 6)
    view.points.set(normal, pixel * 6 + 3)
    view.reflectance.set(hit.isFront || surface.shape === 'ellipsoid' ? surface.front : surface.back, pixel * 3)
    const grid = stage.patches.grids[(hit.isFront ? stage.patches.frontGrid : stage.patches.backGrid)[hit.surface]!]!
    const [left, right, across] = between(hit.s, grid.columns, surface.shape === 'ellipsoid')
    const [low, high, along] = between(hit.t, grid.rows, false)
    view.patches.set([[low, left], [low, right], [high, left], [high, right]].map(([row, column]) => grid.first + row! * grid.columns + column!), pixel * 4)
    view.patchShares.set([(1 - across) * (1 - along), across * (1 - along), (1 - across) * along, across * along], pixel * 4)
  }
  return view
}
