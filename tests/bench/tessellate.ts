import { pointOn } from '#core/physics/geometry/surfacePoint'
import type { Scene, Surface } from '#core/physics/geometry/surface'

/** Strips that a curved surface is cut into; 32 hold a cove of one metre to a millimetre. */
const CURVED_STEPS = 32

const gridOf = (surface: Exclude<Surface, { shape: 'body' }>, columns: number, rows: number): number[] => {
  const at = (column: number, row: number) => pointOn(surface, column / columns, row / rows, true).position
  return Array.from({ length: columns * rows }, (_, cell) => {
    const [column, row] = [cell % columns, Math.floor(cell / columns)]
    const [a, b, c, d] = [at(column, row), at(column + 1, row), at(column + 1, row + 1), at(column, row + 1)]
    return [...a, ...b, ...c, ...a, ...c, ...d]
  }).flat()
}

const trianglesOf = (surface: Surface): number[] => {
  switch (surface.shape) {
    case 'sheet':
      return gridOf(surface, 1, 1)
    case 'arc':
      return gridOf(surface, 1, CURVED_STEPS)
    case 'bowl':
      return gridOf(surface, CURVED_STEPS, CURVED_STEPS)
    case 'body':
      return Array.from({ length: surface.mesh.count }, (_, triangle) =>
        [
          [0, 0],
          [1, 0],
          [0, 1],
        ].flatMap(([s, t]) => pointOn(surface, s!, t!, true, triangle).position),
      ).flat()
  }
}

/** The scene as plain triangles, nine numbers each: what a general-purpose library needs. */
export const tessellate = (scene: Scene): Float32Array => Float32Array.from(scene.surfaces.flatMap(trianglesOf))
