import { cross, dot, subtract, type Vector } from '../units/vector'
import { pointOn, turnOut } from './surfacePoint'
import type { Body, Side, Surface } from './surface'

/** Triangles of one side of a surface: places and unit normals of its vertices, and which three make a triangle. */
export type Faces = {
  positions: Float32Array<ArrayBuffer>
  normals: Float32Array<ArrayBuffer>
  /** Three a triangle, counter-clockwise as seen from where the normals point. */
  corners: Uint32Array<ArrayBuffer>
  side: Side
}

/** Turns a place or a way of the room into the coordinates that are wanted. */
type Into = (vector: Vector) => Vector

/** Steps round a curve, and round a disc. */
const CURVE_STEPS = 16
const ROUND_STEPS = 48

const faces = (
  points: readonly { position: Vector; normal: Vector }[],
  order: number[],
  side: Side,
  into: Into,
): Faces => {
  const placed = points.map(({ position, normal }) => ({ position: into(position), normal: into(normal) }))
  // Whatever the coordinates do to right and left, a triangle goes round as its normals want it.
  for (let at = 0; at < order.length; at += 3) {
    const [a, b, c] = [placed[order[at]!]!, placed[order[at + 1]!]!, placed[order[at + 2]!]!]
    if (dot(cross(subtract(b.position, a.position), subtract(c.position, a.position)), a.normal) < 0)
      [order[at + 1], order[at + 2]] = [order[at + 2]!, order[at + 1]!]
  }
  return {
    positions: Float32Array.from(placed.flatMap(({ position }) => position)),
    normals: Float32Array.from(placed.flatMap(({ normal }) => normal)),
    corners: Uint32Array.from(order),
    side,
  }
}

const gridOrder = (columns: number, rows: number): number[] =>
  Array.from({ length: columns * rows }, (_, cell) => {
    const [column, row] = [cell % columns, Math.floor(cell / columns)]
    const at = row * (columns + 1) + column
    return [at, at + 1, at + columns + 1, at + 1, at + columns + 2, at + columns + 1]
  }).flat()

const grid = (surface: Exclude<Surface, Body>, isFront: boolean, into: Into): Faces => {
  const columns = surface.shape === 'bowl' ? CURVE_STEPS : 1
  const rows = surface.shape === 'sheet' ? 1 : CURVE_STEPS
  const points = Array.from({ length: (columns + 1) * (rows + 1) }, (_, index) =>
    pointOn(surface, (index % (columns + 1)) / columns, Math.floor(index / (columns + 1)) / rows, isFront),
  )
  return faces(points, gridOrder(columns, rows), isFront ? surface.front : surface.back, into)
}

const disc = (surface: Extract<Surface, { shape: 'sheet' }>, isFront: boolean, into: Into): Faces => {
  const rim = Array.from({ length: ROUND_STEPS }, (_, step) => {
    const angle = (2 * Math.PI * step) / ROUND_STEPS
    return pointOn(surface, 0.5 + Math.cos(angle) / 2, 0.5 + Math.sin(angle) / 2, isFront)
  })
  const order = rim.flatMap((_, step) => [0, 1 + step, 1 + ((step + 1) % ROUND_STEPS)])
  return faces([pointOn(surface, 0.5, 0.5, isFront), ...rim], order, isFront ? surface.front : surface.back, into)
}

/** A body's triangles, those of each material for themselves. */
const bodyFaces = (body: Body, into: Into): Faces[] => {
  const { mesh, materials, place, scaleM } = body
  return materials.flatMap((side, number) => {
    const numbers = new Map<number, number>()
    const points: { position: Vector; normal: Vector }[] = []
    const order: number[] = []
    for (let triangle = 0; triangle < mesh.count; triangle++) {
      if (mesh.material[triangle] !== number) continue
      for (let corner = 0; corner < 3; corner++) {
        const vertex = mesh.corners[triangle * 3 + corner]!
        let at = numbers.get(vertex)
        if (at === undefined) {
          at = points.length
          numbers.set(vertex, at)
          const part = (of: Float64Array): Vector => [of[vertex * 3]!, of[vertex * 3 + 1]!, of[vertex * 3 + 2]!]
          const [x, y, z] = turnOut(body, part(mesh.vertices))
          points.push({
            position: [place[0] + scaleM * x, place[1] + scaleM * y, place[2] + scaleM * z],
            normal: turnOut(body, part(mesh.normals)),
          })
        }
        order.push(at)
      }
    }
    return order.length === 0 ? [] : [faces(points, order, side, into)]
  })
}

/** A surface as triangles, front and back apart; the walls of the room are seen from within alone. */
export const facesOf = (surface: Surface, into: Into = vector => vector): Faces[] => {
  if (surface.shape === 'body') return bodyFaces(surface, into)
  if (surface.shape === 'sheet' && surface.encloses) return [grid(surface, true, into)]
  const make = surface.shape === 'sheet' && surface.isRound ? disc : grid
  return [true, false].map(isFront => make(surface as never, isFront, into))
}
