import { direction, type Vector } from '../units/vector'

/** Distance to a form, below 0 inside. */
export type Field = (x: number, y: number, z: number) => number

/** A smooth mesh of the field's zero: places, unit normals, and triangles counter-clockwise from outside. */
export type Net = { vertices: Float64Array; normals: Float64Array; faces: Uint32Array }

const SLOPE_STEP = 1e-4
const PULLS = 2

const slopeAt = (field: Field, [x, y, z]: Vector): Vector => [
  (field(x + SLOPE_STEP, y, z) - field(x - SLOPE_STEP, y, z)) / (2 * SLOPE_STEP),
  (field(x, y + SLOPE_STEP, z) - field(x, y - SLOPE_STEP, z)) / (2 * SLOPE_STEP),
  (field(x, y, z + SLOPE_STEP) - field(x, y, z - SLOPE_STEP)) / (2 * SLOPE_STEP),
]

/** Pulls a place onto the zero of the field along its slope. */
const pulled = (field: Field, start: Vector): Vector => {
  let place = start
  for (let pull = 0; pull < PULLS; pull++) {
    const slope = slopeAt(field, place)
    const steepness = slope[0] ** 2 + slope[1] ** 2 + slope[2] ** 2
    const step = steepness > 1e-6 ? field(...place) / steepness : 0
    place = [place[0] - step * slope[0], place[1] - step * slope[1], place[2] - step * slope[2]]
  }
  return place
}

/**
 * Meshes the zero of a field on a grid of uneven steps: one vertex in every cell that the surface crosses, one
 * four-cornered face
 * across every edge that it crosses (naive surface nets, after S. Gibson, 1998).
 */
export const surfaceNet = (field: Field, xs: readonly number[], ys: readonly number[], zs: readonly number[]): Net => {
  const counts = [xs.length, ys.length, zs.length] as const
  const node = (i: number, j: number, k: number) => (k * counts[1] + j) * counts[0] + i
  const values = new Float64Array(counts[0] * counts[1] * counts[2])
  zs.forEach((z, k) =>
    ys.forEach((y, j) =>
      xs.forEach((x, i) => {
        values[node(i, j, k)] = field(x, y, z)
      }),
    ),
  )

  const vertices: number[] = []
  const normals: number[] = []
  const vertexOfCell = new Map<number, number>()
  const grid = [xs, ys, zs] as const
  const isCrossed = (i: number, j: number, k: number): boolean => {
    const isInside = values[node(i, j, k)]! < 0
    for (let corner = 1; corner < 8; corner++) {
      if (values[node(i + (corner & 1), j + ((corner >> 1) & 1), k + (corner >> 2))]! < 0 !== isInside) return true
    }
    return false
  }
  /** The mean of where the surface crosses a cell's edges, pulled onto it. */
  const layVertex = (i: number, j: number, k: number) => {
    if (!isCrossed(i, j, k)) return
    const sum = [0, 0, 0]
    let crossings = 0
    for (let edge = 0; edge < 12; edge++) {
      const axis = edge >> 2
      const low = [i, j, k]
      low[(axis + 1) % 3]! += edge & 1
      low[(axis + 2) % 3]! += (edge >> 1) & 1
      const high = low.with(axis, low[axis]! + 1)
      const [a, b] = [values[node(low[0]!, low[1]!, low[2]!)]!, values[node(high[0]!, high[1]!, high[2]!)]!]
      if (a < 0 === b < 0) continue
      const share = a / (a - b)
      for (let part = 0; part < 3; part++) {
        const line = grid[part]!
        sum[part]! += line[low[part]!]! + share * (line[high[part]!]! - line[low[part]!]!)
      }
      crossings += 1
    }
    vertexOfCell.set(node(i, j, k), vertices.length / 3)
    const place = pulled(field, [sum[0]! / crossings, sum[1]! / crossings, sum[2]! / crossings])
    vertices.push(...place)
    normals.push(...direction(slopeAt(field, place)))
  }
  for (let k = 0; k < counts[2] - 1; k++)
    for (let j = 0; j < counts[1] - 1; j++) for (let i = 0; i < counts[0] - 1; i++) layVertex(i, j, k)

  const faces: number[] = []
  const stride = [1, counts[0], counts[0] * counts[1]] as const
  const layFace = (i: number, j: number, k: number, axis: 0 | 1 | 2) => {
    const at = node(i, j, k)
    if ([i, j, k][axis]! + 1 >= counts[axis]) return
    const [a, b] = [values[at]!, values[at + stride[axis]]!]
    if (a < 0 === b < 0) return
    const low = [i, j, k]
    const around = [
      [0, 0],
      [-1, 0],
      [-1, -1],
      [0, -1],
    ].map(([du, dv]) => {
      const cell = low.with((axis + 1) % 3, low[(axis + 1) % 3]! + du!)
      const moved = cell.with((axis + 2) % 3, cell[(axis + 2) % 3]! + dv!)
      return moved.some(index => index < 0) ? undefined : vertexOfCell.get(node(moved[0]!, moved[1]!, moved[2]!))
    })
    if (around.some(vertex => vertex === undefined)) return
    const [p, q, r, s] = (a < 0 ? around : around.reverse()) as [number, number, number, number]
    faces.push(p, q, r, p, r, s)
  }
  for (let k = 0; k < counts[2]; k++)
    for (let j = 0; j < counts[1]; j++)
      for (let i = 0; i < counts[0]; i++) for (let axis = 0; axis < 3; axis++) layFace(i, j, k, axis as 0 | 1 | 2)
  return { vertices: Float64Array.from(vertices), normals: Float64Array.from(normals), faces: Uint32Array.from(faces) }
}
