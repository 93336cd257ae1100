import type { Hit } from '../geometry/kernel'
import { sideOf, type Scene, type Sheet, type Side, type Surface } from '../geometry/surface'
import { cross, length } from '../units/vector'
import { passesThrough, splitLines, type SplitLine } from './splits'

/** Cells over one side of a surface, each of one patch or, where other things stand on it, of a few. */
export type PatchGrid = {
  surface: number
  isFront: boolean
  columns: number
  rows: number
  /** First patch of each cell, row by row. */
  cellFirst: Int32Array
  /**
   * Lines that split a cell into 2^n patches: bit i of a patch says on which side of line i it lies. Undefined where
   * none does.
   */
  cellLines: (readonly SplitLine[] | undefined)[]
}

/** The surfaces of a scene cut into patches for the bounced light. */
export type Patches = {
  count: number
  /** Grids of sheets, arcs and bowls. */
  grids: PatchGrid[]
  /** Index into `grids` of each surface's front and back; -1 where there is none. */
  frontGrid: Int32Array
  backGrid: Int32Array
  /** First patch of each body; its other patches follow in the order of its mesh. -1 for others. */
  bodyFirst: Int32Array
  surface: Int32Array
  isFront: Uint8Array
  /** Of a body's patch, the material. */
  material: Uint8Array
  areaM2: Float64Array
  /** Diffuse reflectance and transmittance, three channels a patch. */
  reflectance: Float64Array
  transmittance: Float64Array
  /** The patch on the other side of a sheet that lets light through; -1 elsewhere. */
  partner: Int32Array
}

/** More lines than this in one cell are not told apart. */
const MOST_LINES = 3

/** Columns and rows over a surface, and the area of one cell. */
const cellsOf = (surface: Exclude<Surface, { shape: 'body' }>) => {
  const along = (lengthM: number) => Math.max(1, Math.ceil(lengthM / surface.patchM - 1e-9))
  switch (surface.shape) {
    case 'sheet': {
      const [columns, rows] = [along(length(surface.edgeS)), along(length(surface.edgeT))]
      return { columns, rows, areaM2: length(cross(surface.edgeS, surface.edgeT)) / (columns * rows) }
    }
    case 'arc': {
      const [columns, rows] = [along(length(surface.axis)), Math.max(3, along(surface.radiusM * surface.sweepRad))]
      return { columns, rows, areaM2: (length(surface.axis) * surface.radiusM * surface.sweepRad) / (columns * rows) }
    }
    case 'bowl': {
      const side = Math.max(3, along((surface.radiusM * Math.PI) / 2))
      return { columns: side, rows: side, areaM2: (surface.radiusM ** 2 * Math.PI) / 2 / (side * side) }
    }
  }
}

/** The patch of a cell on whose side of every line a place lies. */
const partOf = (lines: readonly SplitLine[] | undefined, s: number, t: number): number => {
  if (!lines) return 0
  let part = 0
  for (let index = 0; index < lines.length; index++) {
    const { a, b, c } = lines[index]!
    if (a * s + b * t + c > 0) part |= 1 << index
  }
  return part
}

/** Whether a place of a surface's own coordinates belongs to it. */
export const isOnSurface = (surface: Surface, s: number, t: number): boolean =>
  surface.shape !== 'sheet' || !surface.isRound || (s - 0.5) ** 2 + (t - 0.5) ** 2 <= 0.25

const PROBES = 12

/** Share of a cell that each of its parts takes, by counting places. */
const partShares = (
  surface: Surface,
  lines: readonly SplitLine[] | undefined,
  column: number,
  row: number,
  columns: number,
  rows: number,
): number[] => {
  const parts = new Array<number>(1 << (lines?.length ?? 0)).fill(0)
  if (!lines && !(surface as Sheet).isRound) return [1]
  for (let probe = 0; probe < PROBES * PROBES; probe++) {
    const s = (column + ((probe % PROBES) + 0.5) / PROBES) / columns
    const t = (row + (Math.floor(probe / PROBES) + 0.5) / PROBES) / rows
    if (isOnSurface(surface, s, t)) parts[partOf(lines, s, t)]! += 1 / PROBES ** 2
  }
  return parts
}

/** Cuts a scene into patches. Sheets inside the room carry patches on both sides. */
export const cutIntoPatches = (scene: Scene): Patches => {
  const none = () => new Int32Array(scene.surfaces.length).fill(-1)
  const [frontGrid, backGrid, bodyFirst] = [none(), none(), none()]
  const grids: PatchGrid[] = []
  const patches: {
    surface: number
    isFront: boolean
    material: number
    areaM2: number
    side: Side
    partner: number
  }[] = []

  const layGrid = (
    surface: Exclude<Surface, { shape: 'body' }>,
    index: number,
    isFront: boolean,
    lines: readonly SplitLine[],
  ) => {
    const { columns, rows, areaM2 } = cellsOf(surface)
    const grid: PatchGrid = {
      surface: index,
      isFront,
      columns,
      rows,
      cellFirst: new Int32Array(columns * rows),
      cellLines: [],
    }
    ;(isFront ? frontGrid : backGrid)[index] = grids.length
    for (let cell = 0; cell < columns * rows; cell++) {
      const [column, row] = [cell % columns, Math.floor(cell / columns)]
      const through = lines
        .filter(line => passesThrough(line, [column / columns, row / rows], [(column + 1) / columns, (row + 1) / rows]))
        .slice(0, MOST_LINES)
      grid.cellLines[cell] = through.length > 0 ? through : undefined
      grid.cellFirst[cell] = patches.length
      for (const share of partShares(surface, grid.cellLines[cell], column, row, columns, rows)) {
        patches.push({
          surface: index,
          isFront,
          material: 0,
          areaM2: areaM2 * share,
          side: sideOf(surface, isFront, 0),
          partner: -1,
        })
      }
    }
    grids.push(grid)
  }

  scene.surfaces.forEach((surface, index) => {
    if (surface.shape === 'body') {
      bodyFirst[index] = patches.length
      for (let patch = 0; patch < surface.mesh.patchCount; patch++) {
        const material = surface.mesh.material[surface.mesh.patchTriangles[surface.mesh.patchFirst[patch]!]!]!
        patches.push({
          surface: index,
          isFront: true,
          material,
          areaM2: surface.mesh.patchArea[patch]! * surface.scaleM ** 2,
          side: surface.materials[material]!,
          partner: -1,
        })
      }
      return
    }
    const lines = surface.shape === 'sheet' ? splitLines(scene, surface) : []
    const first = patches.length
    layGrid(surface, index, true, lines)
    if (surface.shape === 'sheet' && surface.encloses) return
    const second = patches.length
    layGrid(surface, index, false, lines)
    if (surface.shape !== 'sheet' || !surface.transmittance.some(share => share > 0)) return
    for (let offset = 0; offset < second - first; offset++) {
      patches[first + offset]!.partner = second + offset
      patches[second + offset]!.partner = first + offset
    }
  })
  const through = (surface: Surface) => (surface.shape === 'sheet' ? surface.transmittance : [0, 0, 0])
  return {
    count: patches.length,
    grids,
    frontGrid,
    backGrid,
    bodyFirst,
    surface: Int32Array.from(patches, patch => patch.surface),
    isFront: Uint8Array.from(patches, patch => (patch.isFront ? 1 : 0)),
    material: Uint8Array.from(patches, patch => patch.material),
    areaM2: Float64Array.from(patches, patch => patch.areaM2),
    reflectance: Float64Array.from(patches.flatMap(patch => patch.side.reflectance)),
    transmittance: Float64Array.from(patches.flatMap(patch => through(scene.surfaces[patch.surface]!))),
    partner: Int32Array.from(patches, patch => patch.partner),
  }
}

/** The side of its surface that a patch lies on. */
export const sideOfPatch = (scene: Scene, { surface, isFront, material }: Patches, patch: number): Side =>
  sideOf(scene.surfaces[surface[patch]!]!, isFront[patch] === 1, material[patch]!)

/** The patch of a grid's cell that a place belongs to. */
export const patchOfCell = (grid: PatchGrid, column: number, row: number, s: number, t: number): number => {
  const cell = row * grid.columns + column
  return grid.cellFirst[cell]! + partOf(grid.cellLines[cell], s, t)
}

/** The patch that a ray struck; -1 where it struck nothing. */
export const patchAt = (scene: Scene, patches: Patches, hit: Hit): number => {
  if (hit.surface < 0) return -1
  const first = patches.bodyFirst[hit.surface]!
  if (first >= 0) {
    const surface = scene.surfaces[hit.surface]!
    return surface.shape === 'body' ? first + surface.mesh.patch[hit.triangle]! : -1
  }
  const grid = patches.grids[(hit.isFront ? patches.frontGrid : patches.backGrid)[hit.surface]!]
  if (!grid) return -1
  const column = Math.min(grid.columns - 1, Math.max(0, Math.floor(hit.s * grid.columns)))
  const row = Math.min(grid.rows - 1, Math.max(0, Math.floor(hit.t * grid.rows)))
  return patchOfCell(grid, column, row, hit.s, hit.t)
}
