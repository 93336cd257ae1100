import * as v from 'valibot'
import { checkSet } from '../formats/setFile'
import { err, ok, type Outcome } from '../shared/outcome'
import {
  AnnotationSchema,
  NO_ANNOTATION,
  RECORD_VERSION,
  RecordSchema,
  type Annotation,
  type StudioRecord,
} from './recordSchema'

const FORMAT = 'keen-tonal-record'

/** A record as a file; documented in docs/records.md. */
export const RecordFileSchema = v.strictObject({
  format: v.literal(FORMAT),
  version: v.literal(RECORD_VERSION),
  record: RecordSchema,
  annotation: v.optional(AnnotationSchema, NO_ANNOTATION),
})

const KEPT = 'Nothing was changed in the logbook.'
const NAMED = 3

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

const reasons = (issues: readonly v.BaseIssue<unknown>[]): string =>
  issues
    .slice(0, NAMED)
    .map(issue => `${v.getDotPath(issue) ?? 'the record'}: ${issue.message}`)
    .join('; ')

/** Checks a record that came from storage or a file; its set is looked at first, by what a set may hold. */
export const checkRecord = (value: unknown): Outcome<StudioRecord> => {
  if (!isRecord(value)) return err('It is no record.')
  const set = checkSet(value.set)
  if (!set.ok) return err(`Its set cannot be read: ${set.message}`)
  const result = v.safeParse(RecordSchema, { ...value, set: set.value })
  return result.success ? ok(result.output) : err(`${reasons(result.issues)}.`)
}

/** What is written on a record; what cannot be read of it is left out. */
export const checkAnnotation = (value: unknown): Annotation => {
  const result = v.safeParse(AnnotationSchema, value)
  return result.success ? result.output : NO_ANNOTATION
}

/** Reads a record file; refuses anything else with the reason. */
export const parseRecordFile = (text: string): Outcome<{ record: StudioRecord; annotation: Annotation }> => {
  let raw: unknown
  try {
    raw = JSON.parse(text)
  } catch (error) {
    return err(`This is no record: it is not JSON (${(error as Error).message}). ${KEPT}`)
  }
  if (!isRecord(raw) || raw.format !== FORMAT)
    return err(`This is JSON, but no record: it lacks "format": "${FORMAT}". ${KEPT}`)
  if (typeof raw.version === 'number' && raw.version > RECORD_VERSION)
    return err(
      `This record has version ${raw.version}, made by a newer Keen Tonal; this one reads up to version ${RECORD_VERSION}. Update the app, then take it in again. ${KEPT}`,
    )
  const record = checkRecord(raw.record)
  return record.ok
    ? ok({ record: record.value, annotation: checkAnnotation(raw.annotation) })
    : err(`This record cannot be read. ${record.message} ${KEPT}`)
}

/** Writes a record with what is written on it. */
export const writeRecordFile = (record: StudioRecord, annotation: Annotation): string =>
  `${JSON.stringify({ format: FORMAT, version: RECORD_VERSION, record, annotation } satisfies v.InferOutput<typeof RecordFileSchema>, null, 2)}\n`
