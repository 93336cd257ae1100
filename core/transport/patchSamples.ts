import type { Vector } from '../units/vector'
import { pointOn, type Patches } from './patches'
import { fraction, R2_STEP_X, R2_STEP_Y, scramble } from './sequence'
import type { Ellipsoid, Scene } from './surface'

/** Points over each patch, `perPatch` apiece: position and normal, six numbers a point. */
export type PatchSamples = {
  perPatch: number
  points: Float64Array
  /** 1 where a patch can be seen at all, 0 where it lies inside another body. */
  exposed: Uint8Array
}

/** Tries at finding a point outside every other body, for each point wanted. */
const TRIES = 4

const isInside = (body: Ellipsoid, point: Vector): boolean =>
  ((point[0] - body.centre[0]) / body.radii[0]) ** 2
  + ((point[1] - body.centre[1]) / body.radii[1]) ** 2
  + ((point[2] - body.centre[2]) / body.radii[2]) ** 2 < 1

/** Spreads points over every patch. Where bodies overlap, only what lies outside the others counts. */
export const samplePatches = (scene: Scene, patches: Patches, perPatch: number): PatchSamples => {
  const points = new Float64Array(patches.count * perPatch * 6)
  const exposed = new Uint8Array(patches.count)
  const bodies = scene.surfaces.filter((surface): surface is Ellipsoid => surface.shape === 'ellipsoid')
  for (const grid of patches.grids) {
    const surface = scene.surfaces[grid.surface]!
    const others = bodies.filter(body => body !== surface)
    for (let cell = 0; cell < grid.columns * grid.rows; cell++) {
      const patch = grid.first + cell
      let found = 0
      for (let attempt = 0; attempt < perPatch * TRIES && found < perPatch; attempt++) {
        const s = ((cell % grid.columns) + fraction(scramble(patch, 0) + attempt * R2_STEP_X)) / grid.columns
        const t = (Math.floor(cell / grid.columns) + fraction(scramble(patch, 1) + attempt * R2_STEP_Y)) / grid.rows
        const { position, normal } = pointOn(surface, s, t, grid.isFront)
        if (others.some(body => isInside(body, position))) continue
        points.set([...position, ...normal], (patch * perPatch + found) * 6)
        found += 1
      }
      exposed[patch] = found > 0 ? 1 : 0
      // A patch that is mostly covered repeats the points it has.
      for (let index = found; found > 0 && index < perPatch; index++) {
        points.copyWithin((patch * perPatch + index) * 6, (patch * perPatch + index % found) * 6, (patch * perPatch + index % found) * 6 + 6)
      }
    }
  }
  return { perPatch, points, exposed }
}
