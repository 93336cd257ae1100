import { atOnce, type Steps } from '../shared/steps'
import { castRay, noHit, RAY_OFFSET_M, type Hit } from '../physics/geometry/kernel'
import { sideOf, transmits, type Body } from '../physics/geometry/surface'
import { pointOn, turnOut } from '../physics/geometry/surfacePoint'
import type { TriangleMesh } from '../physics/geometry/triangleMesh'
import { mirrored } from '../physics/transport/follow'
import { castView, type View } from '../physics/transport/gather'
import { glossShare } from '../physics/transport/gloss'
import { patchOfCell, type PatchGrid } from '../physics/transport/patches'
import type { Stage } from '../physics/transport/stage'
import { add, direction, dot, scale, type Vector } from '../physics/units/vector'
import type { RayThrough } from '../camera/projection'
import { tilesOf, type Tiles } from './tiles'

/**
 * What every pixel of a picture sees; it holds for any lights. The pixels come first, row by row from the top left;
 * behind them
 * stand the places that glossy pixels mirror.
 */
export type FrameView = {
  width: number
  height: number
  /** Pixels and mirrored places together. */
  count: number
  /** Index of the surface in the scene; -1 where there is none. */
  surface: Int16Array
  isFront: Uint8Array
  /** Place and normal, six numbers each. */
  points: Float32Array
  /** Unit direction that each is looked at along. */
  ways: Float32Array
  /** What of the light there comes back evenly toward the viewer, three channels. */
  reflectance: Float32Array
  /**
   * Four nodes around each and their shares, for bounced light without steps. A node is a patch, or a vertex behind
   * the patches.
   */
  nodes: Int32Array
  nodeShares: Float32Array
  /** What vertices of bodies see. */
  vertices: { position: Vector; normal: Vector; view: View }[]
  /** Which pixel shows each mirrored place, and how much of it. */
  mirrorPixel: Int32Array
  mirrorShare: Float32Array
  /** Places taken together where they may be: tiles of pixels, and mirrored places in a row. */
  tiles: Tiles
}

/** Rays that a vertex of a body casts for its bounced light. */
const VERTEX_RAYS = 64

/** The two cells of a row of `count` between which a coordinate lies, and the share of the second. */
const between = (coordinate: number, count: number): [number, number, number] => {
  const at = coordinate * count - 0.5
  const low = Math.floor(at)
  const keep = (cell: number) => Math.min(count - 1, Math.max(0, cell))
  return [keep(low), keep(low + 1), at - low]
}

/** The patches around a place, each on the place's own side of whatever stands there. */
const nodesOnGrid = (grid: PatchGrid, s: number, t: number): { nodes: number[]; shares: number[] } => {
  const [left, right, across] = between(s, grid.columns)
  const [low, high, along] = between(t, grid.rows)
  const own =
    Math.min(grid.rows - 1, Math.floor(t * grid.rows)) * grid.columns +
    Math.min(grid.columns - 1, Math.floor(s * grid.columns))
  const lines = grid.cellLines[own]
  const node = (column: number, row: number) => {
    const [cs, ct] = [(column + 0.5) / grid.columns, (row + 0.5) / grid.rows]
    const isBeyond = lines?.some(({ a, b, c }) => a * s + b * t + c > 0 !== a * cs + b * ct + c > 0)
    return isBeyond
      ? patchOfCell(grid, own % grid.columns, Math.floor(own / grid.columns), s, t)
      : patchOfCell(grid, column, row, s, t)
  }
  return {
    nodes: [node(left, low), node(right, low), node(left, high), node(right, high)],
    shares: [(1 - across) * (1 - along), across * (1 - along), (1 - across) * along, across * along],
  }
}

/** Numbers the vertices that pictures meet, and lets each look around once. */
const vertexBook = (stage: Stage) => {
  const numbers = new Map<number, number>()
  const vertices: FrameView['vertices'] = []
  const mostVertices = 1 << 24
  return {
    vertices,
    nodeOf: (body: Body, surface: number, vertex: number): number => {
      const key = surface * mostVertices + vertex
      const known = numbers.get(key)
      if (known !== undefined) return known
      const at = (numbersOf: Float64Array): Vector => [
        numbersOf[vertex * 3]!,
        numbersOf[vertex * 3 + 1]!,
        numbersOf[vertex * 3 + 2]!,
      ]
      const normal = turnOut(body, at(body.mesh.normals))
      const position = add(body.place, scale(turnOut(body, at(body.mesh.vertices)), body.scaleM))
      const node = stage.patches.count + vertices.length
      // A vertex lies where facets meet; a hair off it, no facet hides its own neighbours.
      vertices.push({
        position,
        normal,
        view: castView(stage, add(position, scale(normal, 4 * RAY_OFFSET_M)), normal, 'flat', VERTEX_RAYS),
      })
      numbers.set(key, node)
      return node
    },
  }
}

type Places = Pick<FrameView, 'surface' | 'isFront' | 'points' | 'ways' | 'reflectance' | 'nodes' | 'nodeShares'>

const placesFor = (count: number): Places => ({
  surface: new Int16Array(count).fill(-1),
  isFront: new Uint8Array(count),
  points: new Float32Array(count * 6),
  ways: new Float32Array(count * 3),
  reflectance: new Float32Array(count * 3),
  nodes: new Int32Array(count * 4),
  nodeShares: new Float32Array(count * 4),
})

/** The same places with room for so many more behind them. */
const withRoomFor = (places: Places, more: number): Places => {
  const all = placesFor(places.surface.length + more)
  all.surface.set(places.surface)
  all.isFront.set(places.isFront)
  all.points.set(places.points)
  all.ways.set(places.ways)
  all.reflectance.set(places.reflectance)
  all.nodes.set(places.nodes)
  all.nodeShares.set(places.nodeShares)
  return all
}

/** The material that a ray met on a mesh: of the very place where the form knows it, of its triangle otherwise. */
const materialOf = ({ triangles, material, materialAt }: TriangleMesh, { triangle, s, t }: Hit): number => {
  if (!materialAt) return material[triangle]!
  const at = (axis: number) =>
    triangles[triangle * 9 + axis]! + s * triangles[triangle * 9 + 3 + axis]! + t * triangles[triangle * 9 + 6 + axis]!
  return materialAt(at(0), at(1), at(2))
}

/** Casting lets others in after so many pixels. */
const PIXELS_A_TURN = 512

/** Casts one ray through the middle of every pixel, in steps. */
export function* castingFrame(stage: Stage, rayThrough: RayThrough, width: number, height: number): Steps<FrameView> {
  const { scene, patches } = stage
  let seen = placesFor(width * height)
  const book = vertexBook(stage)
  const mirrors: { pixel: number; share: number; from: Vector; way: Vector }[] = []
  const hit = noHit()

  const nodesOf = (at: Hit): { nodes: number[]; shares: number[] } => {
    const surface = scene.surfaces[at.surface]!
    if (surface.shape === 'body') {
      const corner = (index: number) => book.nodeOf(surface, at.surface, surface.mesh.corners[at.triangle * 3 + index]!)
      return { nodes: [corner(0), corner(1), corner(2), corner(2)], shares: [1 - at.s - at.t, at.s, at.t, 0] }
    }
    return nodesOnGrid(patches.grids[(at.isFront ? patches.frontGrid : patches.backGrid)[at.surface]!]!, at.s, at.t)
  }

  const look = (place: number, from: Vector, way: Vector, mayMirror: boolean) => {
    castRay(stage.rays, from[0], from[1], from[2], way[0], way[1], way[2], hit)
    seen.surface[place] = hit.surface
    seen.isFront[place] = hit.isFront ? 1 : 0
    seen.ways.set(way, place * 3)
    const surface = scene.surfaces[hit.surface]
    if (!surface) return
    const { position, normal } = pointOn(surface, hit.s, hit.t, hit.isFront, hit.triangle)
    const { gloss, reflectance } = sideOf(
      surface,
      hit.isFront,
      surface.shape === 'body' ? materialOf(surface.mesh, hit) : 0,
    )
    const away = gloss ? glossShare(gloss, Math.min(1, Math.abs(dot(way, normal)))) : 0
    const { nodes, shares } = nodesOf(hit)
    seen.points.set(position, place * 6)
    seen.points.set(normal, place * 6 + 3)
    // What lets light through shows what its patches send out; see frameLight.
    if (!transmits(surface))
      for (let channel = 0; channel < 3; channel++)
        seen.reflectance[place * 3 + channel] = reflectance[channel]! * (1 - away)
    seen.nodes.set(nodes, place * 4)
    seen.nodeShares.set(shares, place * 4)
    if (gloss?.kind === 'coat' && mayMirror) {
      mirrors.push({
        pixel: place,
        share: away,
        from: add(position, scale(normal, RAY_OFFSET_M)),
        way: direction(mirrored(way, normal)),
      })
    }
  }

  const pixels = width * height
  for (let pixel = 0; pixel < pixels; pixel++) {
    if (pixel % PIXELS_A_TURN === 0) yield pixel / pixels
    const { from, way } = rayThrough(((pixel % width) + 0.5) / width, (Math.floor(pixel / width) + 0.5) / height)
    look(pixel, from, direction(way), true)
  }
  seen = withRoomFor(seen, mirrors.length)
  mirrors.forEach(({ from, way }, mirror) => look(pixels + mirror, from, way, false))
  const count = pixels + mirrors.length
  return {
    width,
    height,
    count,
    ...seen,
    tiles: tilesOf(scene, { width, height, count, surface: seen.surface, points: seen.points }),
    vertices: book.vertices,
    mirrorPixel: Int32Array.from(mirrors, mirror => mirror.pixel),
    mirrorShare: Float32Array.from(mirrors, mirror => mirror.share),
  }
}

/** What each pixel of a frame sees, at once. */
export const castFrame = (stage: Stage, rayThrough: RayThrough, width: number, height: number): FrameView =>
  atOnce(castingFrame(stage, rayThrough, width, height))
