import { CSV_NUMBER, unguarded, writeCsv } from './csvCells'
import Papa from 'papaparse'
import * as v from 'valibot'
import { meterPoints } from '../evaluation/probes/points'
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

const number = (text: string): number => (text.trim() === '' ? Number.NaN : Number(text))

const readingFrom = (row: Row): unknown => {
  const position = [row.xM, row.yM, row.zM].map(number)
  return {
    id: row.id,
    at: row.time,
    lookId: row.look,
    pointId: row.point,
    position: position.some(Number.isNaN) ? null : position,
    receptor: row.receptor,
    direction: row.direction,
    meter: row.meter || 'incident',
    fNumber: number(row.fNumber),
    shown: row.shown,
    lights: partsFrom(row.lights),
    others: partsFrom(row.off ?? ''),
    camera: { fNumber: number(row['camera f']), shutterS: number(row['shutter s']), iso: number(row.iso) },
    source: row.source || 'file',
    trust: row.trust || 'auto',
    note: row.note,
    looks: row.looks || null,
    meterName: row['meter name'],
    constant: row.constant === '' ? null : number(row.constant),
    roomLuxS: row['room lx s'] === '' ? 0 : number(row['room lx s']),
  }
}

/** Lines that are looked at: as many as a set holds readings, and some that cannot be read. */
const MOST_LINES = 2 * MOST.readings

const REQUIRED = ['id', 'time', 'look', 'point', 'fNumber', 'lights'] as const

/** Readings of a CSV file that fit the set, and what was wrong with each of the others, by its line. */
export type ReadingsIn = { readings: Reading[]; problems: string[] }

/** What a well-formed reading names that the set does not have. */
const strangers = (reading: Reading, set: StudioSet): string | undefined => {
  if (!set.looks.some(({ id }) => id === reading.lookId)) return `the set has no look "${reading.lookId}"`
  const lights = [...Object.keys(reading.lights), ...Object.keys(reading.others)].filter(
    id => !set.lights.some(light => light.id === id),
  )
  if (lights.length > 0) return `the set has no light "${lights[0]}"`
  return reading.position === null && !meterPoints(set).some(({ id }) => id === reading.pointId)
    ? `the set has no point "${reading.pointId}"`
    : undefined
}

/**
 * Reads a table of readings. Lines that cannot be read, or that name what the set does not have, are left out and
 * named;
 * a file that is no such table at all is refused.
 */
export const parseReadingsCsv = (text: string, set: StudioSet): Outcome<ReadingsIn> => {
  const { data, meta } = Papa.parse<Row>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    preview: MOST_LINES + 1,
  })
  const missing = REQUIRED.filter(column => !meta.fields?.includes(column))
  if (missing.length > 0)
    return err(
      `This is no table of readings: it lacks the column${missing.length > 1 ? 's' : ''} ${missing.join(', ')}. Nothing was changed.`,
    )
  if (data.length > MOST_LINES)
    return err(
      `This table has more than ${MOST_LINES} lines, and a set holds at most ${MOST.readings} readings. Nothing was changed; split it, or leave out what is not needed.`,
    )
  const answer: ReadingsIn = { readings: [], problems: [] }
  for (const [index, row] of data.entries()) {
    const result = v.safeParse(
      ReadingSchema,
      readingFrom(Object.fromEntries(COLUMNS.map(column => [column, unguarded(row[column] ?? '')])) as Row),
    )
    const why = result.success
      ? strangers(result.output, set)
      : `${v.getDotPath(result.issues[0]) ?? ''} ${result.issues[0].message}`.trim()
    // Line 1 holds the names.
    if (why || !result.success) answer.problems.push(`Line ${index + 2}: ${why}.`)
    else answer.readings.push(result.output)
  }
  return ok(answer)
}
