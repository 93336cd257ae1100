import { SRGB_RESPONSE } from '../../camera/response'
import { luminance } from '../../physics/units/rgb'
import { labOf } from '../../physics/units/lab'
import type { Reduced } from './downsample'

/** Mean value and CIE 1976 lightness of the cells of a picture, row by row from the top left. */
export type ValueGrid = { columns: number; rows: number; values: number[]; lightness: number[] }

/** Cells on the longer side. */
const GRID_CELLS = 12

/** Columns and rows of a picture in cells that are nearly square. */
export const cellsOf = (width: number, height: number): [columns: number, rows: number] => {
  const cells = (side: number) => Math.max(3, Math.round((GRID_CELLS * side) / Math.max(width, height)))
  return [cells(width), cells(height)]
}

/** The cell in which a pixel lies. */
export const cellAt = (at: number, width: number, height: number, columns: number, rows: number): number =>
  Math.floor((Math.floor(at / width) * rows) / height) * columns + Math.floor(((at % width) * columns) / width)

/** Reads a picture cell by cell, whatever it shows there. */
export const valueGrid = ({ width, height, linear }: Reduced): ValueGrid => {
  const [columns, rows] = cellsOf(width, height)
  const sums = new Float64Array(columns * rows * 3)
  const counts = new Uint32Array(columns * rows)
  for (let at = 0; at < width * height; at++) {
    const cell = cellAt(at, width, height, columns, rows)
    counts[cell]!++
    for (let channel = 0; channel < 3; channel++) sums[cell * 3 + channel]! += linear[at * 3 + channel]!
  }
  const means = Array.from(
    counts,
    (count, cell) =>
      [0, 1, 2].map(channel => sums[cell * 3 + channel]! / Math.max(1, count)) as [number, number, number],
  )
  return {
    columns,
    rows,
    values: means.map(mean => SRGB_RESPONSE.valueFromLinear(luminance(mean))),
    lightness: means.map(mean => labOf(...mean)[0]),
  }
}
