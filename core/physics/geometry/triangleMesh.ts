import { cross, direction, length, subtract, type Vector } from '../units/vector'
import { boxTree, type BoxTree } from './bvh'

/** A mesh in its own coordinates, made ready for rays and for patches. Triangles are in the order of its tree. */
export type TriangleMesh = {
  count: number
  tree: BoxTree
  /** Nine numbers a triangle: first corner, then the edges to the second and third. */
  triangles: Float64Array
  /** Vertex numbers, three a triangle; places and unit normals, three numbers a vertex. */
  corners: Uint32Array
  vertices: Float64Array
  normals: Float64Array
  /**
   * Material number of each triangle; and, where the form knows it, of any place on the surface, for edges finer than
   * triangles.
   */
  material: Uint8Array
  materialAt?: (x: number, y: number, z: number) => number
  /** 0 for each triangle that is of one material all over, where that is known. */
  isMixed?: Uint8Array
  /** The patch of each triangle, their number, and area of each patch in the mesh's own unit. */
  patch: Int32Array
  patchCount: number
  patchArea: Float64Array
  /** Triangles of each patch: `patchTriangles[patchFirst[p] .. patchFirst[p + 1] - 1]`. */
  patchFirst: Int32Array
  patchTriangles: Int32Array
  /** Of each entry of these, the area of its patch's triangles up to and with it. */
  areaSoFar: Float64Array
}

const LEAF_TRIANGLES = 6
/** Steps of each part of a normal from 0 to 1 that patches tell apart. */
const FACING_STEPS = 1

const vertexOf = (vertices: Float64Array, index: number): Vector => [
  vertices[index * 3]!,
  vertices[index * 3 + 1]!,
  vertices[index * 3 + 2]!,
]

/**
 * Gathers triangles into patches: alike in material, in the way they look, and in the cell of `patchSize` they lie
 * in.
 */
const gatherPatches = (
  triangles: Float64Array,
  material: Uint8Array,
  normals: (triangle: number) => Vector,
  patchSize: number,
) => {
  const numbers = new Map<string, number>()
  const patch = new Int32Array(material.length)
  for (let triangle = 0; triangle < material.length; triangle++) {
    const normal = direction(normals(triangle))
    const facing = normal.map(part => Math.round(part * FACING_STEPS)).join(' ')
    const cell = [0, 1, 2].map(axis =>
      Math.floor(
        (triangles[triangle * 9 + axis]! +
          (triangles[triangle * 9 + 3 + axis]! + triangles[triangle * 9 + 6 + axis]!) / 3) /
          patchSize,
      ),
    )
    const key = `${material[triangle]} ${facing} ${cell.join(' ')}`
    if (!numbers.has(key)) numbers.set(key, numbers.size)
    patch[triangle] = numbers.get(key)!
  }
  return { patch, count: numbers.size }
}

/**
 * Prepares a mesh: `faces` has three vertex numbers a triangle, counter-clockwise from outside. Without a patch size
 * all of it is one patch, for meshes that are only looked at.
 */
export const triangleMesh = (
  vertices: Float64Array,
  normals: Float64Array,
  faces: Uint32Array,
  materials: Uint8Array,
  patchSize: number | undefined,
): TriangleMesh => {
  const count = faces.length / 3
  const boxes = new Float64Array(count * 6)
  for (let face = 0; face < count; face++) {
    const corners = [0, 1, 2].map(corner => vertexOf(vertices, faces[face * 3 + corner]!))
    for (let axis = 0; axis < 3; axis++) {
      const along = corners.map(corner => corner[axis]!)
      boxes[face * 6 + axis] = Math.min(...along)
      boxes[face * 6 + 3 + axis] = Math.max(...along)
    }
  }
  const tree = boxTree(boxes, LEAF_TRIANGLES)
  const triangles = new Float64Array(count * 9)
  const corners = new Uint32Array(count * 3)
  const material = Uint8Array.from(tree.order, face => materials[face]!)
  tree.order.forEach((face, index) => {
    corners.set(faces.subarray(face * 3, face * 3 + 3), index * 3)
    const [a, b, c] = [0, 1, 2].map(corner => vertexOf(vertices, faces[face * 3 + corner]!)) as [Vector, Vector, Vector]
    triangles.set([...a, ...subtract(b, a), ...subtract(c, a)], index * 9)
  })
  const edge = (triangle: number, at: number): Vector => [
    triangles[triangle * 9 + at]!,
    triangles[triangle * 9 + at + 1]!,
    triangles[triangle * 9 + at + 2]!,
  ]
  const faceNormal = (triangle: number) => cross(edge(triangle, 3), edge(triangle, 6))
  const { patch, count: patchCount } =
    patchSize === undefined
      ? { patch: new Int32Array(count), count: 1 }
      : gatherPatches(triangles, material, faceNormal, patchSize)
  const patchArea = new Float64Array(patchCount)
  const patchFirst = new Int32Array(patchCount + 1)
  for (let triangle = 0; triangle < count; triangle++) {
    patchArea[patch[triangle]!]! += length(faceNormal(triangle)) / 2
    patchFirst[patch[triangle]! + 1]! += 1
  }
  for (let index = 0; index < patchCount; index++) patchFirst[index + 1]! += patchFirst[index]!
  const filled = patchFirst.slice(0, patchCount)
  const patchTriangles = new Int32Array(count)
  for (let triangle = 0; triangle < count; triangle++) {
    const at = filled[patch[triangle]!]!
    patchTriangles[at] = triangle
    filled[patch[triangle]!] = at + 1
  }
  const areaSoFar = new Float64Array(count)
  for (let index = 0, patchNow = -1, sum = 0; index < count; index++) {
    const triangle = patchTriangles[index]!
    if (patch[triangle] !== patchNow) [patchNow, sum] = [patch[triangle]!, 0]
    sum += length(faceNormal(triangle)) / 2
    areaSoFar[index] = sum
  }
  return {
    count,
    areaSoFar,
    tree: { ...tree, order: Int32Array.from({ length: count }, (_, index) => index) },
    triangles,
    corners,
    vertices,
    normals,
    material,
    patch,
    patchCount,
    patchArea,
    patchFirst,
    patchTriangles,
  }
}
