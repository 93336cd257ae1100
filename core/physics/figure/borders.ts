import type { TriangleMesh } from '../geometry/triangleMesh'

/**
 * Triangles that share a corner with one of another material: its border may run through them. 1 for each.
 * @param counts the materials whose borders are looked for; all where it is left out
 */
export const mixedTriangles = (
  { count, corners, vertices, material }: Pick<TriangleMesh, 'count' | 'corners' | 'vertices' | 'material'>,
  counts: (material: number) => boolean = () => true,
): Uint8Array => {
  const [none, several] = [254, 255]
  const ofVertex = new Uint8Array(vertices.length / 3).fill(none)
  for (let at = 0; at < count * 3; at++) {
    const [vertex, own] = [corners[at]!, material[Math.floor(at / 3)]!]
    if (counts(own)) ofVertex[vertex] = ofVertex[vertex] === none || ofVertex[vertex] === own ? own : several
  }
  return Uint8Array.from({ length: count }, (_, triangle) =>
    counts(material[triangle]!) && [0, 1, 2].some(corner => ofVertex[corners[triangle * 3 + corner]!] === several)
      ? 1
      : 0,
  )
}
