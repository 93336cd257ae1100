import * as v from 'valibot'
import { parseClock } from '../looks/clock'
import { addSitter } from '../looks/dayEdits'
import { SitterSchema } from '../model/daySchema'
import { MOST } from '../model/limits'
import type { StudioSet } from '../model/schema'
import { err, ok, type Outcome } from '../shared/outcome'
import { firstMisfit } from '../validation/misfits'
import { readTable, type LineProblem, type LineTrouble, type TableRefusal } from './tableIn'

/** The columns of a list of sitters; only the name has to be there. */
const SITTER_COLUMNS = [
  'name',
  'looks',
  'minutes',
  'arrives',
  'height',
  'minor',
  'guardian',
  'flash-sensitive',
  'notes',
] as const

/** A set with sitters more, how many, and what was wrong with each line that was left out. */
export type SittersIn = { set: StudioSet; taken: number; problems: LineProblem[] }

type Row = Partial<Record<(typeof SITTER_COLUMNS)[number], string>>

const MOST_LINES = 2 * MOST.sitters

const YES = new Set(['yes', 'y', 'true', '1', 'x'])
const NO = new Set(['', 'no', 'n', 'false', '0'])

const flag = (text: string): boolean | undefined => {
  const word = text.trim().toLowerCase()
  if (YES.has(word)) return true
  return NO.has(word) ? false : undefined
}

/** Metres of `1.75`, `1.75 m`, `175`, `175 cm`; undefined where it is no height. */
const heightOf = (text: string): number | undefined => {
  const found = /^(\d+(?:[.,]\d+)?)\s*(m|cm)?$/i.exec(text.trim())
  if (!found) return undefined
  const figure = Number(found[1]!.replace(',', '.'))
  return found[2]?.toLowerCase() === 'cm' || figure > 3 ? figure / 100 : figure
}

/** What a line says of a sitter, or why it cannot be taken. */
const sitterFrom = (row: Row, set: StudioSet): Outcome<Parameters<typeof addSitter>[1], LineTrouble> => {
  const name = (row.name ?? '').trim()
  if (name === '') return err({ is: 'no-name' })
  const wanted = (row.looks ?? '')
    .split(/[;,]/)
    .map(one => one.trim())
    .filter(Boolean)
  const lookIds = wanted.map(
    word => set.looks.find(look => look.id === word || look.name.toLowerCase() === word.toLowerCase())?.id,
  )
  const unknown = wanted.find((_, index) => lookIds[index] === undefined)
  if (unknown !== undefined) return err({ is: 'no-look', text: unknown })
  const arrives = (row.arrives ?? '').trim()
  const arrivesAt = arrives === '' ? null : parseClock(arrives)
  if (arrivesAt === undefined) return err({ is: 'no-time', text: arrives })
  const minutes = (row.minutes ?? '').trim()
  const minutesPerLook = minutes === '' ? undefined : Number(minutes.replace(',', '.'))
  if (minutesPerLook !== undefined && !(minutesPerLook >= 0.5 && minutesPerLook <= 240))
    return err({ is: 'no-minutes', text: minutes })
  const height = (row.height ?? '').trim()
  const heightM = height === '' ? null : heightOf(height)
  if (heightM === undefined || (heightM !== null && !(heightM >= 0.4 && heightM <= 2.4)))
    return err({ is: 'no-height', text: height })
  const flags = [row.minor, row.guardian, row['flash-sensitive']].map(text => flag(text ?? ''))
  if (flags.includes(undefined)) return err({ is: 'not-a-flag' })
  return ok({
    name: name.slice(0, 80),
    ...(wanted.length > 0 ? { lookIds: lookIds as string[] } : {}),
    ...(minutesPerLook === undefined ? {} : { minutesPerLook }),
    arrivesAt,
    heightM,
    isMinor: flags[0]!,
    hasGuardian: flags[1]!,
    isFlashSensitive: flags[2]!,
    notes: (row.notes ?? '').slice(0, 2000),
  })
}

/**
 * Takes in a list of sitters (CSV with a line of column names). Lines that cannot be read are left out and named; a
 * file that is no such list is refused.
 */
export const parseSittersCsv = (text: string, set: StudioSet): Outcome<SittersIn, TableRefusal> => {
  const { rows: data, lines, columns } = readTable(text, SITTER_COLUMNS, { most: MOST_LINES })
  if (!columns.includes('name'))
    return err({ is: 'lacks-columns', table: 'sitters', missing: ['name'], columns: SITTER_COLUMNS })
  const room = MOST.sitters - set.day.sitters.length
  if (data.length > room)
    return err({
      is: 'too-many-lines',
      table: 'sitters',
      lines: data.length > MOST_LINES ? null : data.length,
      least: MOST_LINES,
      most: MOST.sitters,
      there: set.day.sitters.length,
    })
  const answer: SittersIn = { set, taken: 0, problems: [] }
  for (const [index, row] of data.entries()) {
    const found = sitterFrom(row, set)
    const next = found.ok ? addSitter(answer.set, found.value) : undefined
    const issue = next && v.safeParse(SitterSchema, next.day.sitters.at(-1)).issues?.[0]
    const line = lines[index]!
    if (!found.ok) answer.problems.push({ line, trouble: found.message })
    else if (issue) answer.problems.push({ line, trouble: { is: 'misfit', misfit: firstMisfit([issue]) } })
    else {
      answer.set = next!
      answer.taken += 1
    }
  }
  return ok(answer)
}
