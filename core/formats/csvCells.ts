import Papa from 'papaparse'

/** A number as our tables write it. */
export const CSV_NUMBER = String.raw`-?\d+(?:\.\d+)?(?:e[+-]?\d+)?`

/** What a table calculator would take for a formula, or for the mark below. Numbers are none, whatever their sign. */
const FORMULA = /^[=+\-@\t\r']/
const PLAIN_NUMBER = new RegExp(`^${CSV_NUMBER}$`)

/**
 * Words that begin like a formula get an apostrophe before them, as table calculators mark plain text; it goes again
 * on the way in.
 */
export const guarded = (cell: string): string => (FORMULA.test(cell) && !PLAIN_NUMBER.test(cell) ? `'${cell}` : cell)

/** A cell as it was before it was guarded. */
export const unguarded = (cell: string): string =>
  cell.startsWith("'") && FORMULA.test(cell.slice(1)) ? cell.slice(1) : cell

/** How our tables are written; cells are guarded by ourselves. */
const AS_CSV = { newline: '\r\n', escapeFormulae: false } as const

/** A table as CSV (RFC 4180): a line of names, then the rows; what a calculator takes for a formula is guarded. */
export const writeCsv = (fields: readonly string[], rows: readonly (readonly string[])[]): string =>
  `${Papa.unparse({ fields: [...fields], data: rows.map(cells => cells.map(guarded)) }, AS_CSV)}\r\n`
