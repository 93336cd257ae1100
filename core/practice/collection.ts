import * as v from 'valibot'
import { checkSet } from '../formats/setFile'
import { inLook } from '../looks/inLook'
import type { StudioSet } from '../model/schema'
import { identifier, title, words } from '../model/schemaBasics'
import { err, ok, type Outcome } from '../shared/outcome'
import { SetSchema } from '../validation/soundSet'
import { RefSchema, SeedSchema } from './results'

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
export const CollectionSchema = v.strictObject({
  id: identifier,
  title,
  notes: v.optional(words, ''),
  /** A test: no answer is shown before the last, and none can be given twice. */
  isTest: v.boolean(),
  exercises: v.pipe(
    v.array(v.variant('kind', [MadeSchema, OwnSchema])),
    v.minLength(1, 'A collection has at least one exercise.'),
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

const KEPT = 'Nothing was changed.'
const NAMED = 3

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** Checks a collection that came from storage or a file; refuses it with the reason. */
export const checkCollection = (value: unknown): Outcome<Collection> => {
  if (!isObject(value) || !Array.isArray(value.exercises)) return err('It holds no exercises.')
  const exercises: unknown[] = []
  for (const [index, one] of value.exercises.entries()) {
    if (!isObject(one) || one.kind !== 'own') {
      exercises.push(one)
      continue
    }
    const set = checkSet(one.set)
    if (!set.ok) return err(`The set of exercise ${index + 1} cannot be read: ${set.message}`)
    exercises.push({ ...one, set: set.value })
  }
  const read = v.safeParse(CollectionSchema, { ...value, exercises })
  if (read.success) return ok(read.output)
  const reasons = read.issues
    .slice(0, NAMED)
    .map(issue => `${v.getDotPath(issue) ?? 'the collection'}: ${issue.message}`)
  return err(`${reasons.join('; ')}.`)
}

/** Reads a collection's file; refuses anything else with the reason. */
export const parseCollection = (text: string): Outcome<Collection> => {
  let raw: unknown
  try {
    raw = JSON.parse(text)
  } catch (error) {
    return err(`This is no collection: it is not JSON (${(error as Error).message}). ${KEPT}`)
  }
  if (!isObject(raw) || raw.format !== FORMAT)
    return err(`This is JSON, but no collection of exercises: it lacks "format": "${FORMAT}". ${KEPT}`)
  if (typeof raw.version === 'number' && raw.version > COLLECTION_VERSION)
    return err(
      `This collection has version ${raw.version}, made by a newer Keen Tonal; this one reads up to version ${COLLECTION_VERSION}. Update the app, then take it in again. ${KEPT}`,
    )
  const collection = checkCollection(raw.collection)
  return collection.ok ? collection : err(`This collection cannot be read. ${collection.message} ${KEPT}`)
}

/** Writes a collection as a file. */
export const writeCollection = (collection: Collection): string =>
  `${JSON.stringify({ format: FORMAT, version: COLLECTION_VERSION, collection } satisfies v.InferOutput<typeof CollectionFileSchema>, null, 2)}\n`
