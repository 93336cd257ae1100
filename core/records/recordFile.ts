import * as v from 'valibot'
import { issueWords, readEnvelope } from '../formats/envelope'
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
import { isRecord } from '../shared/isRecord'

const FORMAT = 'keen-tonal-record'

/** A record as a file; documented in docs/records.md. */
export const RecordFileSchema = v.strictObject({
  format: v.literal(FORMAT),
  version: v.literal(RECORD_VERSION),
  record: RecordSchema,
  annotation: v.optional(AnnotationSchema, NO_ANNOTATION),
})

const KEPT = 'Nothing was changed in the logbook.'

/** Checks a record that came from storage or a file; its set is looked at first, by what a set may hold. */
export const checkRecord = (value: unknown): Outcome<StudioRecord> => {
  if (!isRecord(value)) return err('It is no record.')
  const set = checkSet(value.set)
  if (!set.ok) return err(`Its set cannot be read: ${set.message}`)
  const result = v.safeParse(RecordSchema, { ...value, set: set.value })
  return result.success ? ok(result.output) : err(`${issueWords(result.issues, 'the record')}.`)
}

/** What is written on a record; what cannot be read of it is left out. */
export const checkAnnotation = (value: unknown): Annotation => {
  const result = v.safeParse(AnnotationSchema, value)
  return result.success ? result.output : NO_ANNOTATION
}

/** Reads a record file; refuses anything else with the reason. */
export const parseRecordFile = (text: string): Outcome<{ record: StudioRecord; annotation: Annotation }> => {
  const envelope = readEnvelope(text, {
    name: 'record',
    fullName: 'record',
    format: FORMAT,
    version: RECORD_VERSION,
    kept: KEPT,
  })
  if (!envelope.ok) return envelope
  const raw = envelope.value
  const record = checkRecord(raw.record)
  return record.ok
    ? ok({ record: record.value, annotation: checkAnnotation(raw.annotation) })
    : err(`This record cannot be read. ${record.message} ${KEPT}`)
}

/** Writes a record with what is written on it. */
export const writeRecordFile = (record: StudioRecord, annotation: Annotation): string =>
  `${JSON.stringify({ format: FORMAT, version: RECORD_VERSION, record, annotation } satisfies v.InferOutput<typeof RecordFileSchema>, null, 2)}\n`
