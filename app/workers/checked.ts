import { checkSet } from '#core/formats/setFile'
import type { StudioSet } from '#core/model/schema'

/** A set that came into a worker; throws with the reason where it is none. */
export const checked = (value: StudioSet): StudioSet => {
  const outcome = checkSet(value)
  if (!outcome.ok) throw new TypeError(outcome.message)
  return outcome.value
}
