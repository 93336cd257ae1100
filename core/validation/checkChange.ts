import * as v from 'valibot'
import { validationErrorsAt } from './validation'
import { COUNTED, MOST, tooMany, type Counted } from '../model/limits'
import { SetShape, type StudioSet } from '../model/schema'
import { err, ok, type Outcome } from '../shared/outcome'

const MANY: Record<Counted, string> = {
  subjects: 'subjects',
  panels: 'panels',
  props: 'props',
  points: 'points of your own',
  lights: 'lights',
  locked: 'locks',
  groups: 'groups',
  looks: 'looks',
  readings: 'readings',
  frames: 'test shots',
}

/** A key of the set model as words: `behindBackdropM` is "behind backdrop". */
const wordsOfKey = (key: string): string =>
  key
    .replace(/(?:M|Deg|Mm|S|K)$/, '')
    .replaceAll(/([A-Z])/g, ' $1')
    .toLowerCase()

const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null

/** What a place in a set is called: names of things where it leads through some, then the last key. */
const placeWords = (set: StudioSet, path: readonly (string | number)[]): string => {
  const names: string[] = []
  let at: unknown = set
  for (const key of path) {
    at = isRecord(at) || Array.isArray(at) ? (at as Record<string | number, unknown>)[key] : undefined
    if (isRecord(at) && typeof at.name === 'string' && names.length === 0) names.push(at.name)
  }
  const keys = path.filter(key => typeof key === 'string').map(wordsOfKey)
  const last = keys.length > 1 && names.length === 0 ? keys.slice(-2).join(' ') : (keys.at(-1) ?? 'this')
  return [...names, last].join(': ')
}

const sentence = (words: string): string => `${words.slice(0, 1).toUpperCase()}${words.slice(1)}`

const BOUNDS: Readonly<Record<string, string>> = { min_value: 'at least', max_value: 'at most' }

const issueWords = (set: StudioSet, issue: v.BaseIssue<unknown>): string => {
  const path = (issue.path ?? []).map(({ key }) => key as string | number)
  const bound = BOUNDS[issue.type]
  const place = placeWords(set, path)
  if (issue.type === 'min_length') return `${sentence(place)} is empty.`
  if (issue.type === 'max_length') return `${sentence(place)} is longer than the ${String(issue.requirement)} that fit.`
  if (!bound) return `${sentence(place)}: ${issue.message}`
  const figure = typeof issue.input === 'number' ? ` and not ${Math.round(issue.input * 1000) / 1000}` : ''
  return `${sentence(place)} is ${bound} ${String(issue.requirement)}${figure}.`
}

/** Of a list, what the list before did not have. */
const newIn = (before: readonly unknown[], after: readonly unknown[]): unknown[] => {
  const known = new Set(before)
  return after.filter(item => !known.has(item))
}

/** The first thing in the changed parts that the schema does not take. */
const misshapen = (before: StudioSet, after: StudioSet): string | undefined => {
  for (const key of Object.keys(SetShape.entries) as (keyof StudioSet)[]) {
    if (before[key] === after[key]) continue
    const isList = (COUNTED as string[]).includes(key)
    const some = isList ? newIn(before[key] as unknown[], after[key] as unknown[]) : after[key]
    if (isList && (some as unknown[]).length === 0 && (after[key] as unknown[]).length > 0) continue
    const result = v.safeParse(SetShape.entries[key], some)
    if (result.success) continue
    const [issue] = result.issues
    const path = (issue.path ?? []).map(({ key: step }) => step as string | number)
    // In the list of what is new an item has another number than in the set.
    const index =
      isList && typeof path[0] === 'number'
        ? (after[key] as unknown[]).indexOf((some as unknown[])[path[0]])
        : undefined
    return issueWords(after, {
      ...issue,
      path: [key, ...(index === undefined ? path : [index, ...path.slice(1)])].map(step => ({ key: step })),
    } as never)
  }
  return undefined
}

/**
 * Whether a sound set may become another. Only what changed is held against the schema; what refers to other things,
 * and what has to
 * fit in the room, is looked at as a whole. A refusal says what would be wrong; limits are named with their numbers.
 */
export const checkChange = (before: StudioSet, after: StudioSet): Outcome<StudioSet> => {
  const [over] = tooMany(after)
  if (over)
    return err(`A set holds at most ${MOST[over.kind]} ${MANY[over.kind]}; with this it would have ${over.count}.`)
  const wrong = misshapen(before, after)
  if (wrong) return err(wrong)
  const [fault] = validationErrorsAt(after)
  return fault ? err(fault.message) : ok(after)
}
