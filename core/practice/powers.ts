import { changeSettings } from '../edits/edits'
import { evaluate, type Evaluation } from '../evaluation/evaluation'
import type { StudioSet } from '../model/schema'

/** A set with some of its lights on, all at one power (0 full, −1 half), in its first look. */
export const turned = (set: StudioSet, lightIds: readonly string[], powerStops: number): StudioSet =>
  changeSettings(set, set.looks[0]!.id, Object.fromEntries(lightIds.map(id => [id, { on: true, powerStops }])))

/** A power, to a tenth, is found among those that any lamp has; so many halvings are finer than that. */
const RANGE_STOPS = -7
const HALVINGS = 12

/**
 * Lights turned together, to a tenth, until what was too low no longer is; to an end of their range where it stays so.
 */
export const turnedUntil = (
  { set, lighting }: Evaluation,
  lightIds: readonly string[],
  isTooLow: (evaluation: Evaluation) => boolean,
): Evaluation => {
  const at = (powerStops: number) => {
    const after = turned(set, lightIds, powerStops)
    return evaluate(after, after.looks[0]!, lighting)
  }
  let [low, high] = [RANGE_STOPS, 0]
  for (let halving = 0; halving < HALVINGS; halving++) {
    const middle = (low + high) / 2
    if (isTooLow(at(middle))) low = middle
    else high = middle
  }
  return at(Math.round(((low + high) / 2) * 10) / 10)
}
