import { expect, it } from 'vitest'
import { facetOf } from './surfacePoint'
import type { TriangleMesh } from './triangleMesh'

it('the normal of a flat triangle is square to both of its edges, of each triangle by itself', () => {
  // A corner and two edges each: one lies in the floor, one stands across the way ahead, one leans by 45 degrees.
  const triangles = Float64Array.of(
    ...[0, 0, 0, 1, 0, 0, 0, 1, 0],
    ...[5, 5, 5, 0, 0, 2, 3, 0, 0],
    ...[1, 2, 3, 0, 4, 0, 1, 0, 1],
  )
  const mesh = { triangles } as unknown as TriangleMesh
  expect(facetOf(mesh, 0)).toEqual([0, 0, 1])
  expect(facetOf(mesh, 1)).toEqual([0, 1, 0])
  const half = Math.SQRT1_2
  facetOf(mesh, 2).forEach((part, axis) => expect(part).toBeCloseTo([half, 0, -half][axis]!, 12))
})
