import { triangleMesh, type TriangleMesh } from '../geometry/triangleMesh'
import { mixedTriangles } from './borders'
import { FIGURE_MATERIALS, formField, materialAt } from './form'
import { reshapeOf, type Build } from './builds'
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

const meshOf = (pose: Pose, build: Build): TriangleMesh => {
  const parts = PARTS[pose]
  const { into, headScale } = reshapeOf(pose, build)
  const form = formField(parts)
  const drop = pose === 'sitting' ? SEAT_DROP : 0
  const { vertices, normals, faces } = surfaceNet(
    build === 'man' ? form : (x, y, z) => form(...into(x, y, z)),
    lines(-0.21, 0.21, -0.05 * headScale, 0.05 * headScale),
    lines(...DEEP[pose], -0.06 * headScale, 0.075 * headScale),
    lines(-0.01, 1.03 - drop, 1 - 0.14 * headScale - drop, 1.02 - drop),
  )
  const materials = Uint8Array.from({ length: faces.length / 3 }, (_, face) => {
    const middle = (axis: number) =>
      [0, 1, 2].reduce((sum, corner) => sum + vertices[faces[face * 3 + corner]! * 3 + axis]! / 3, 0)
    return FIGURE_MATERIALS.indexOf(materialAt(parts, ...into(middle(0), middle(1), middle(2))))
  })
  const mesh = triangleMesh(vertices, normals, faces, materials, PATCH)
  return {
    ...mesh,
    materialAt: (x, y, z) => FIGURE_MATERIALS.indexOf(materialAt(parts, ...into(x, y, z))),
    isMixed: mixedTriangles(mesh),
  }
}

const meshes = new Map<string, TriangleMesh>()

/** The figure in a pose and build, a body height of 1, on its mark and looking along y. Made once for each. */
export const figureMesh = (pose: Pose, build: Build): TriangleMesh => {
  const key = pose === 'object' ? pose : `${pose} ${build}`
  const known = meshes.get(key) ?? meshOf(pose, build)
  meshes.set(key, known)
  return known
}
