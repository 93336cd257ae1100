import * as v from 'valibot'
import { rule } from '../model/rules'
import { identifier, title } from '../model/schemaBasics'
import { readJson, type FileRefusal } from '../formats/envelope'
import { err, ok, type Outcome } from '../shared/outcome'
import type { ExerciseRef } from './exercise'
import { ALL_SKILLS, LEVELS } from './skills'

const level = v.picklist(LEVELS)
const skill = v.picklist(ALL_SKILLS, rule('no-exercise'))
/** What an exercise is drawn from. */
export const SeedSchema = v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(2 ** 31))
/** What an exercise is made from, as it is kept. */
export const RefSchema = v.strictObject({ skill, level, seed: SeedSchema })

/** The exercise that an address or a form names by texts; undefined where it names none. */
export const refIn = (named: Readonly<Record<string, unknown>>): ExerciseRef | undefined => {
  const read = v.safeParse(RefSchema, { skill: named.skill, level: Number(named.level), seed: Number(named.seed) })
  return read.success ? read.output : undefined
}

/** One exercise that was answered. */
const ResultSchema = v.strictObject({
  id: identifier,
  at: v.pipe(v.string(), v.isoTimestamp()),
  ...RefSchema.entries,
  score: v.pipe(v.number(), v.minValue(0), v.maxValue(1)),
  /** How far off, in the exercise's own measure. */
  off: v.nullable(v.pipe(v.number(), v.finite())),
  seconds: v.pipe(v.number(), v.minValue(0), v.maxValue(86_400)),
  /** The collection that it came out of, and its number there. */
  from: v.nullable(
    v.strictObject({ collectionId: identifier, title, number: v.pipe(v.number(), v.integer(), v.minValue(0)) }),
  ),
})

/** One exercise that was answered; results are kept in the order in which they were given. */
export type PracticeResult = v.InferOutput<typeof ResultSchema>

/** Results out of storage: sound ones, and how many were not. */
export const soundResults = (values: readonly unknown[]): { results: PracticeResult[]; damaged: number } => {
  const results = values.flatMap(value => {
    const read = v.safeParse(ResultSchema, value)
    return read.success ? [read.output] : []
  })
  return { results, damaged: values.length - results.length }
}

const FORMAT = 'keen-tonal-practice-results'
/** Results as they leave in a backup. */
export const ResultsFileSchema = v.object({
  format: v.literal(FORMAT),
  version: v.literal(1),
  results: v.array(ResultSchema),
})
/** What of a file has to be right for its sound results to be taken. */
const AnyResultsSchema = v.object({ ...ResultsFileSchema.entries, results: v.array(v.unknown()) })

/** Results as a part of a backup. */
export const writeResultsFile = (results: readonly PracticeResult[]): string =>
  `${JSON.stringify({ format: FORMAT, version: 1, results: [...results] } satisfies v.InferOutput<typeof ResultsFileSchema>)}\n`

/** Reads such a part; what is damaged in it is counted and left out. */
export const parseResultsFile = (
  text: string,
): Outcome<{ results: PracticeResult[]; damaged: number }, FileRefusal> => {
  const raw = readJson(text, 'results')
  if (!raw.ok) return raw
  const read = v.safeParse(AnyResultsSchema, raw.value)
  return read.success
    ? ok(soundResults(read.output.results))
    : err({ is: 'unread', file: 'results', why: { is: 'none' } })
}
