import { facetNormal, pointOn, type SurfacePoint } from '../geometry/surfacePoint'
import type { Body, Scene } from '../geometry/surface'
import { emptyBox, holdPlaces } from '../geometry/box'
import { isOnSurface, patchOfCell, type Patches } from './patches'
import { fraction, R2_STEP_X, R2_STEP_Y, scramble, SEED_SALTS } from './sequence'

/** Points over each patch, `perPatch` apiece: position and normal, six numbers a point. */
export type PatchSamples = {
  perPatch: number
  points: Float64Array
  /** 1 where a patch has any area, 0 where it is the empty part of a split cell. */
  exposed: Uint8Array
  /** The box around each patch's points: least x, y, z, then greatest. */
  boxes: Float64Array[]
}

/** Tries at finding a point in the right part of a cell, for each point wanted. */
const TRIES = 8

/** Where a share of a body's patch lies, its triangles laid end to end by area. */
const bodyPoint = (body: Body, patch: number, share: number, a: number, b: number): SurfacePoint => {
  const { mesh } = body
  const [first, end] = [mesh.patchFirst[patch]!, mesh.patchFirst[patch + 1]!]
  const wanted = share * mesh.patchArea[patch]!
  let at = first
  while (at < end - 1 && wanted > mesh.areaSoFar[at]!) at += 1
  const triangle = mesh.patchTriangles[at]!
  // Even over the triangle: the square folded along its diagonal.
  const [s, t] = a + b > 1 ? [1 - a, 1 - b] : [a, b]
  return { position: pointOn(body, s, t, true, triangle).position, normal: facetNormal(body, triangle) }
}

/** Spreads points over every patch. */
export const samplePatches = (scene: Scene, patches: Patches, perPatch: number, seed = 0): PatchSamples => {
  const [acrossSalt, alongSalt] = [SEED_SALTS * seed, SEED_SALTS * seed + 1]
  const points = new Float64Array(patches.count * perPatch * 6)
  const exposed = new Uint8Array(patches.count)
  const lay = (patch: number, index: number, { position, normal }: SurfacePoint) => {
    points.set(position, (patch * perPatch + index) * 6)
    points.set(normal, (patch * perPatch + index) * 6 + 3)
  }

  for (const grid of patches.grids) {
    const surface = scene.surfaces[grid.surface]!
    for (let cell = 0; cell < grid.columns * grid.rows; cell++) {
      const [column, row] = [cell % grid.columns, Math.floor(cell / grid.columns)]
      const first = grid.cellFirst[cell]!
      for (let patch = first; patch < first + (1 << (grid.cellLines[cell]?.length ?? 0)); patch++) {
        if (!(patches.areaM2[patch]! > 0)) continue
        let found = 0
        for (let attempt = 0; attempt < perPatch * TRIES && found < perPatch; attempt++) {
          const s = (column + fraction(scramble(patch, acrossSalt) + attempt * R2_STEP_X)) / grid.columns
          const t = (row + fraction(scramble(patch, alongSalt) + attempt * R2_STEP_Y)) / grid.rows
          if (!isOnSurface(surface, s, t) || patchOfCell(grid, column, row, s, t) !== patch) continue
          lay(patch, found, pointOn(surface, s, t, grid.isFront))
          found += 1
        }
        exposed[patch] = found > 0 ? 1 : 0
        // A sliver repeats the points it has.
        for (let index = found; found > 0 && index < perPatch; index++) {
          const from = (patch * perPatch + (index % found)) * 6
          points.copyWithin((patch * perPatch + index) * 6, from, from + 6)
        }
      }
    }
  }
  patches.bodyFirst.forEach((first, index) => {
    const body = scene.surfaces[index]!
    if (body.shape !== 'body') return
    for (let patch = 0; patch < body.mesh.patchCount; patch++) {
      exposed[first + patch] = 1
      for (let index = 0; index < perPatch; index++) {
        lay(
          first + patch,
          index,
          bodyPoint(
            body,
            patch,
            (index + 0.5) / perPatch,
            fraction(scramble(patch, acrossSalt) + index * R2_STEP_X),
            fraction(scramble(patch, alongSalt) + index * R2_STEP_Y),
          ),
        )
      }
    }
  })
  const boxes = Array.from(exposed, (_, patch) => {
    const box = emptyBox()
    holdPlaces(box, points, patch * perPatch * 6, perPatch, 6)
    return box
  })
  return { perPatch, points, exposed, boxes }
}
