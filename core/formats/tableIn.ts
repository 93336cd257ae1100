import Papa from 'papaparse'
import type { PlacedMisfit } from '../validation/misfits'
import { unguarded } from './csvCells'

/** What is wrong with a line of a table, with what a sentence about it names. */
export type LineTrouble =
  | { is: 'no-name' | 'not-a-flag' }
  | { is: 'no-look' | 'no-light' | 'no-point' | 'no-time' | 'no-minutes' | 'no-height' | 'no-curve'; text: string }
  | { is: 'no-personality'; text: string; known: readonly string[] }
  | { is: 'flash'; name: string }
  | { is: 'misfit'; misfit: PlacedMisfit }

/** A line that was left out, by its number in the file, and why. */
export type LineProblem = { line: number; trouble: LineTrouble }

/** Kinds of tables that are taken in. */
export type TableKind = 'readings' | 'patch' | 'sitters'

/** Why a table is not taken at all. */
export type TableRefusal =
  | { is: 'lacks-columns'; table: TableKind; missing: readonly string[]; columns: readonly string[] }
  | { is: 'too-many-lines'; table: TableKind; lines: number | null; least: number; most: number; there: number }

/** A table as it came: rows by the names of our columns, and how it was understood. */
export type TableIn<Column extends string> = {
  rows: Partial<Record<Column, string>>[]
  /** Line of each row in the file. */
  lines: number[]
  columns: Column[]
  /** Names of columns that are none of ours. */
  others: string[]
  separator: string
  hasDecimalCommas: boolean
}

/** Names of columns however they are spaced and written: `Camera F`, `camera_f`, `camera-f`. */
const plainName = (name: string): string => name.toLowerCase().replaceAll(/[^\p{L}\p{N}]/gu, '')

/** How offices separate columns, and what they call it. */
const SEPARATORS = [',', ';', '\t', '|']
const SEPARATOR_LINE = /^sep=(.)\r?\n/i
const DECIMAL_COMMA = /^[+-]?\d+,\d+$/

const isBlank = (cells: readonly string[]): boolean => cells.every(cell => cell.trim() === '')

/** Lines in which the names of columns are looked for. */
const LINES_BEFORE_NAMES = 50

/**
 * The separator that finds most names of columns in the first line that is not blank. Figures and notes may hold any
 * separator; names hold none.
 */
const separatorOf = (text: string, known: ReadonlyMap<string, unknown>): string => {
  const found = SEPARATORS.map(delimiter => {
    const { data } = Papa.parse<string[]>(text, { delimiter, preview: LINES_BEFORE_NAMES })
    const names = data.find(cells => !isBlank(cells)) ?? []
    return names.filter(name => known.has(plainName(name))).length
  })
  return SEPARATORS[found.indexOf(Math.max(...found))]!
}

/**
 * Reads a table with a line of column names: separated by commas, semicolons, tabs or bars, as a line `sep=` before it
 * says or as it looks; with decimal points or commas; names in any case and order. What calculators guard is freed.
 * @param aliases other names of our columns
 * @param most rows that are read at most; one more tells that there were more
 */
export const readTable = <Column extends string>(
  text: string,
  columns: readonly Column[],
  { aliases = {}, most }: { aliases?: Readonly<Record<string, Column>>; most: number },
): TableIn<Column> => {
  const plain = text.replace(/^\uFEFF/, '')
  const told = SEPARATOR_LINE.exec(plain)
  const body = told ? plain.slice(told[0].length) : plain
  const known = new Map<string, Column>([
    ...columns.map(column => [plainName(column), column] as const),
    ...Object.entries(aliases).map(([name, column]) => [plainName(name), column] as const),
  ])
  const separator = told?.[1] ?? separatorOf(body, known)
  const { data } = Papa.parse<string[]>(body, { delimiter: separator, preview: most + 2 })
  const head = Math.max(
    0,
    data.findIndex(cells => !isBlank(cells)),
  )
  const names = (data[head] ?? []).map(name => known.get(plainName(name)))
  const others = (data[head] ?? [])
    .filter((name, index) => !names[index] && name.trim() !== '')
    .map(name => name.trim())
  const before = (told ? 1 : 0) + 1
  const taken = data
    .map((cells, index) => ({ cells, line: index + before }))
    .slice(head + 1)
    .filter(({ cells }) => !isBlank(cells))
  return {
    rows: taken.map(({ cells }) =>
      Object.fromEntries(cells.flatMap((cell, index) => (names[index] ? [[names[index], unguarded(cell)]] : []))),
    ) as Partial<Record<Column, string>>[],
    lines: taken.map(({ line }) => line),
    columns: [...new Set(names.filter(name => name !== undefined))],
    others,
    separator,
    hasDecimalCommas:
      separator !== ',' && taken.some(({ cells }) => cells.some(cell => DECIMAL_COMMA.test(cell.trim()))),
  }
}

/** A figure of a table; NaN where it is none. */
export const figureIn = (text: string | undefined, hasDecimalCommas: boolean): number => {
  const plain = (text ?? '').trim()
  if (plain === '') return Number.NaN
  return Number(hasDecimalCommas ? plain.replace(',', '.') : plain)
}
