import * as v from 'valibot'
import { firstMisfit, type Misfit } from './misfits'
import { validationErrors, type Fault } from './validation'
import { COUNTED, tooMany, type Over } from '../model/limits'
import { SetShape, type StudioSet } from '../model/schema'
import { isRecord } from '../shared/isRecord'
import { err, ok, type Outcome } from '../shared/outcome'

/** Why a set may not become another: too many of a kind, a value that does not fit, or what cannot be true of it. */
export type ChangeRefusal =
  | { is: 'set-over'; over: Over }
  | { is: 'change-misfit'; names: string[]; keys: string[]; misfit: Misfit }
  | { is: 'change-fault'; fault: Fault }

/** The first thing with a name on the way to a place in a set, and the keys of that way. */
const placeIn = (set: StudioSet, path: readonly (string | number)[]): { names: string[]; keys: string[] } => {
  const names: string[] = []
  let at: unknown = set
  for (const key of path) {
    at = isRecord(at) || Array.isArray(at) ? (at as Record<string | number, unknown>)[key] : undefined
    if (isRecord(at) && typeof at.name === 'string' && names.length === 0) names.push(at.name)
  }
  return { names, keys: path.filter(key => typeof key === 'string') }
}

/** Of a list, what the list before did not have. */
const newIn = (before: readonly unknown[], after: readonly unknown[]): unknown[] => {
  const known = new Set(before)
  return after.filter(item => !known.has(item))
}

/** The first thing in the changed parts that the schema does not take. */
const misshapen = (before: StudioSet, after: StudioSet): ChangeRefusal | undefined => {
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
    const whole = [key, ...(index === undefined ? path : [index, ...path.slice(1)])]
    return { is: 'change-misfit', ...placeIn(after, whole), misfit: firstMisfit([issue]).misfit }
  }
  return undefined
}

/**
 * Whether a sound set may become another. Only what changed is held against the schema; what refers to other things,
 * and what has to
 * fit in the room, is looked at as a whole. A refusal says what would be wrong; limits are named with their numbers.
 */
export const checkChange = (before: StudioSet, after: StudioSet): Outcome<StudioSet, ChangeRefusal> => {
  const [over] = tooMany(after)
  if (over) return err({ is: 'set-over', over })
  const wrong = misshapen(before, after)
  if (wrong) return err(wrong)
  const [fault] = validationErrors(after)
  return fault ? err({ is: 'change-fault', fault }) : ok(after)
}
