import { triangleMesh, type TriangleMesh } from '../geometry/triangleMesh'
import { mixedTriangles } from './borders'
import { FIGURE_MATERIALS, formField, materialAt } from './form'
import { PARTS, SEAT_DROP, type Pose } from './poses'
import { surfaceNet } from './surfaceNet'

/** Steps of the mesh and size of its patches, as shares of body height: finer where the face is. */
const BODY_STEP = 0.021
const FACE_STEP = 0.0068
const PATCH = 0.14

/** Grid lines from `from` to `to` with fine steps between `fineFrom` and `fineTo`. */
const lines = (from: number, to: number, fineFrom: number, fineTo: number): number[] => {
  const all = [from]
  for (let at = from; at < to;) {
    at += at + 1e-9 >= fineFrom && at < fineTo ? FACE_STEP : BODY_STEP
    all.push(at)
  }
  return all
}

/** How far each pose reaches back and ahead. */
const DEEP: Record<Pose, [number, number]> = { standing: [-0.1, 0.12], sitting: [-0.1, 0.36], object: [-0.15, 0.15] }

const meshOf = (pose: Pose): TriangleMesh => {
  const parts = PARTS[pose]
  const drop = pose === 'sitting' ? SEAT_DROP : 0
  const { vertices, normals, faces } = surfaceNet(
    formField(parts),
    lines(-0.21, 0.21, -0.05, 0.05),
    lines(...DEEP[pose], -0.06, 0.075),
    lines(-0.01, 1.03 - drop, 0.86 - drop, 1.02 - drop),
  )
  const materials = Uint8Array.from({ length: faces.length / 3 }, (_, face) => {
    const middle = (axis: number) =>
      [0, 1, 2].reduce((sum, corner) => sum + vertices[faces[face * 3 + corner]! * 3 + axis]! / 3, 0)
    return FIGURE_MATERIALS.indexOf(materialAt(parts, middle(0), middle(1), middle(2)))
  })
  const mesh = triangleMesh(vertices, normals, faces, materials, PATCH)
  return {
    ...mesh,
    materialAt: (x, y, z) => FIGURE_MATERIALS.indexOf(materialAt(parts, x, y, z)),
    isMixed: mixedTriangles(mesh),
  }
}

const meshes = new Map<Pose, TriangleMesh>()

/**
 * The figure in a pose, a body height of 1, on its mark and looking along y. Made once for each pose, since it never
 * differs.
 */
export const figureMesh = (pose: Pose): TriangleMesh => {
  const known = meshes.get(pose) ?? meshOf(pose)
  meshes.set(pose, known)
  return known
}
