import { applyChanges } from '../../changes/apply'
import { worstMiss } from '../misses'
import { isSameMove } from './family'
import { tryState, unsettled, type Question, type Solver, type Trial, type Tried, type Trying } from './trial'
import { VERIFY_WORTH_STOPS } from '../thresholds'

const missOf = ({ misses }: Trial): number => Math.abs(worstMiss(misses))

/**
 * An answer without the moves that it does as well without, and what each of the rest saves. A light that ends up
 * switched off was not
 * worth moving. A draft tells which could go; all rays decide.
 */
const onlyNeeded = async (
  question: Question,
  trial: Trial,
  exact: Trying,
  draft: Trying,
): Promise<Trial | undefined> => {
  let best = trial
  for (const move of trial.moves) {
    const moves = best.moves.filter(other => !isSameMove(other, move))
    const after = applyChanges(
      question.set,
      moves.map(({ change }) => change),
    )
    const isEnough = ({ trial: without, against }: Tried) =>
      !against && (best.isReached ? without.isReached : missOf(without) - missOf(best) < VERIFY_WORTH_STOPS)
    const sketch = await tryState(question, after, moves, draft)
    if (!sketch) return undefined
    const again = isEnough(sketch) ? await tryState(question, after, moves, exact) : sketch
    if (!again) return undefined
    if (again !== sketch && isEnough(again)) best = again.trial
    else {
      const worthStops = missOf(again.trial) - missOf(best)
      best = { ...best, moves: best.moves.map(other => (isSameMove(other, move) ? { ...other, worthStops } : other)) }
    }
  }
  return best
}

/** An answer solved with every ray: as it was found, and as it is needed; undefined where it cannot be after all. */
export type Verified = { trial?: { found: Trial; needed: Trial } }

/** Solves an answer again with every ray, and its powers with it; undefined where it was called off. */
export const verified = async (
  question: Question,
  trial: Trial,
  { draft, exact, pause, see }: { draft: Solver; exact: Solver; pause: () => Promise<boolean>; see?: Trying['see'] },
): Promise<Verified | undefined> => {
  const after = unsettled(question.set, trial.set)
  const again = await tryState(question, after, trial.moves, { solver: exact, pause, see })
  if (!again) return undefined
  if (again.against) return {}
  const needed = await onlyNeeded(question, again.trial, { solver: exact, pause }, { solver: draft, pause })
  return needed && { trial: { found: again.trial, needed } }
}
