import { facetOf, pointOn } from '../geometry/surfacePoint'
import type { Body, Scene, Surface } from '../geometry/surface'
import type { TriangleMesh } from '../geometry/triangleMesh'
import { emptyBox, holdPlaces } from '../geometry/box'
import { isOnSurface, patchOfCell, type PatchGrid, type Patches } from './patches'
import { fraction, R2_STEP_X, R2_STEP_Y, scramble, SEED_SALTS } from './sequence'

/** Points over each patch, `perPatch` apiece: position and normal, six numbers a point. */
export type PatchSamples = {
  perPatch: number
  points: Float64Array
  /** 1 where a patch has any area, 0 where it is the empty part of a split cell. */
  exposed: Uint8Array
  /** The box around each patch's points: least x, y, z, then greatest; six numbers a patch. */
  boxes: Float64Array
}

/** Tries at finding a point in the right part of a cell, for each point wanted. */
const TRIES = 8

/** Points over the patches of a mesh in its own coordinates: place and facet normal, six numbers a point. */
const overMesh = (mesh: TriangleMesh, perPatch: number, seed: number): Float64Array => {
  const points = new Float64Array(mesh.patchCount * perPatch * 6)
  const [acrossSalt, alongSalt] = saltsOf(seed)
  for (let patch = 0, to = 0; patch < mesh.patchCount; patch++) {
    const end = mesh.patchFirst[patch + 1]!
    const [across, along] = [scramble(patch, acrossSalt), scramble(patch, alongSalt)]
    for (let index = 0, at = mesh.patchFirst[patch]!; index < perPatch; index++, to += 6) {
      // The triangles laid end to end by area.
      const wanted = ((index + 0.5) / perPatch) * mesh.patchArea[patch]!
      while (at < end - 1 && wanted > mesh.areaSoFar[at]!) at += 1
      const triangle = mesh.patchTriangles[at]!
      const a = fraction(across + index * R2_STEP_X)
      const b = fraction(along + index * R2_STEP_Y)
      // Even over the triangle: the square folded along its diagonal.
      const [s, t] = a + b > 1 ? [1 - a, 1 - b] : [a, b]
      const n = facetOf(mesh, triangle)
      for (let axis = 0; axis < 3; axis++) {
        const from = triangle * 9 + axis
        points[to + axis] = mesh.triangles[from]! + s * mesh.triangles[from + 3]! + t * mesh.triangles[from + 6]!
        points[to + 3 + axis] = n[axis]!
      }
    }
  }
  return points
}

const saltsOf = (seed: number): [number, number] => [SEED_SALTS * seed, SEED_SALTS * seed + 1]

/** Points over meshes last as long as the meshes do: a body that is moved or turned has the same ones. */
const meshPoints = new WeakMap<TriangleMesh, Map<string, Float64Array>>()

const pointsOverMesh = (mesh: TriangleMesh, perPatch: number, seed: number): Float64Array => {
  const kept = meshPoints.get(mesh) ?? new Map<string, Float64Array>()
  meshPoints.set(mesh, kept)
  const key = `${perPatch} ${seed}`
  const points = kept.get(key) ?? overMesh(mesh, perPatch, seed)
  kept.set(key, points)
  return points
}

/** Puts a mesh's points where its body stands. */
const placePoints = (
  { turnDeg, scaleM, place: [x, y, z] }: Body,
  own: Float64Array,
  points: Float64Array,
  to: number,
) => {
  const angle = (turnDeg * Math.PI) / 180
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
  for (let at = 0; at < own.length; at += 6) {
    points[to + at] = x + scaleM * (cos * own[at]! - sin * own[at + 1]!)
    points[to + at + 1] = y + scaleM * (sin * own[at]! + cos * own[at + 1]!)
    points[to + at + 2] = z + scaleM * own[at + 2]!
    points[to + at + 3] = cos * own[at + 3]! - sin * own[at + 4]!
    points[to + at + 4] = sin * own[at + 3]! + cos * own[at + 4]!
    points[to + at + 5] = own[at + 5]!
  }
}

type Laying = { points: Float64Array; perPatch: number; seed: number }

/** Lays a patch's points over its part of a cell; answers how many found a place. */
const layCell = (
  { points, perPatch, seed }: Laying,
  surface: Exclude<Surface, Body>,
  grid: PatchGrid,
  cell: number,
  patch: number,
): number => {
  const [acrossSalt, alongSalt] = saltsOf(seed)
  const [column, row] = [cell % grid.columns, Math.floor(cell / grid.columns)]
  const [across, along] = [scramble(patch, acrossSalt), scramble(patch, alongSalt)]
  const isWhole = grid.cellLines[cell] === undefined && !(surface.shape === 'sheet' && surface.isRound)
  let found = 0
  for (let attempt = 0; attempt < perPatch * TRIES && found < perPatch; attempt++) {
    const s = (column + fraction(across + attempt * R2_STEP_X)) / grid.columns
    const t = (row + fraction(along + attempt * R2_STEP_Y)) / grid.rows
    if (!isWhole && (!isOnSurface(surface, s, t) || patchOfCell(grid, column, row, s, t) !== patch)) continue
    const to = (patch * perPatch + found) * 6
    if (surface.shape === 'sheet') {
      for (let axis = 0; axis < 3; axis++)
        points[to + axis] = surface.corner[axis]! + s * surface.edgeS[axis]! + t * surface.edgeT[axis]!
    } else {
      const { position, normal } = pointOn(surface, s, t, grid.isFront)
      points.set(position, to)
      points.set(normal, to + 3)
    }
    found += 1
  }
  if (surface.shape === 'sheet') {
    const { normal } = pointOn(surface, 0, 0, grid.isFront)
    for (let index = 0; index < found; index++) points.set(normal, (patch * perPatch + index) * 6 + 3)
  }
  // A sliver repeats the points it has.
  for (let index = found; found > 0 && index < perPatch; index++) {
    const from = (patch * perPatch + (index % found)) * 6
    points.copyWithin((patch * perPatch + index) * 6, from, from + 6)
  }
  return found
}

/** Spreads points over every patch. */
export const samplePatches = (scene: Scene, patches: Patches, perPatch: number, seed = 0): PatchSamples => {
  const points = new Float64Array(patches.count * perPatch * 6)
  const exposed = new Uint8Array(patches.count)
  for (const grid of patches.grids) {
    const surface = scene.surfaces[grid.surface]!
    if (surface.shape === 'body') continue
    for (let cell = 0; cell < grid.columns * grid.rows; cell++) {
      const first = grid.cellFirst[cell]!
      for (let patch = first; patch < first + (1 << (grid.cellLines[cell]?.length ?? 0)); patch++) {
        if (patches.areaM2[patch]! > 0)
          exposed[patch] = layCell({ points, perPatch, seed }, surface, grid, cell, patch) > 0 ? 1 : 0
      }
    }
  }
  patches.bodyFirst.forEach((first, index) => {
    const body = scene.surfaces[index]!
    if (body.shape !== 'body') return
    exposed.fill(1, first, first + body.mesh.patchCount)
    placePoints(body, pointsOverMesh(body.mesh, perPatch, seed), points, first * perPatch * 6)
  })
  const boxes = new Float64Array(patches.count * 6)
  for (let patch = 0; patch < patches.count; patch++) {
    const box = boxes.subarray(patch * 6, patch * 6 + 6)
    box.set(NOTHING)
    holdPlaces(box, points, patch * perPatch * 6, perPatch, 6)
  }
  return { perPatch, points, exposed, boxes }
}

const NOTHING = emptyBox()
