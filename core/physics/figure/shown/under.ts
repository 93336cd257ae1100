import type { TriangleMesh } from '../../geometry/triangleMesh'

/** Where a finer mesh lies on the coarser one that light is reckoned with. */
export type Under = {
  mesh: TriangleMesh
  /** Triangle of the coarser mesh that each vertex of the finer one lies over. */
  triangleOfVertex: Int32Array
  /** Patch of the coarser mesh that each triangle of the finer one belongs to. */
  patchOfTriangle: Int32Array
}

const CELL = 0.03

/** Finds the nearest of many triangles that looks the same way: by cells of space, each with the triangles around. */
const finder = (mesh: TriangleMesh) => {
  const cells = new Map<string, number[]>()
  const middles = new Float64Array(mesh.count * 3)
  const ways = new Float64Array(mesh.count * 3)
  const key = (x: number, y: number, z: number) =>
    `${Math.floor(x / CELL)} ${Math.floor(y / CELL)} ${Math.floor(z / CELL)}`
  for (let triangle = 0; triangle < mesh.count; triangle++) {
    for (let axis = 0; axis < 3; axis++) {
      const [a, b, c] = [0, 1, 2].map(corner => mesh.corners[triangle * 3 + corner]! * 3 + axis) as [
        number,
        number,
        number,
      ]
      middles[triangle * 3 + axis] = (mesh.vertices[a]! + mesh.vertices[b]! + mesh.vertices[c]!) / 3
      ways[triangle * 3 + axis] = (mesh.normals[a]! + mesh.normals[b]! + mesh.normals[c]!) / 3
    }
    const own = key(middles[triangle * 3]!, middles[triangle * 3 + 1]!, middles[triangle * 3 + 2]!)
    cells.set(own, [...(cells.get(own) ?? []), triangle])
  }
  const around = new Map<string, number[]>()
  const near = (x: number, y: number, z: number): number[] => {
    const own = key(x, y, z)
    const known = around.get(own)
    if (known) return known
    const found: number[] = []
    for (let reach = 1; found.length === 0 && reach < 6; reach++) {
      for (let i = -reach; i <= reach; i++)
        for (let j = -reach; j <= reach; j++)
          for (let k = -reach; k <= reach; k++)
            found.push(...(cells.get(key(x + i * CELL, y + j * CELL, z + k * CELL)) ?? []))
    }
    around.set(own, found)
    return found
  }
  return (x: number, y: number, z: number, nx: number, ny: number, nz: number): number => {
    let [best, least] = [0, Infinity]
    for (const triangle of near(x, y, z)) {
      const at = triangle * 3
      const away = (middles[at]! - x) ** 2 + (middles[at + 1]! - y) ** 2 + (middles[at + 2]! - z) ** 2
      const facing = ways[at]! * nx + ways[at + 1]! * ny + ways[at + 2]! * nz
      const cost = away + (1 - facing) * 4e-4
      if (cost < least) [best, least] = [triangle, cost]
    }
    return best
  }
}

/** Lays a finer mesh over a coarser one. */
export const underOf = (mesh: TriangleMesh, fine: TriangleMesh): Under => {
  const nearest = finder(mesh)
  const { vertices, normals, corners } = fine
  const triangleOfVertex = new Int32Array(vertices.length / 3)
  for (let vertex = 0; vertex < triangleOfVertex.length; vertex++) {
    const at = vertex * 3
    triangleOfVertex[vertex] = nearest(
      vertices[at]!,
      vertices[at + 1]!,
      vertices[at + 2]!,
      normals[at]!,
      normals[at + 1]!,
      normals[at + 2]!,
    )
  }
  return {
    mesh,
    triangleOfVertex,
    patchOfTriangle: Int32Array.from(
      { length: fine.count },
      (_, triangle) => mesh.patch[triangleOfVertex[corners[triangle * 3]!]!]!,
    ),
  }
}
