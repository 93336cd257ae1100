import * as v from 'valibot'
import { rule } from '../model/rules'
import { readEnvelope, type FileRefusal, type Unread } from '../formats/envelope'
import { checkSet } from '../formats/setFile'
import { inLook } from '../looks/inLook'
import type { StudioSet } from '../model/schema'
import { identifier, title, words } from '../model/schemaBasics'
import { unfit } from '../validation/misfits'
import { err, ok, type Outcome } from '../shared/outcome'
import { SetSchema } from '../validation/soundSet'
import { RefSchema, SeedSchema } from './results'
import { isRecord } from '../shared/isRecord'

/** The version of collections; older ones are upgraded when they are opened. */
export const COLLECTION_VERSION = 1
const MOST_EXERCISES = 200

/** What of somebody's own set is asked. */
export const OWN_ASKS = ['reading', 'value', 'set-it', 'fault'] as const

const OwnSchema = v.strictObject({
  kind: v.literal('own'),
  ask: v.picklist(OWN_ASKS),
  title,
  notes: v.optional(words, ''),
  /** The set with one look, and the place that is asked of. */
  set: SetSchema,
  pointId: identifier,
  /** What is hidden in it, where something is. */
  seed: SeedSchema,
})

const MadeSchema = v.strictObject({ kind: v.literal('made'), ...RefSchema.entries, notes: v.optional(words, '') })

/** A collection; what its sets must not be is looked at by `checkCollection`. */
const CollectionSchema = v.strictObject({
  id: identifier,
  title,
  notes: v.optional(words, ''),
  /** A test: no answer is shown before the last, and none can be given twice. */
  isTest: v.boolean(),
  exercises: v.pipe(
    v.array(v.variant('kind', [MadeSchema, OwnSchema])),
    v.minLength(1, rule('exercise-needed')),
    v.maxLength(MOST_EXERCISES),
  ),
})

/** Exercises that somebody put together: made ones by their seeds, and sets of one's own. */
export type Collection = v.InferOutput<typeof CollectionSchema>
/** One exercise of a collection. */
export type CollectionExercise = Collection['exercises'][number]
/** One that asks of somebody's own set. */
export type OwnExercise = Extract<CollectionExercise, { kind: 'own' }>

/** A set as an exercise asks of it: one look as it stands, nothing of what was read or who was photographed. */
export const askedSet = (set: StudioSet, lookId: string): StudioSet => {
  const stands = inLook(set, lookId)
  const asked: StudioSet = {
    ...stands,
    looks: stands.looks.filter(({ id }) => id === lookId),
    readings: [],
    frames: [],
    frozen: null,
    notes: '',
    day: { ...stands.day, sitters: [], conditions: [], done: [] },
  }
  // A copy: the exercise stays as it is whatever becomes of the set.
  return JSON.parse(JSON.stringify(asked)) as StudioSet
}

const FORMAT = 'keen-tonal-collection'
/** A collection as a file; documented in docs/practice.md. */
export const CollectionFileSchema = v.strictObject({
  format: v.literal(FORMAT),
  version: v.literal(COLLECTION_VERSION),
  collection: CollectionSchema,
})

/** Checks a collection that came from storage or a file; refuses it with the reason. */
export const checkCollection = (value: unknown): Outcome<Collection, Unread> => {
  if (!isRecord(value) || !Array.isArray(value.exercises)) return err({ is: 'none' })
  const exercises: unknown[] = []
  for (const [index, one] of value.exercises.entries()) {
    if (!isRecord(one) || one.kind !== 'own') {
      exercises.push(one)
      continue
    }
    const set = checkSet(one.set)
    if (!set.ok) return err({ is: 'set', exercise: index + 1, why: set.message })
    exercises.push({ ...one, set: set.value })
  }
  const read = v.safeParse(CollectionSchema, { ...value, exercises })
  return read.success ? ok(read.output) : err(unfit(read.issues))
}

/** Reads a collection's file; refuses anything else with the reason. */
export const parseCollection = (text: string): Outcome<Collection, FileRefusal> => {
  const envelope = readEnvelope(text, { file: 'collection', format: FORMAT, newest: COLLECTION_VERSION })
  if (!envelope.ok) return envelope
  const collection = checkCollection(envelope.value.collection)
  return collection.ok ? collection : err({ is: 'unread', file: 'collection', why: collection.message })
}

/** Writes a collection as a file. */
export const writeCollection = (collection: Collection): string =>
  `${JSON.stringify({ format: FORMAT, version: COLLECTION_VERSION, collection } satisfies v.InferOutput<typeof CollectionFileSchema>, null, 2)}\n`
