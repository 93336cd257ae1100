import { CSV_NUMBER, writeCsv } from './csvCells'
import { firstMisfit } from '../validation/misfits'
import { figureIn, readTable, type LineProblem, type LineTrouble, type TableRefusal } from './tableIn'
import { momentIn, orderShown, type DateOrder } from './timeIn'
import * as v from 'valibot'
import { meterPoints, type MeterPoint } from '../evaluation/probes/points'
import { MOST } from '../model/limits'
import { ReadingSchema } from '../model/readingSchema'
import type { Reading, StudioSet } from '../model/schema'
import { err, ok, type Outcome } from '../shared/outcome'

/** Columns of the readings table, in order; docs/formats.md says what is in each. */
const COLUMNS = [
  'id',
  'time',
  'look',
  'point',
  'xM',
  'yM',
  'zM',
  'receptor',
  'direction',
  'meter',
  'fNumber',
  'shown',
  'lights',
  'off',
  'camera f',
  'shutter s',
  'iso',
  'source',
  'trust',
  'looks',
  'meter name',
  'constant',
  'room lx s',
  'note',
] as const

type Row = Record<(typeof COLUMNS)[number], string>

/**
 * A light's part as one word: `key@-1.6:512.25+88.5` is the light, its power in stops, direct and bounced lux-seconds
 * as planned.
 */
const partsText = (parts: Reading['lights']): string =>
  Object.entries(parts)
    .map(([id, { powerStops, directLuxS, bouncedLuxS }]) => `${id}@${powerStops}:${directLuxS}+${bouncedLuxS}`)
    .join(' ')

const PART = new RegExp(`^([a-z0-9][a-z0-9/-]*)@(${CSV_NUMBER}):(${CSV_NUMBER})\\+(${CSV_NUMBER})$`)

const partsFrom = (text: string): Reading['lights'] | undefined => {
  const words = text.trim().split(/\s+/).filter(Boolean)
  const parts = words.map(word => PART.exec(word))
  return parts.every(part => part !== null)
    ? Object.fromEntries(
        parts.map(([, id, power, direct, bounced]) => [
          id!,
          { powerStops: Number(power), directLuxS: Number(direct), bouncedLuxS: Number(bounced) },
        ]),
      )
    : undefined
}

const rowOf = (reading: Reading): Row => ({
  id: reading.id,
  time: reading.at,
  look: reading.lookId,
  point: reading.pointId,
  xM: String(reading.position?.[0] ?? ''),
  yM: String(reading.position?.[1] ?? ''),
  zM: String(reading.position?.[2] ?? ''),
  receptor: reading.receptor,
  direction: reading.direction,
  meter: reading.meter,
  fNumber: String(reading.fNumber),
  shown: reading.shown,
  lights: partsText(reading.lights),
  off: partsText(reading.others),
  'camera f': String(reading.camera.fNumber),
  'shutter s': String(reading.camera.shutterS),
  iso: String(reading.camera.iso),
  source: reading.source,
  trust: reading.trust,
  note: reading.note,
  looks: reading.looks ?? '',
  'meter name': reading.meterName,
  constant: String(reading.constant ?? ''),
  'room lx s': String(reading.roomLuxS),
})

/**
 * A table of readings as CSV (RFC 4180), one line each under a line of names. Figures keep every digit, so that
 * nothing is lost on the way back.
 */
export const writeReadingsCsv = (readings: readonly Reading[]): string =>
  writeCsv(
    COLUMNS,
    readings.map(reading => COLUMNS.map(column => rowOf(reading)[column])),
  )

type Against = { set: StudioSet; points: readonly MeterPoint[] }
type In = Against & { row: Partial<Row>; order: DateOrder; hasDecimalCommas: boolean }

/** Cells that are no words: what stands around them is left out. */
const trimmed = (text: string | undefined): string => (text ?? '').trim()

/** The look that a cell names, by its id or by its name. */
const lookIn = (text: string, set: StudioSet) =>
  set.looks.find(({ id }) => id === text) ??
  set.looks.find(({ name }) => name.trim().toLowerCase() === text.toLowerCase())

/** What a line says of a reading; what it leaves out is as the set has it. */
const readingFrom = ({ row, set, points, order, hasDecimalCommas }: In): unknown => {
  const figure = (column: keyof Row) => figureIn(row[column], hasDecimalCommas)
  const isEmpty = (column: keyof Row) => trimmed(row[column]) === ''
  const given = <T>(column: keyof Row, otherwise: T): number | T => (isEmpty(column) ? otherwise : figure(column))
  const parts = (column: 'lights' | 'off') => {
    const text = row[column] ?? ''
    return partsFrom(hasDecimalCommas ? text.replaceAll(/(\d),(?=\d)/g, '$1.') : text)
  }
  const place = ['xM', 'yM', 'zM'] as const
  const look = lookIn(trimmed(row.look), set)
  const pointId = trimmed(row.point)
  const usual = points.find(({ id }) => id === pointId)
  return {
    id: trimmed(row.id),
    at: momentIn(row.time ?? '', order) ?? trimmed(row.time),
    lookId: look?.id ?? trimmed(row.look),
    pointId,
    position: place.every(isEmpty) ? null : place.map(figure),
    receptor: trimmed(row.receptor) || usual?.receptor || '',
    direction: row.direction ?? '',
    meter: trimmed(row.meter) || 'incident',
    fNumber: figure('fNumber'),
    shown: row.shown ?? '',
    lights: parts('lights'),
    others: parts('off'),
    camera: {
      fNumber: given('camera f', look?.exposure.fNumber),
      shutterS: given('shutter s', look?.exposure.shutterS),
      iso: given('iso', look?.exposure.iso),
    },
    source: trimmed(row.source) || 'file',
    trust: trimmed(row.trust) || 'auto',
    note: row.note ?? '',
    looks: trimmed(row.looks) || null,
    meterName: row['meter name'] ?? '',
    constant: given('constant', null),
    roomLuxS: given('room lx s', 0),
  }
}

/** Lines that are looked at: as many as a set holds readings, and some that cannot be read. */
const MOST_LINES = 2 * MOST.readings

const REQUIRED = ['id', 'time', 'look', 'point', 'fNumber', 'lights'] as const

/** Other names of columns that are met. */
const ALIASES = {
  'f-number': 'fNumber',
  aperture: 'fNumber',
  date: 'time',
  'x m': 'xM',
  'y m': 'yM',
  'z m': 'zM',
} as const

/** How a table was understood. */
type Understood = {
  separator: string
  hasDecimalCommas: boolean
  /** Columns that say nothing here. */
  others: string[]
  /** Which figure of its dates is the day; null where its dates leave it open, and it has to be asked. */
  order: DateOrder | null
}

/** Readings of a CSV file that fit the set, and what was wrong with each of the others, by its line. */
export type ReadingsIn = { readings: Reading[]; problems: LineProblem[]; understood: Understood }

/** What a well-formed reading names that the set does not have. */
const strangers = (reading: Reading, { set, points }: Against): LineTrouble | undefined => {
  if (!set.looks.some(({ id }) => id === reading.lookId)) return { is: 'no-look', text: reading.lookId }
  const lights = [...Object.keys(reading.lights), ...Object.keys(reading.others)].filter(
    id => !set.lights.some(light => light.id === id),
  )
  if (lights.length > 0) return { is: 'no-light', text: lights[0]! }
  return reading.position === null && !points.some(({ id }) => id === reading.pointId)
    ? { is: 'no-point', text: reading.pointId }
    : undefined
}

const lookless = (row: Partial<Row>, set: StudioSet): LineTrouble | undefined =>
  lookIn(trimmed(row.look), set) ? undefined : { is: 'no-look', text: trimmed(row.look) }

/** The order of a table's dates, as far as they show it. */
const orderOf = (times: readonly string[]): DateOrder | null => {
  const shown = times.map(orderShown).filter(one => one !== undefined)
  const sure = shown.find(one => one !== 'either')
  if (sure) return sure
  return shown.includes('either') ? null : 'day-first'
}

/**
 * Reads a table of readings. Lines that cannot be read, or that name what the set does not have, are left out and
 * named; a file that is no such table at all is refused. Dates by day and month whose order cannot be told are read as
 * `order` says, and the answer tells that it has to be asked.
 */
export const parseReadingsCsv = (
  text: string,
  set: StudioSet,
  order?: DateOrder,
): Outcome<ReadingsIn, TableRefusal> => {
  const { rows, lines, columns, ...how } = readTable(text, COLUMNS, { aliases: ALIASES, most: MOST_LINES })
  const missing = REQUIRED.filter(column => !columns.includes(column))
  if (missing.length > 0) return err({ is: 'lacks-columns', table: 'readings', missing, columns: REQUIRED })
  if (rows.length > MOST_LINES)
    return err({
      is: 'too-many-lines',
      table: 'readings',
      lines: null,
      least: MOST_LINES,
      most: MOST.readings,
      there: set.readings.length,
    })
  const shown = orderOf(rows.map(({ time = '' }) => time))
  const answer: ReadingsIn = {
    readings: [],
    problems: [],
    understood: {
      separator: how.separator,
      hasDecimalCommas: how.hasDecimalCommas,
      others: how.others,
      order: shown ?? order ?? null,
    },
  }
  const against = { set, points: meterPoints(set) }
  for (const [index, row] of rows.entries()) {
    const { hasDecimalCommas } = how
    const given = readingFrom({ row, ...against, order: shown ?? order ?? 'day-first', hasDecimalCommas })
    const result = v.safeParse(ReadingSchema, given)
    const trouble = result.success
      ? strangers(result.output, against)
      : (lookless(row, set) ?? { is: 'misfit' as const, misfit: firstMisfit(result.issues) })
    if (trouble) answer.problems.push({ line: lines[index]!, trouble })
    else if (result.success) answer.readings.push(result.output)
  }
  return ok(answer)
}
