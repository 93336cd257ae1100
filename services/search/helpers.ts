import type { Hand } from '#core/solve/moves/explore'
import type { Question, Trial } from '#core/solve/moves/trial'
import { leanOf, type LeanSet } from '../leanSet'
import type { Developed } from '../light/lightApi'
import { connect, ServiceEnded, type Carrier } from '../rpc/connect'
import { isCalledOff } from '../rpc/latest'
import { mirror } from '../rpc/mirror'
import type { HelperApi } from './helperApi'

/** Who a helper works for, and what is done with what comes of it. */
export type Helped = {
  question: Question
  /** Does it where the helper cannot. */
  own: Hand
  signal: AbortSignal
  /** Hears the picture of an answer. */
  see: (trial: Trial, picture: Developed) => void
}

/** A worker that does parts of a search; started when it is first asked. */
export const helper = (start: () => Carrier): ((helped: Helped) => Hand) => {
  const { call, generation } = connect<HelperApi>(start)
  const sets = mirror<LeanSet>(generation)
  return ({ question: { set, ...rest }, own, signal: job, see }) => {
    const lean = leanOf(set)
    const until = (signal?: AbortSignal) => ({ signal: signal ? AbortSignal.any([job, signal]) : job })
    /** What the helper answers; what was called off has no answer, and what broke down is done here. */
    const orHere = async <T>(ask: () => Promise<T>, here: () => Promise<T>): Promise<T | undefined> => {
      try {
        return await ask()
      } catch (error) {
        if (isCalledOff(error)) return undefined
        if (error instanceof ServiceEnded) return here()
        throw error
      }
    }
    return {
      explore: (exploration, signal) =>
        orHere(
          () => call('explore', [sets.send(lean), rest, exploration], until(signal)),
          () => own.explore(exploration, signal),
        ),
      verify: (trial, signal) =>
        orHere(
          async () => {
            const { answer, picture } = await call('verify', [sets.send(lean), rest, trial], until(signal))
            if (answer?.trial && picture) see(answer.trial.found, picture)
            return answer
          },
          () => own.verify(trial, signal),
        ),
    }
  }
}
