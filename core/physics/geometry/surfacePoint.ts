import { add, cross, direction, length, scale, type Vector } from '../units/vector'
import type { Arc, Body, Bowl, Sheet, Surface } from './surface'
import type { TriangleMesh } from './triangleMesh'

/** A place on a surface with its unit normal, which looks out of the side that is meant. */
export type SurfacePoint = { position: Vector; normal: Vector }

const onSheet = (sheet: Sheet, s: number, t: number, isFront: boolean): SurfacePoint => {
  const normal = cross(sheet.edgeS, sheet.edgeT)
  return {
    position: add(sheet.corner, add(scale(sheet.edgeS, s), scale(sheet.edgeT, t))),
    normal: scale(normal, (isFront ? 1 : -1) / length(normal)),
  }
}

const onArc = (
  { centre, axis, from, radiusM, sweepRad, isHollow }: Arc,
  s: number,
  t: number,
  isFront: boolean,
): SurfacePoint => {
  const across = cross(direction(axis), from)
  const angle = t * sweepRad
  const outward = add(scale(from, Math.cos(angle)), scale(across, Math.sin(angle)))
  return {
    position: add(add(centre, scale(axis, s)), scale(outward, radiusM)),
    normal: scale(outward, isFront === isHollow ? -1 : 1),
  }
}

const onBowl = ({ centre, radiusM, axes }: Bowl, s: number, t: number, isFront: boolean): SurfacePoint => {
  const level = Math.sqrt(Math.max(0, 1 - t * t))
  const angle = (s * Math.PI) / 2
  const outward = add(
    add(scale(axes[0], level * Math.cos(angle)), scale(axes[1], level * Math.sin(angle))),
    scale(axes[2], t),
  )
  return { position: add(centre, scale(outward, radiusM)), normal: scale(outward, isFront ? -1 : 1) }
}

/** Turns a direction of a body's own coordinates into the room's. */
export const turnOut = ({ turnDeg }: Body, [x, y, z]: Vector): Vector => {
  const angle = (turnDeg * Math.PI) / 180
  return [Math.cos(angle) * x - Math.sin(angle) * y, Math.sin(angle) * x + Math.cos(angle) * y, z]
}

/** Weighted sum of three vertices' numbers. */
const blend = (numbers: Float64Array, corners: Uint32Array, triangle: number, s: number, t: number): Vector => {
  const [a, b, c] = [corners[triangle * 3]! * 3, corners[triangle * 3 + 1]! * 3, corners[triangle * 3 + 2]! * 3]
  const part = (axis: number) => (1 - s - t) * numbers[a + axis]! + s * numbers[b + axis]! + t * numbers[c + axis]!
  return [part(0), part(1), part(2)]
}

/** On a body the normal is that of the smooth form the mesh stands for. */
const onBody = (body: Body, s: number, t: number, triangle: number): SurfacePoint => {
  const { mesh, place, scaleM } = body
  return {
    position: add(place, scale(turnOut(body, blend(mesh.vertices, mesh.corners, triangle, s, t)), scaleM)),
    normal: turnOut(body, direction(blend(mesh.normals, mesh.corners, triangle, s, t))),
  }
}

/** The unit normal of a mesh's flat triangle, in the mesh's own coordinates. */
export const facetOf = ({ triangles }: TriangleMesh, triangle: number): Vector => {
  const edge = (at: number): Vector => [
    triangles[triangle * 9 + at]!,
    triangles[triangle * 9 + at + 1]!,
    triangles[triangle * 9 + at + 2]!,
  ]
  return direction(cross(edge(3), edge(6)))
}

/**
 * A place on a surface by its own coordinates: s and t in 0..1; on a body the triangle and the shares of its second
 * and third corner.
 */
export const pointOn = (surface: Surface, s: number, t: number, isFront: boolean, triangle = -1): SurfacePoint => {
  switch (surface.shape) {
    case 'sheet':
      return onSheet(surface, s, t, isFront)
    case 'arc':
      return onArc(surface, s, t, isFront)
    case 'bowl':
      return onBowl(surface, s, t, isFront)
    case 'body':
      return onBody(surface, s, t, triangle)
  }
}
