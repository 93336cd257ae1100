import { FIXED_HOLDS, KEY_SIDE, SHADOW_SIDE } from './placeIds'
import { isRecord } from '../shared/isRecord'

/**
 * What is wanted of the shadow side is a ratio to the lit cheek; before version 7 it was written as stops against the
 * camera setting.
 */
const modernTargets = (targets: unknown): unknown => {
  if (!isRecord(targets)) return targets
  const [shadow, key] = [targets[SHADOW_SIDE], targets[KEY_SIDE]]
  if (!isRecord(shadow) || shadow.kind !== 'stops' || typeof shadow.stops !== 'number') return targets
  const keyStops = isRecord(key) && key.kind === 'stops' && typeof key.stops === 'number' ? key.stops : 0
  return {
    ...targets,
    [SHADOW_SIDE]: { ...shadow, kind: 'ratio', stops: Math.max(-12, Math.min(6, shadow.stops - keyStops)) },
  }
}

const idsOf = (list: unknown): string[] =>
  Array.isArray(list) ? list.flatMap(item => (isRecord(item) && typeof item.id === 'string' ? [item.id] : [])) : []

const onlyOf = (record: unknown, ids: readonly string[]): unknown =>
  isRecord(record) ? Object.fromEntries(Object.entries(record).filter(([id]) => ids.includes(id))) : record

/** What was kept about points and lights that are not there any more says nothing. */
export const withoutStrays = (set: Record<string, unknown>): Record<string, unknown> => ({
  ...set,
  ...(isRecord(set.holds) ? { holds: onlyOf(set.holds, [...FIXED_HOLDS, ...idsOf(set.points)]) } : {}),
  ...(isRecord(set.frozen)
    ? { frozen: { ...set.frozen, lightStops: onlyOf(set.frozen.lightStops, idsOf(set.lights)) } }
    : {}),
})

/**
 * A set of an older version as this one says the same thing; whatever is of this version already, and whatever is not
 * a set, stays as
 * it is. What has a value that means "as before" is left to the schema.
 */
export const modernised = (set: unknown): unknown =>
  !isRecord(set) || !Array.isArray(set.looks)
    ? set
    : {
        ...withoutStrays(set),
        looks: set.looks.map(look => (isRecord(look) ? { ...look, targets: modernTargets(look.targets) } : look)),
      }
