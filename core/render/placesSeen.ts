import type { Hit } from '../physics/geometry/kernel'
import type { Body, Surface } from '../physics/geometry/surface'
import { pointOn } from '../physics/geometry/surfacePoint'
import type { TriangleMesh } from '../physics/geometry/triangleMesh'
import type { ShownMesh } from '../physics/figure/shown/shownMesh'
import { patchOfCell, type PatchGrid } from '../physics/transport/patches'

/** What is noted of the places that a picture sees, each in a row of its own. */
export type Places = {
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
}

/** Room for so many places that see nothing yet. */
export const placesFor = (count: number): Places => ({
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
export const withRoomFor = (places: Places, more: number): Places => {
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

/**
 * The material that a ray met on a mesh: of the very place where its triangle holds several, of its triangle otherwise.
 */
export const materialOf = (mesh: TriangleMesh, { triangle, s, t }: Hit): number => {
  const { triangles, material, materialAt, isMixed } = mesh
  if (!materialAt || isMixed?.[triangle] === 0) return material[triangle]!
  const at = (axis: number) =>
    triangles[triangle * 9 + axis]! + s * triangles[triangle * 9 + 3 + axis]! + t * triangles[triangle * 9 + 6 + axis]!
  return materialAt(at(0), at(1), at(2))
}

/** Writes place and normal of what was struck. */
export const writePoint = (surface: Surface, hit: Hit, points: Float32Array, to: number): void => {
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
  { points, nodeShares }: Places,
  index: number,
): void => {
  const [at, to] = [index * 6, index * 4]
  const angle = (turnDeg * Math.PI) / 180
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
  const [rx, ry] = [points[at]! - place[0], points[at + 1]! - place[1]]
  const from = triangle * 9
  const t = (offset: number) => triangles[from + offset]!
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
  nodeShares[to] = Math.max(0, 1 - (u + v) / sum)
  nodeShares[to + 1] = u / sum
  nodeShares[to + 2] = v / sum
}

/** Writes the patches around a place, each on the place's own side of whatever stands there, and their shares. */
export const writeNodesOnGrid = (grid: PatchGrid, s: number, t: number, places: Places, to: number): void => {
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

/** The corner of a triangle that a hit is nearest to. */
const nearestCorner = ({ s, t }: Hit): 0 | 1 | 2 => {
  const first = 1 - s - t
  if (first >= s && first >= t) return 0
  return s >= t ? 1 : 2
}

/**
 * Writes the nodes of the plain form that a place of a finer one lies over, less where creases close it in. Its point
 * has been written.
 * @param nodeOf the node of a vertex of the plain form
 */
export const writeNodesUnder = (
  places: Places,
  place: number,
  hit: Hit,
  { body, mesh }: { body: Body; mesh: ShownMesh },
  nodeOf: (plain: Body, vertex: number) => number,
): void => {
  const { under, corners, open } = mesh
  const corner = (index: number) => corners[hit.triangle * 3 + index]!
  const triangle = under.triangleOfVertex[corner(nearestCorner(hit))]!
  const openness = (1 - hit.s - hit.t) * open[corner(0)]! + hit.s * open[corner(1)]! + hit.t * open[corner(2)]!
  const plain = { ...body, mesh: under.mesh }
  const to = place * 4
  sharesUnder(body, under.mesh, triangle, places, place)
  for (let index = 0; index < 3; index++) {
    places.nodes[to + index] = nodeOf(plain, under.mesh.corners[triangle * 3 + index]!)
    places.nodeShares[to + index]! *= openness
  }
  places.nodes[to + 3] = places.nodes[to + 2]!
}
