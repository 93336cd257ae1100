import * as v from 'valibot'
import { readEnvelope, type FileRefusal, type Unread } from '../formats/envelope'
import { checkSet } from '../formats/setFile'
import { unfit } from '../validation/misfits'
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

/** Checks a record that came from storage or a file; its set is looked at first, by what a set may hold. */
export const checkRecord = (value: unknown): Outcome<StudioRecord, Unread> => {
  if (!isRecord(value)) return err({ is: 'none' })
  const set = checkSet(value.set)
  if (!set.ok) return err({ is: 'set', exercise: null, why: set.message })
  const result = v.safeParse(RecordSchema, { ...value, set: set.value })
  return result.success ? ok(result.output) : err(unfit(result.issues))
}

/** What is written on a record; what cannot be read of it is left out. */
export const checkAnnotation = (value: unknown): Annotation => {
  const result = v.safeParse(AnnotationSchema, value)
  return result.success ? result.output : NO_ANNOTATION
}

/** Reads a record file; refuses anything else with the reason. */
export const parseRecordFile = (
  text: string,
): Outcome<{ record: StudioRecord; annotation: Annotation }, FileRefusal> => {
  const envelope = readEnvelope(text, { file: 'record', format: FORMAT, newest: RECORD_VERSION })
  if (!envelope.ok) return envelope
  const raw = envelope.value
  const record = checkRecord(raw.record)
  return record.ok
    ? ok({ record: record.value, annotation: checkAnnotation(raw.annotation) })
    : err({ is: 'unread', file: 'record', why: record.message })
}

/** Writes a record with what is written on it. */
export const writeRecordFile = (record: StudioRecord, annotation: Annotation): string =>
  `${JSON.stringify({ format: FORMAT, version: RECORD_VERSION, record, annotation } satisfies v.InferOutput<typeof RecordFileSchema>, null, 2)}\n`
