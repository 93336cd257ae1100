import type { Hit } from '../geometry/kernel'
import { sideOf, transmits, type Scene, type Sheet, type Side, type Surface } from '../geometry/surface'
import type { Rgb } from '../units/rgb'
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
  for (let probe = 0; probe < PROBES * PROBES; probe++) {
    const s = (column + ((probe % PROBES) + 0.5) / PROBES) / columns
    const t = (row + (Math.floor(probe / PROBES) + 0.5) / PROBES) / rows
    if (isOnSurface(surface, s, t)) parts[partOf(lines, s, t)]! += 1 / PROBES ** 2
  }
  return parts
}

/** Patches as they are cut, one number a patch in each list. */
class Cutting {
  readonly surface: number[] = []
  readonly isFront: number[] = []
  readonly material: number[] = []
  readonly areaM2: number[] = []
  readonly sides: Side[] = []

  get count(): number {
    return this.surface.length
  }

  add(surface: number, isFront: boolean, material: number, areaM2: number, side: Side): void {
    this.surface.push(surface)
    this.isFront.push(isFront ? 1 : 0)
    this.material.push(material)
    this.areaM2.push(areaM2)
    this.sides.push(side)
  }
}

/** The lines that pass through each cell of a surface; undefined where none does. */
const linesThrough = (
  lines: readonly SplitLine[],
  columns: number,
  rows: number,
): (readonly SplitLine[] | undefined)[] => {
  const through = new Array<readonly SplitLine[] | undefined>(columns * rows).fill(undefined)
  if (lines.length === 0) return through
  return through.map((_, cell) => {
    const [column, row] = [cell % columns, Math.floor(cell / columns)]
    const least = [column / columns, row / rows] as const
    const most = [(column + 1) / columns, (row + 1) / rows] as const
    const met = lines.filter(line => passesThrough(line, least, most)).slice(0, MOST_LINES)
    return met.length > 0 ? met : undefined
  })
}

/** Cuts one side of a surface into the patches of a grid. */
const cutGrid = (
  cutting: Cutting,
  surface: Exclude<Surface, { shape: 'body' }>,
  index: number,
  isFront: boolean,
  lines: readonly SplitLine[],
): PatchGrid => {
  const { columns, rows, areaM2 } = cellsOf(surface)
  const cellLines = linesThrough(lines, columns, rows)
  const cellFirst = new Int32Array(columns * rows)
  const side = sideOf(surface, isFront, 0)
  const isWhole = !(surface as Sheet).isRound
  for (let cell = 0; cell < columns * rows; cell++) {
    cellFirst[cell] = cutting.count
    const through = cellLines[cell]
    if (isWhole && !through) cutting.add(index, isFront, 0, areaM2, side)
    else {
      for (const share of partShares(surface, through, cell % columns, Math.floor(cell / columns), columns, rows))
        cutting.add(index, isFront, 0, areaM2 * share, side)
    }
  }
  return { surface: index, isFront, columns, rows, cellFirst, cellLines }
}

/** Three numbers a patch. */
const channelsOf = (count: number, at: (patch: number) => Rgb): Float64Array => {
  const all = new Float64Array(count * 3)
  for (let patch = 0, to = 0; patch < count; patch++, to += 3) {
    const [red, green, blue] = at(patch)
    all[to] = red
    all[to + 1] = green
    all[to + 2] = blue
  }
  return all
}

const NO_LIGHT: Rgb = [0, 0, 0]

/** Cuts a scene into patches. Sheets inside the room carry patches on both sides. */
export const cutIntoPatches = (scene: Scene): Patches => {
  const none = () => new Int32Array(scene.surfaces.length).fill(-1)
  const [frontGrid, backGrid, bodyFirst] = [none(), none(), none()]
  const grids: PatchGrid[] = []
  const cutting = new Cutting()
  /** First patches of the two sides of what lets light through, and how many there are. */
  const through: [number, number, number][] = []

  scene.surfaces.forEach((surface, index) => {
    if (surface.shape === 'body') {
      const { mesh } = surface
      bodyFirst[index] = cutting.count
      for (let patch = 0; patch < mesh.patchCount; patch++) {
        const material = mesh.material[mesh.patchTriangles[mesh.patchFirst[patch]!]!]!
        cutting.add(index, true, material, mesh.patchArea[patch]! * surface.scaleM ** 2, surface.materials[material]!)
      }
      return
    }
    const lines = surface.shape === 'sheet' ? splitLines(scene, surface) : []
    const first = cutting.count
    frontGrid[index] = grids.push(cutGrid(cutting, surface, index, true, lines)) - 1
    if (surface.shape === 'sheet' && surface.encloses) return
    const second = cutting.count
    backGrid[index] = grids.push(cutGrid(cutting, surface, index, false, lines)) - 1
    if (transmits(surface)) through.push([first, second, second - first])
  })
  const { count } = cutting
  const partner = new Int32Array(count).fill(-1)
  for (const [first, second, pairs] of through) {
    for (let pair = 0; pair < pairs; pair++) {
      partner[first + pair] = second + pair
      partner[second + pair] = first + pair
    }
  }
  const shines = scene.surfaces.map(surface => (surface.shape === 'sheet' ? surface.transmittance : NO_LIGHT))
  return {
    count,
    grids,
    frontGrid,
    backGrid,
    bodyFirst,
    surface: new Int32Array(cutting.surface),
    isFront: new Uint8Array(cutting.isFront),
    material: new Uint8Array(cutting.material),
    areaM2: new Float64Array(cutting.areaM2),
    reflectance: channelsOf(count, patch => cutting.sides[patch]!.reflectance),
    transmittance: channelsOf(count, patch => shines[cutting.surface[patch]!]!),
    partner,
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
