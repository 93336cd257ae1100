import { castRays, type Hit } from '../physics/geometry/kernel'
import { pointOn } from '../physics/geometry/surfacePoint'
import type { Stage } from '../physics/transport/stage'
import type { RayThrough } from '../camera/projection'
import type { Steps } from '../shared/steps'

/**
 * Pixels on an edge, each with the pixels whose light its parts take: four parts a pixel, each an equal share. So
 * edges are smooth though only the middle of every pixel is lit.
 */
export type Edges = { pixels: Int32Array; sources: Int32Array }

/** No smoothing: maps are read place by place. */
export const NO_EDGES: Edges = { pixels: new Int32Array(0), sources: new Int32Array(0) }

/** What is known of the middle of every pixel. */
type Middles = {
  width: number
  height: number
  /** Surface and material, one number for both; -1 for none. */
  looks: Int32Array
  points: Float32Array
}

const PARTS = 4
/** Where the parts of a pixel are looked at: a square turned so that no two share a row or a column. */
const PART_PLACES: readonly (readonly [number, number])[] = [
  [0.375, 0.125],
  [0.875, 0.375],
  [0.125, 0.625],
  [0.625, 0.875],
]
/** Neighbours whose normals differ by more have a crease between them (cosine). */
const CREASE = 0.85
/** Neighbours on one thing further apart than this lie behind one another, metres. */
const STEP_M = 0.04

const isEdge = ({ looks, points }: Middles, a: number, b: number): boolean => {
  if (looks[a] !== looks[b]) return true
  if (looks[a]! < 0) return false
  const [p, q] = [a * 6, b * 6]
  const facing = points[p + 3]! * points[q + 3]! + points[p + 4]! * points[q + 4]! + points[p + 5]! * points[q + 5]!
  if (facing < CREASE) return true
  // How far the one lies off the plane of the other.
  const off =
    (points[q]! - points[p]!) * points[p + 3]! +
    (points[q + 1]! - points[p + 1]!) * points[p + 4]! +
    (points[q + 2]! - points[p + 2]!) * points[p + 5]!
  return Math.abs(off) > STEP_M
}

const edgePixels = (middles: Middles): Int32Array => {
  const { width, height } = middles
  const isOn = new Uint8Array(width * height)
  for (let row = 0; row < height; row++) {
    for (let column = 0; column < width; column++) {
      const own = row * width + column
      if (column + 1 < width && isEdge(middles, own, own + 1)) isOn[own] = isOn[own + 1] = 1
      if (row + 1 < height && isEdge(middles, own, own + width)) isOn[own] = isOn[own + width] = 1
    }
  }
  return Int32Array.from(Array.from(isOn.keys()).filter(pixel => isOn[pixel] === 1))
}

/** The pixel around whose middle looks most like a place: of its surface and material, and nearest to it. */
const sourceOf = ({ width, height, looks, points }: Middles, pixel: number, look: number, place: readonly number[]) => {
  const [column, row] = [pixel % width, Math.floor(pixel / width)]
  let [best, nearest] = [pixel, Infinity]
  for (let y = Math.max(0, row - 1); y <= Math.min(height - 1, row + 1); y++) {
    for (let x = Math.max(0, column - 1); x <= Math.min(width - 1, column + 1); x++) {
      const other = y * width + x
      if (looks[other] !== look) continue
      const away =
        (points[other * 6]! - place[0]!) ** 2 +
        (points[other * 6 + 1]! - place[1]!) ** 2 +
        (points[other * 6 + 2]! - place[2]!) ** 2
      if (away < nearest) [best, nearest] = [other, away]
    }
  }
  return best
}

const PIXELS_A_TURN = 128

/**
 * Finds the edges of a picture, and what the parts of their pixels show.
 * @param lookOf surface and material of a hit, as in the middles
 */
export function* smoothEdges(
  stage: Stage,
  middles: Middles,
  rayThrough: RayThrough,
  lookOf: (hit: Hit) => number,
): Steps<Edges> {
  const pixels = edgePixels(middles)
  const sources = new Int32Array(pixels.length * PARTS)
  const { width, height } = middles
  const rays = new Float64Array(PIXELS_A_TURN * PARTS * 6)
  for (let from = 0; from < pixels.length; from += PIXELS_A_TURN) {
    yield from / pixels.length
    const some = Math.min(PIXELS_A_TURN, pixels.length - from)
    for (let index = 0; index < some * PARTS; index++) {
      const pixel = pixels[from + Math.floor(index / PARTS)]!
      const [across, down] = PART_PLACES[index % PARTS]!
      const ray = rayThrough(((pixel % width) + across) / width, (Math.floor(pixel / width) + down) / height)
      rays.set(ray.from, index * 6)
      rays.set(ray.way, index * 6 + 3)
    }
    castRays(stage.rays, rays, some * PARTS, (index, hit) => {
      const pixel = pixels[from + Math.floor(index / PARTS)]!
      const surface = stage.scene.surfaces[hit.surface]
      sources[from * PARTS + index] = surface
        ? sourceOf(middles, pixel, lookOf(hit), pointOn(surface, hit.s, hit.t, hit.isFront, hit.triangle).position)
        : pixel
    })
  }
  return { pixels, sources }
}

/** Gives the pixels on edges the mean of what their parts show, three channels a pixel. */
export const smoothed = ({ pixels, sources }: Edges, layer: Float32Array): Float32Array => {
  const means = new Float32Array(pixels.length * 3)
  for (let index = 0; index < pixels.length; index++) {
    for (let part = index * PARTS; part < (index + 1) * PARTS; part++) {
      const from = sources[part]! * 3
      for (let channel = 0; channel < 3; channel++) means[index * 3 + channel]! += layer[from + channel]! / PARTS
    }
  }
  for (let index = 0; index < pixels.length; index++)
    layer.set(means.subarray(index * 3, index * 3 + 3), pixels[index]! * 3)
  return layer
}
