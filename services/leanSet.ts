import { checkSet } from '#core/formats/setFile'
import type { StudioSet } from '#core/model/schema'
import { unreadWords } from '#wording/refusals/files'

/** A set without what was read on it: light and powers depend on readings only by what they taught. */
export type LeanSet = Omit<StudioSet, 'readings' | 'frames'>

/** A set without readings and frames; the one before where nothing but words changed. */
export const leanOf = ({ readings: _readings, frames: _frames, ...set }: StudioSet, before?: LeanSet): LeanSet =>
  before &&
  (Object.keys(set) as (keyof LeanSet)[]).every(key => key === 'name' || key === 'notes' || set[key] === before[key])
    ? before
    : set

/** A lean set as a set, without readings. */
export const wholeOf = (lean: LeanSet): StudioSet => ({ ...lean, readings: [], frames: [] })

/** A set that came into a worker as a whole; throws with the reason where it is none. */
export const checked = (value: StudioSet): StudioSet => {
  const outcome = checkSet(value)
  if (!outcome.ok) throw new TypeError(unreadWords(outcome.message, 'set'))
  return outcome.value
}
