import { atOnce, type Steps } from '../shared/steps'
import { castRays, RAY_OFFSET_M, type Hit } from '../physics/geometry/kernel'
import type { ShownMesh } from '../physics/figure/shown/shownMesh'
import { sideOf, transmits, type Body, type Surface } from '../physics/geometry/surface'
import { pointOn, turnOut } from '../physics/geometry/surfacePoint'
import type { TriangleMesh } from '../physics/geometry/triangleMesh'
import { mirrored } from '../physics/transport/follow'
import { castView, type View } from '../physics/transport/gather'
import { glossShare } from '../physics/transport/gloss'
import { patchOfCell, type PatchGrid } from '../physics/transport/patches'
import type { Stage } from '../physics/transport/stage'
import { add, direction, dot, scale, type Vector } from '../physics/units/vector'
import type { RayThrough } from '../camera/projection'
import { NO_EDGES, smoothEdges, type Edges } from './edges'
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
  /** Material of a body; 0 elsewhere. */
  made: Uint8Array
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
  edges: Edges
}

/** Rays that a vertex of a body casts for its bounced light. */
const VERTEX_RAYS = 64

/** Writes the patches around a place, each on the place's own side of whatever stands there, and their shares. */
const writeNodesOnGrid = (grid: PatchGrid, s: number, t: number, places: Places, to: number): void => {
  const { columns, rows } = grid
  const [x, y] = [s * columns - 0.5, t * rows - 0.5]
  const [low, near] = [Math.floor(x), Math.floor(y)]
  const [across, along] = [x - low, y - near]
  const own = [Math.min(columns - 1, Math.floor(s * columns)), Math.min(rows - 1, Math.floor(t * rows))] as const
  const lines = grid.cellLines[own[1] * columns + own[0]]
  for (let corner = 0; corner < 4; corner++) {
    const [right, far] = [corner & 1, corner >> 1]
    const column = Math.min(columns - 1, Math.max(0, low + right))
    const row = Math.min(rows - 1, Math.max(0, near + far))
    const [cs, ct] = [(column + 0.5) / columns, (row + 0.5) / rows]
    const isBeyond = lines?.some(({ a, b, c }) => a * s + b * t + c > 0 !== a * cs + b * ct + c > 0)
    places.nodes[to + corner] = isBeyond
      ? patchOfCell(grid, own[0], own[1], s, t)
      : patchOfCell(grid, column, row, s, t)
    places.nodeShares[to + corner] = (right ? across : 1 - across) * (far ? along : 1 - along)
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

type Places = Pick<
  FrameView,
  'surface' | 'isFront' | 'made' | 'points' | 'ways' | 'reflectance' | 'nodes' | 'nodeShares'
>

const placesFor = (count: number): Places => ({
  surface: new Int16Array(count).fill(-1),
  isFront: new Uint8Array(count),
  made: new Uint8Array(count),
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
  all.made.set(places.made)
  all.points.set(places.points)
  all.ways.set(places.ways)
  all.reflectance.set(places.reflectance)
  all.nodes.set(places.nodes)
  all.nodeShares.set(places.nodeShares)
  return all
}

/** The material that a ray met on a mesh: of the very place where its triangle holds several, of its triangle otherwise. */
const materialOf = (mesh: TriangleMesh, { triangle, s, t }: Hit): number => {
  const { triangles, material, materialAt, isMixed } = mesh
  if (!materialAt || isMixed?.[triangle] === 0) return material[triangle]!
  const at = (axis: number) =>
    triangles[triangle * 9 + axis]! + s * triangles[triangle * 9 + 3 + axis]! + t * triangles[triangle * 9 + 6 + axis]!
  return materialAt(at(0), at(1), at(2))
}

/** Writes place and normal of what was struck. */
const writePoint = (surface: Surface, hit: Hit, points: Float32Array, to: number): void => {
  if (surface.shape !== 'body') {
    const { position, normal } = pointOn(surface, hit.s, hit.t, hit.isFront)
    points.set(position, to)
    points.set(normal, to + 3)
    return
  }
  const { mesh, place, scaleM, turnDeg } = surface
  const corner = hit.triangle * 3
  const [a, b, c] = [mesh.corners[corner]! * 3, mesh.corners[corner + 1]! * 3, mesh.corners[corner + 2]! * 3]
  const first = 1 - hit.s - hit.t
  const angle = (turnDeg * Math.PI) / 180
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
  const among = (of: Float64Array, axis: number) =>
    first * of[a + axis]! + hit.s * of[b + axis]! + hit.t * of[c + axis]!
  const { vertices, normals } = mesh
  const [x, y, z] = [among(vertices, 0), among(vertices, 1), among(vertices, 2)]
  points[to] = place[0] + scaleM * (cos * x - sin * y)
  points[to + 1] = place[1] + scaleM * (sin * x + cos * y)
  points[to + 2] = place[2] + scaleM * z
  const [nx, ny, nz] = [among(normals, 0), among(normals, 1), among(normals, 2)]
  const size = Math.sqrt(nx * nx + ny * ny + nz * nz) || 1
  points[to + 3] = (cos * nx - sin * ny) / size
  points[to + 4] = (sin * nx + cos * ny) / size
  points[to + 5] = nz / size
}

/** Shares of a triangle's corners at the place of it that a point of the room lies over. */
const sharesUnder = (
  { place, turnDeg, scaleM }: Body,
  { triangles }: TriangleMesh,
  triangle: number,
  points: Float32Array,
  at: number,
  shares: Float32Array,
  to: number,
): void => {
  const angle = (turnDeg * Math.PI) / 180
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
  const [rx, ry] = [points[at]! - place[0], points[at + 1]! - place[1]]
  const from = triangle * 9
  const t = (index: number) => triangles[from + index]!
  const x = (cos * rx + sin * ry) / scaleM - t(0)
  const y = (cos * ry - sin * rx) / scaleM - t(1)
  const z = (points[at + 2]! - place[2]) / scaleM - t(2)
  const aa = t(3) * t(3) + t(4) * t(4) + t(5) * t(5)
  const ab = t(3) * t(6) + t(4) * t(7) + t(5) * t(8)
  const bb = t(6) * t(6) + t(7) * t(7) + t(8) * t(8)
  const pa = x * t(3) + y * t(4) + z * t(5)
  const pb = x * t(6) + y * t(7) + z * t(8)
  const scale = aa * bb - ab * ab
  const u = Math.max(0, scale > 0 ? (bb * pa - ab * pb) / scale : 0)
  const v = Math.max(0, scale > 0 ? (aa * pb - ab * pa) / scale : 0)
  const sum = Math.max(1, u + v)
  shares[to] = Math.max(0, 1 - (u + v) / sum)
  shares[to + 1] = u / sum
  shares[to + 2] = v / sum
}

/** Casting lets others in after so many pixels. */
const PIXELS_A_TURN = 1024
/** More materials than a body can have. */
const MOST_MATERIALS = 256

/**
 * Casts one ray through the middle of every pixel, in steps.
 * @param ground the stage that light was reckoned on, where another is shown
 * @param isSmooth whether pixels on edges show a mean of what they hold, as a picture does and a map does not
 */
export function* castingFrame(
  stage: Stage,
  rayThrough: RayThrough,
  width: number,
  height: number,
  { isSmooth = false, ground = stage }: { isSmooth?: boolean; ground?: Stage } = {},
): Steps<FrameView> {
  const { scene, patches } = stage
  let seen = placesFor(width * height)
  const book = vertexBook(ground)
  const mirrors: { pixel: number; share: number; from: Vector; way: Vector }[] = []
  const pixels = width * height
  const looks = new Int32Array(isSmooth ? pixels : 0).fill(-1)
  const lookOf = ({ surface, isFront }: Hit, made: number): number =>
    (surface * 2 + (isFront ? 1 : 0)) * MOST_MATERIALS + made
  const lookAt = (hit: Hit): number => {
    const surface = scene.surfaces[hit.surface]!
    return lookOf(hit, surface.shape === 'body' ? materialOf(surface.mesh, hit) : 0)
  }

  /** The nodes of the plain form that a place of a finer one lies over, less where creases close it in. */
  const writeNodesUnder = (place: number, hit: Hit, surface: Body, { under, corners, open }: ShownMesh) => {
    const [a, b, c] = [0, 1, 2].map(corner => corners[hit.triangle * 3 + corner]!) as [number, number, number]
    const shares = [1 - hit.s - hit.t, hit.s, hit.t]
    const nearest = shares[0]! >= shares[1]! && shares[0]! >= shares[2]! ? a : shares[1]! >= shares[2]! ? b : c
    const triangle = under.triangleOfVertex[nearest]!
    const openness = shares[0]! * open[a]! + shares[1]! * open[b]! + shares[2]! * open[c]!
    const plain = { ...surface, mesh: under.mesh }
    sharesUnder(surface, under.mesh, triangle, seen.points, place * 6, seen.nodeShares, place * 4)
    for (let corner = 0; corner < 3; corner++) {
      seen.nodes[place * 4 + corner] = book.nodeOf(plain, hit.surface, under.mesh.corners[triangle * 3 + corner]!)
      seen.nodeShares[place * 4 + corner]! *= openness
    }
    seen.nodes[place * 4 + 3] = seen.nodes[place * 4 + 2]!
  }

  const writeNodes = (place: number, hit: Hit, surface: Surface) => {
    if (surface.shape !== 'body') {
      const grid = patches.grids[(hit.isFront ? patches.frontGrid : patches.backGrid)[hit.surface]!]!
      writeNodesOnGrid(grid, hit.s, hit.t, seen, place * 4)
      return
    }
    const { mesh } = surface
    if ('under' in mesh) {
      writeNodesUnder(place, hit, surface, mesh as ShownMesh)
      return
    }
    for (let corner = 0; corner < 3; corner++)
      seen.nodes[place * 4 + corner] = book.nodeOf(
        surface,
        hit.surface,
        surface.mesh.corners[hit.triangle * 3 + corner]!,
      )
    seen.nodes[place * 4 + 3] = seen.nodes[place * 4 + 2]!
    seen.nodeShares[place * 4] = 1 - hit.s - hit.t
    seen.nodeShares[place * 4 + 1] = hit.s
    seen.nodeShares[place * 4 + 2] = hit.t
  }

  const note = (place: number, hit: Hit, way: Float64Array, wayAt: number, mayMirror: boolean) => {
    const { surface: at, isFront, triangle, s: across, t: along } = hit
    const surface = scene.surfaces[at]
    seen.surface[place] = at
    seen.isFront[place] = isFront ? 1 : 0
    for (let axis = 0; axis < 3; axis++) seen.ways[place * 3 + axis] = way[wayAt + axis]!
    if (!surface) return
    writePoint(surface, hit, seen.points, place * 6)
    const made = surface.shape === 'body' ? materialOf(surface.mesh, hit) : 0
    seen.made[place] = made
    if (isSmooth && mayMirror) looks[place] = lookOf(hit, made)
    const { gloss, reflectance, sheen } = sideOf(surface, isFront, made)
    // Vertices that are met for the first time look around, and cast rays for it.
    writeNodes(place, { surface: at, isFront, triangle, s: across, t: along, distanceM: hit.distanceM }, surface)
    const away = gloss ? glossShare(gloss, Math.min(1, Math.abs(dot(wayOf(place), normalOf(place))))) : 0
    // What lets light through shows what its patches send out; see frameLight.
    if (!transmits(surface))
      for (let channel = 0; channel < 3; channel++)
        seen.reflectance[place * 3 + channel] = Math.max(0, reflectance[channel]! - (sheen?.share ?? 0)) * (1 - away)
    if (gloss?.kind === 'coat' && mayMirror) {
      const { position, normal } = pointOn(surface, across, along, isFront, triangle)
      const straight: Vector = [way[wayAt]!, way[wayAt + 1]!, way[wayAt + 2]!]
      mirrors.push({
        pixel: place,
        share: away,
        from: add(position, scale(normal, RAY_OFFSET_M)),
        way: direction(mirrored(straight, normal)),
      })
    }
  }
  const wayOf = (place: number): Vector => [seen.ways[place * 3]!, seen.ways[place * 3 + 1]!, seen.ways[place * 3 + 2]!]
  const normalOf = (place: number): Vector => [
    seen.points[place * 6 + 3]!,
    seen.points[place * 6 + 4]!,
    seen.points[place * 6 + 5]!,
  ]

  const rays = new Float64Array(PIXELS_A_TURN * 6)
  /** Casts places from `first` on, so many rays in all, and notes what each sees. */
  function* looking(
    first: number,
    all: number,
    rayOf: (index: number) => { from: Vector; way: Vector },
    mayMirror: boolean,
  ): Generator<number, void> {
    for (let start = 0; start < all; start += PIXELS_A_TURN) {
      yield (first + start) / pixels
      const some = Math.min(PIXELS_A_TURN, all - start)
      for (let index = 0; index < some; index++) {
        const { from, way } = rayOf(start + index)
        const at = index * 6
        const inverse = 1 / Math.sqrt(way[0] * way[0] + way[1] * way[1] + way[2] * way[2])
        rays[at] = from[0]
        rays[at + 1] = from[1]
        rays[at + 2] = from[2]
        rays[at + 3] = way[0] * inverse
        rays[at + 4] = way[1] * inverse
        rays[at + 5] = way[2] * inverse
      }
      castRays(stage.rays, rays, some, (index, hit) => note(first + start + index, hit, rays, index * 6 + 3, mayMirror))
    }
  }

  yield* looking(
    0,
    pixels,
    pixel => rayThrough(((pixel % width) + 0.5) / width, (Math.floor(pixel / width) + 0.5) / height),
    true,
  )
  seen = withRoomFor(seen, mirrors.length)
  yield* looking(pixels, mirrors.length, mirror => mirrors[mirror]!, false)
  const middles = { width, height, looks, points: seen.points }
  const edges = isSmooth ? yield* smoothEdges(stage, middles, rayThrough, lookAt) : NO_EDGES
  const count = pixels + mirrors.length
  return {
    width,
    height,
    count,
    ...seen,
    tiles: tilesOf(scene, { width, height, count, surface: seen.surface, points: seen.points }),
    vertices: book.vertices,
    edges,
    mirrorPixel: Int32Array.from(mirrors, mirror => mirror.pixel),
    mirrorShare: Float32Array.from(mirrors, mirror => mirror.share),
  }
}

/** What each pixel of a frame sees, at once. */
export const castFrame = (
  stage: Stage,
  rayThrough: RayThrough,
  width: number,
  height: number,
  how: { isSmooth?: boolean; ground?: Stage } = {},
): FrameView => atOnce(castingFrame(stage, rayThrough, width, height, how))
