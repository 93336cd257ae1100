import { atOnce, type Steps } from '../shared/steps'
import { castRays, RAY_OFFSET_M, type Hit } from '../physics/geometry/kernel'
import type { ShownMesh } from '../physics/figure/shown/shownMesh'
import { mottleAt } from '../physics/geometry/mottle'
import { sideOf, transmits, type Body, type Surface } from '../physics/geometry/surface'
import { pointOn, turnOut } from '../physics/geometry/surfacePoint'
import { mirrored } from '../physics/transport/follow'
import { castView, type View } from '../physics/transport/gather'
import { glossShare } from '../physics/transport/gloss'
import type { Stage } from '../physics/transport/stage'
import { add, direction, dot, scale, type Vector } from '../physics/units/vector'
import type { RayThrough } from '../camera/projection'
import {
  materialOf,
  placesFor,
  withRoomFor,
  writeNodesOnGrid,
  writeNodesUnder,
  writePoint,
  type Places,
} from './placesSeen'
import { NO_EDGES, smoothEdges, type Edges } from './edges'
import { tilesOf, type Tiles } from './tiles'

/**
 * What every pixel of a picture sees; it holds for any lights. The pixels come first, row by row from the top left;
 * behind them
 * stand the places that glossy pixels mirror.
 */
export type FrameView = Places & {
  width: number
  height: number
  /** Pixels and mirrored places together. */
  count: number
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

/** Casting lets others in after so many pixels: each may meet a vertex that looks around for the first time. */
const PIXELS_A_TURN = 128
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

  const writeNodes = (place: number, hit: Hit, surface: Surface) => {
    if (surface.shape !== 'body') {
      const grid = patches.grids[(hit.isFront ? patches.frontGrid : patches.backGrid)[hit.surface]!]!
      writeNodesOnGrid(grid, hit.s, hit.t, seen, place * 4)
      return
    }
    const { mesh } = surface
    if ('under' in mesh) {
      writeNodesUnder(seen, place, hit, { body: surface, mesh: mesh as ShownMesh }, (plain, vertex) =>
        book.nodeOf(plain, hit.surface, vertex),
      )
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
    const { gloss, reflectance, sheen, mottle } = sideOf(surface, isFront, made)
    // Vertices that are met for the first time look around, and cast rays for it.
    writeNodes(place, { surface: at, isFront, triangle, s: across, t: along, distanceM: hit.distanceM }, surface)
    const away = gloss ? glossShare(gloss, Math.min(1, Math.abs(dot(wayOf(place), normalOf(place))))) : 0
    // What lets light through shows what its patches send out; see frameLight.
    const matt = (1 - away) * (mottle ? mottleAt(mottle, placeOf(place)) : 1)
    if (!transmits(surface))
      for (let channel = 0; channel < 3; channel++)
        seen.reflectance[place * 3 + channel] = Math.max(0, reflectance[channel]! - (sheen?.share ?? 0)) * matt
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
  const placeOf = (place: number): Vector => [
    seen.points[place * 6]!,
    seen.points[place * 6 + 1]!,
    seen.points[place * 6 + 2]!,
  ]
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
