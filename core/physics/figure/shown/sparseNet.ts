import { toPiece, toPieces, type Piece } from './shapes'

/** A mesh of one part: places, unit normals, and triangles counter-clockwise from outside. */
export type Net = {
  vertices: number[]
  normals: number[]
  faces: number[]
  /** How open each vertex lies to its surroundings, 0..1: less in creases. */
  open: number[]
}

/** Displaces the form outward at a place, in shares of body height. */
export type Displace = (x: number, y: number, z: number) => number

/** Cells along the side of a block that is passed over where the form is far. */
const BLOCK = 8
const NODES = BLOCK + 1
/** Distances to ellipsoids are bounds: a block is passed over only where the form is further than this share of it. */
const REACH = 1.3
const SLOPE_STEP = 1.5e-4
const PULLS = 1

/** Steps off a surface at which it is asked how far the form is, and how much each counts. */
const STEPS_OFF = [
  [0.004, 1],
  [0.009, 0.6],
] as const

/** How open a place lies: how much further away the form is than the steps taken off it (after I. Quilez). */
const openness = (field: Displace, place: readonly number[], normal: readonly number[]): number => {
  let closed = 0
  for (const [off, weight] of STEPS_OFF) {
    const at = (axis: number) => place[axis]! + off * normal[axis]!
    closed += (weight * Math.max(0, off - field(at(0), at(1), at(2)))) / off
  }
  return Math.max(0.25, 1 - 0.6 * closed)
}

/** Where the edges of a cell along each axis begin. */
const EDGE_STARTS: readonly ((u: number, v: number) => readonly [number, number, number])[] = [
  (u, v) => [0, u, v],
  (u, v) => [v, 0, u],
  (u, v) => [u, v, 0],
]

type Grid = { step: number; low: readonly [number, number, number]; counts: readonly [number, number, number] }

/** The blocks of cells that hold the form. */
const gridAround = (pieces: readonly Piece[], step: number, margin: number): Grid => {
  const low = [Infinity, Infinity, Infinity]
  const high = [-Infinity, -Infinity, -Infinity]
  const hold = (place: readonly number[], radii: readonly number[]) =>
    [0, 1, 2].forEach(axis => {
      low[axis] = Math.min(low[axis]!, place[axis]! - radii[axis]! - margin)
      high[axis] = Math.max(high[axis]!, place[axis]! + radii[axis]! + margin)
    })
  for (const piece of pieces) {
    if (piece.isCut) continue
    if (piece.shape === 'limb') {
      hold(piece.from, [piece.fromRadius, piece.fromRadius, piece.fromRadius])
      hold(piece.to, [piece.toRadius, piece.toRadius, piece.toRadius])
    } else hold(piece.centre, piece.shape === 'ball' ? piece.radii : [piece.radius, piece.radius, piece.radius])
  }
  const count = (axis: number) => Math.max(1, Math.ceil((high[axis]! - low[axis]!) / (step * BLOCK)))
  return { step, low: [low[0]!, low[1]!, low[2]!], counts: [count(0), count(1), count(2)] }
}

/**
 * Meshes the zero of a form on an even grid, block by block where it is near: one vertex in every cell that the
 * surface crosses, one four-cornered face across every edge that it crosses (naive surface nets, after S. Gibson,
 * 1998).
 * @param step side of a cell, share of body height
 */
export const sparseNet = (pieces: readonly Piece[], step: number, displace?: Displace): Net => {
  const margin = 2 * step + (displace ? 0.006 : 0)
  const { low, counts } = gridAround(pieces, step, margin)
  const [nx, ny] = [counts[0] * BLOCK + 2, counts[1] * BLOCK + 2]
  const cellKey = (i: number, j: number, k: number) => (k * ny + j) * nx + i
  const vertexOf = new Map<number, number>()
  const net: Net = { vertices: [], normals: [], faces: [], open: [] }
  /** Edges that the surface crosses: cell, axis and whether their low end is inside. */
  const crossed: number[] = []
  const halfBlock = (step * BLOCK * Math.sqrt(3)) / 2
  const values = new Float64Array(NODES ** 3)
  const node = (i: number, j: number, k: number) => (k * NODES + j) * NODES + i

  for (let bk = 0; bk < counts[2]; bk++)
    for (let bj = 0; bj < counts[1]; bj++)
      for (let bi = 0; bi < counts[0]; bi++) {
        const [i0, j0, k0] = [bi * BLOCK, bj * BLOCK, bk * BLOCK]
        const middle = [i0, j0, k0].map((cell, axis) => low[axis]! + (cell + BLOCK / 2) * step)
        const [mx, my, mz] = [middle[0]!, middle[1]!, middle[2]!]
        const near = pieces.filter(piece => toPiece(mx, my, mz, piece) < halfBlock * REACH + piece.soft + margin)
        if (near.length === 0 || Math.abs(toPieces(near, mx, my, mz)) > halfBlock * REACH + margin) continue
        const field = displace
          ? (x: number, y: number, z: number) => toPieces(near, x, y, z) - displace(x, y, z)
          : (x: number, y: number, z: number) => toPieces(near, x, y, z)
        layBlock([i0, j0, k0], field)
      }

  function layBlock(
    [i0, j0, k0]: readonly [number, number, number],
    field: (x: number, y: number, z: number) => number,
  ): void {
    for (let k = 0; k < NODES; k++)
      for (let j = 0; j < NODES; j++)
        for (let i = 0; i < NODES; i++)
          values[node(i, j, k)] = field(low[0] + (i0 + i) * step, low[1] + (j0 + j) * step, low[2] + (k0 + k) * step)
    for (let k = 0; k < BLOCK; k++)
      for (let j = 0; j < BLOCK; j++)
        for (let i = 0; i < BLOCK; i++) {
          const own = values[node(i, j, k)]!
          const ends = [values[node(i + 1, j, k)]!, values[node(i, j + 1, k)]!, values[node(i, j, k + 1)]!]
          ends.forEach((end, axis) => {
            if (own < 0 !== end < 0) crossed.push(i0 + i, j0 + j, k0 + k, axis * 2 + (own < 0 ? 1 : 0))
          })
          layVertex([i0, j0, k0], i, j, k, field)
        }
  }

  function layVertex(
    [i0, j0, k0]: readonly [number, number, number],
    i: number,
    j: number,
    k: number,
    field: (x: number, y: number, z: number) => number,
  ): void {
    let [sx, sy, sz, crossings] = [0, 0, 0, 0]
    for (let edge = 0; edge < 12; edge++) {
      const axis = edge >> 2
      const [u, v] = [edge & 1, (edge >> 1) & 1]
      const a = EDGE_STARTS[axis]!(u, v)
      const from = values[node(i + a[0], j + a[1], k + a[2])]!
      const to =
        values[node(i + a[0] + (axis === 0 ? 1 : 0), j + a[1] + (axis === 1 ? 1 : 0), k + a[2] + (axis === 2 ? 1 : 0))]!
      if (from < 0 === to < 0) continue
      const share = from / (from - to)
      sx += a[0] + (axis === 0 ? share : 0)
      sy += a[1] + (axis === 1 ? share : 0)
      sz += a[2] + (axis === 2 ? share : 0)
      crossings += 1
    }
    if (crossings === 0) return
    let x = low[0] + (i0 + i + sx / crossings) * step
    let y = low[1] + (j0 + j + sy / crossings) * step
    let z = low[2] + (k0 + k + sz / crossings) * step
    let [gx, gy, gz] = [0, 0, 0]
    for (let pull = 0; pull <= PULLS; pull++) {
      gx = (field(x + SLOPE_STEP, y, z) - field(x - SLOPE_STEP, y, z)) / (2 * SLOPE_STEP)
      gy = (field(x, y + SLOPE_STEP, z) - field(x, y - SLOPE_STEP, z)) / (2 * SLOPE_STEP)
      gz = (field(x, y, z + SLOPE_STEP) - field(x, y, z - SLOPE_STEP)) / (2 * SLOPE_STEP)
      const steep = gx * gx + gy * gy + gz * gz
      if (pull === PULLS || steep < 1e-6) break
      // Never further than half a cell: at a crease the slope says little.
      const way = Math.max(-0.5 * step, Math.min(0.5 * step, field(x, y, z) / Math.sqrt(steep))) / Math.sqrt(steep)
      x -= way * gx
      y -= way * gy
      z -= way * gz
    }
    const size = Math.hypot(gx, gy, gz) || 1
    vertexOf.set(cellKey(i0 + i, j0 + j, k0 + k), net.vertices.length / 3)
    net.vertices.push(x, y, z)
    net.normals.push(gx / size, gy / size, gz / size)
    net.open.push(openness(field, [x, y, z], [gx / size, gy / size, gz / size]))
  }

  for (let at = 0; at < crossed.length; at += 4) {
    const cell = [crossed[at]!, crossed[at + 1]!, crossed[at + 2]!]
    const axis = crossed[at + 3]! >> 1
    const [u, v] = [(axis + 1) % 3, (axis + 2) % 3]
    const around = [
      [0, 0],
      [-1, 0],
      [-1, -1],
      [0, -1],
    ].map(([du, dv]) => {
      const other = [...cell]
      other[u]! += du!
      other[v]! += dv!
      return vertexOf.get(cellKey(other[0]!, other[1]!, other[2]!))
    })
    if (around.some(vertex => vertex === undefined)) continue
    const [p, q, r, s] = (crossed[at + 3]! & 1 ? around : around.reverse()) as [number, number, number, number]
    net.faces.push(p, q, r, p, r, s)
  }
  return net
}
