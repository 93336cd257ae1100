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
