import type { Scene } from '../geometry/surface'
import type { Patches } from '../transport/patches'
import type { PatchSamples } from '../transport/patchSamples'
import {
  BOX_BYTES,
  GRID_BYTES,
  LINES_HEAD,
  POINT_BYTES,
  SURFACE_BACK,
  SURFACE_BODY_FIRST,
  SURFACE_BYTES,
  SURFACE_GLOSS,
  SURFACE_TRIANGLES,
} from './layout'
import { claim, takeRoom, type Loops, type Region } from './loops'
import { meshPlace } from './sceneInLoops'

/** Room for things laid down one after another; undefined once something did not fit. */
class Shelf {
  isFull = false
  constructor(
    readonly loops: Loops,
    readonly region: Region,
  ) {}

  take(bytes: number): number {
    const at = takeRoom(this.region, bytes)
    if (at === undefined) this.isFull = true
    return at ?? this.region.start
  }

  putInts(values: ArrayLike<number>): number {
    const at = this.take(values.length * 4)
    if (!this.isFull) this.loops.i32.set(values, at / 4)
    return at
  }
}

const LINE_BYTES = 24

/** Writes the grid of one side of a surface; 0 where there is none. */
const putGrid = (shelf: Shelf, grid: Patches['grids'][number] | undefined): number => {
  if (!grid) return 0
  const { i32, f64 } = shelf.loops
  const cells = grid.columns * grid.rows
  const lists = new Int32Array(cells)
  grid.cellLines.forEach((lines, cell) => {
    if (!lines) return
    const list = shelf.take(LINES_HEAD + lines.length * LINE_BYTES)
    if (shelf.isFull) return
    i32[list / 4] = lines.length
    lines.forEach(({ a, b, c }, index) => f64.set([a, b, c], (list + LINES_HEAD + index * LINE_BYTES) / 8))
    lists[cell] = list
  })
  const head = shelf.take(GRID_BYTES)
  const [firsts, linesAt] = [shelf.putInts(grid.cellFirst), shelf.putInts(lists)]
  if (!shelf.isFull) i32.set([grid.columns, grid.rows, firsts, linesAt], head / 4)
  return head
}

/** The part of a scene that paths need, as far as it is loaded. */
type GroundHere = { scene: Scene; patches: Patches; isGlossy: Uint8Array }

/** Loads what tells the patch that a ray struck; the scene has to be loaded. False where it does not fit. */
export const loadPatches = (loops: Loops, { scene, patches, isGlossy }: GroundHere): boolean => {
  const region = loops.regions.patches
  if (region.owner === scene) return true
  claim(region, scene)
  const shelf = new Shelf(loops, region)
  const table = shelf.take(scene.surfaces.length * SURFACE_BYTES)
  if (shelf.isFull) return giveUp(region)
  scene.surfaces.forEach((surface, index) => {
    const at = (table + index * SURFACE_BYTES) / 4
    loops.i32[at] = putGrid(shelf, patches.grids[patches.frontGrid[index]!])
    loops.i32[at + SURFACE_BACK / 4] = putGrid(shelf, patches.grids[patches.backGrid[index]!])
    loops.i32[at + SURFACE_BODY_FIRST / 4] = patches.bodyFirst[index]!
    loops.i32[at + SURFACE_TRIANGLES / 4] =
      surface.shape === 'body' ? (meshPlace(loops, surface.mesh)?.patches ?? 0) : 0
    loops.i32[at + SURFACE_GLOSS / 4] = isGlossy[index]!
  })
  if (shelf.isFull) return giveUp(region)
  loops.useSurfaces(table)
  return true
}

const giveUp = (region: Region): false => {
  region.owner = undefined
  return false
}

/** Where the points over patches and the boxes around them lie. */
export type PointsPlace = { points: number; boxes: number }

/** Loads the points over patches; undefined where they do not fit. */
export const loadPoints = (loops: Loops, samples: PatchSamples): PointsPlace | undefined => {
  const region = loops.regions.points
  const count = samples.exposed.length
  const points = region.start
  const boxes = points + count * samples.perPatch * POINT_BYTES
  if (boxes + count * BOX_BYTES > region.end) return undefined
  if (region.owner !== samples) {
    claim(region, samples)
    loops.f64.set(samples.points, points / 8)
    loops.f64.set(samples.boxes, boxes / 8)
  }
  return { points, boxes }
}
