import { isRecord } from '../shared/isRecord'

/** Keys from the root of a value to a place in it. */
type Path = readonly (string | number)[]

/**
 * One difference: a value put in the place of another (undefined: there is none), or, where `at` is named, a run of
 * items of a list
 * in the place of another run. It holds both sides, so that it can be turned round.
 */
export type Difference =
  | { path: Path; before: unknown; after: unknown }
  | { path: Path; at: number; removed: readonly unknown[]; inserted: readonly unknown[] }

/** All differences between two values, in the order in which they are to be applied. */
export type Patch = readonly Difference[]

/** Whether two plain values are the same in content. */
export const isEqual = (one: unknown, other: unknown): boolean => {
  if (Object.is(one, other)) return true
  if (Array.isArray(one) && Array.isArray(other))
    return one.length === other.length && one.every((item, index) => isEqual(item, other[index]))
  if (!isRecord(one) || !isRecord(other)) return false
  const keys = Object.keys(one)
  return (
    keys.length === Object.keys(other).length &&
    keys.every(key => Object.hasOwn(other, key) && isEqual(one[key], other[key]))
  )
}

const lists = (path: Path, before: readonly unknown[], after: readonly unknown[]): Patch => {
  if (before.length === after.length)
    return before.flatMap((item, index) => differences([...path, index], item, after[index]))
  const shorter = Math.min(before.length, after.length)
  let head = 0
  while (head < shorter && isEqual(before[head], after[head])) head += 1
  let tail = 0
  while (tail < shorter - head && isEqual(before[before.length - 1 - tail], after[after.length - 1 - tail])) tail += 1
  return [
    {
      path,
      at: head,
      removed: before.slice(head, before.length - tail),
      inserted: after.slice(head, after.length - tail),
    },
  ]
}

const differences = (path: Path, before: unknown, after: unknown): Patch => {
  if (Object.is(before, after)) return []
  if (Array.isArray(before) && Array.isArray(after)) return lists(path, before, after)
  if (!isRecord(before) || !isRecord(after)) return [{ path, before, after }]
  const keys = [...new Set([...Object.keys(before), ...Object.keys(after)])]
  return keys.flatMap(key =>
    differences(
      [...path, key],
      Object.hasOwn(before, key) ? before[key] : undefined,
      Object.hasOwn(after, key) ? after[key] : undefined,
    ),
  )
}

/** What turns one plain value into another. Parts that are the very same object are not looked into. */
export const difference = (before: unknown, after: unknown): Patch => differences([], before, after)

const replaced = (value: unknown, path: Path, change: (old: unknown) => unknown): unknown => {
  const [key, ...rest] = path
  if (key === undefined) return change(value)
  if (Array.isArray(value))
    return (value as unknown[]).map((item, index) => (index === key ? replaced(item, rest, change) : item))
  const record = value as Record<string, unknown>
  const next = replaced(Object.hasOwn(record, key) ? record[key] : undefined, rest, change)
  return next === undefined
    ? Object.fromEntries(Object.entries(record).filter(([name]) => name !== String(key)))
    : { ...record, [key]: next }
}

/** A value with a patch applied; what the patch does not touch stays the very same object. */
export const applyPatch = <T>(value: T, patch: Patch): T =>
  patch.reduce<unknown>(
    (current, one) =>
      replaced(current, one.path, old =>
        'at' in one
          ? [
              ...(old as unknown[]).slice(0, one.at),
              ...one.inserted,
              ...(old as unknown[]).slice(one.at + one.removed.length),
            ]
          : one.after,
      ),
    value,
  ) as T

/** The patch that undoes a patch. */
export const inverted = (patch: Patch): Patch =>
  patch
    .toReversed()
    .map(one =>
      'at' in one
        ? { ...one, removed: one.inserted, inserted: one.removed }
        : { ...one, before: one.after, after: one.before },
    )
