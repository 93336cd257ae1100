import { changedBy } from '../../changes/apply'
import { newBooms } from '../../changes/effort'
import { thingsKey } from '../../evaluation/solverKeys'
import { draftSolver, exactSolver } from '../solvers'
import type { Family } from './family'
import { tryState, type Question, type Solver, type Trial, type Tried } from './trial'
import { verified, type Verified } from './verify'
import { STAGE_COST } from '../thresholds'

/** A family of changes laid on a state, and the work that may be spent on it at most. */
export type Exploration = { from: Trial; family: Family; most: number }

/** A state that was come to, and the key of what stands in it, lights aside. */
export type Step = Tried & { things: string }

/** What it costs to try a state after another, by the keys of what stands in them. */
export const costAfter = (before: string, things: string): number => (before === things ? 1 : STAGE_COST)

/** Whether a state reaches the target, but by a boom that nothing had before. */
export const isReachedByBoom = (question: Question, { isReached, set }: Trial): boolean =>
  isReached && newBooms(question.set, set).length > 0

/** Goes down each way of a family as long as it helps; undefined where it was called off. */
const explored = async (
  question: Question,
  { from, family, most }: Exploration,
  { solver, pause }: { solver: Solver; pause: () => Promise<boolean> },
): Promise<Step[] | undefined> => {
  const steps: Step[] = []
  let spent = 0
  let best: Trial | undefined
  for (const way of family.ways) {
    let last = from.cost
    for (const change of way) {
      const after = changedBy(from.set, change)
      if (spent >= most) return steps
      if (!after) break
      const things = thingsKey(after)
      spent += costAfter(steps.at(-1)?.things ?? things, things)
      const moves = [...from.moves, { family: family.id, change }]
      const tried = await tryState(question, after, moves, { solver, pause, isDraft: true })
      if (!tried) return undefined
      steps.push({ ...tried, things })
      const { trial, against } = tried
      if (!against && !isReachedByBoom(question, trial) && (!best || trial.cost < best.cost)) best = trial
      if (against || trial.isReached || trial.cost > last + 1e-3) break
      last = trial.cost
    }
    if (best?.isReached) break
  }
  return steps
}

/** Whoever does parts of a search: both are undefined where they were called off. */
export type Hand = {
  explore: (exploration: Exploration, signal?: AbortSignal) => Promise<Step[] | undefined>
  verify: (trial: Trial, signal?: AbortSignal) => Promise<Verified | undefined>
}

/** What a hand works with, kept from one question to the next. */
export const handTools = () => ({ draft: draftSolver(), exact: exactSolver() })

/** Does parts of a search here. */
export const handHere = (
  question: Question,
  {
    pause,
    see,
    tools: { draft, exact } = handTools(),
  }: {
    pause: () => Promise<boolean>
    see?: Parameters<typeof verified>[2]['see']
    tools?: ReturnType<typeof handTools>
  },
): Hand => {
  const until = (signal?: AbortSignal) => async () => (await pause()) || signal?.aborted === true
  return {
    explore: (exploration, signal) => explored(question, exploration, { solver: draft, pause: until(signal) }),
    verify: (trial, signal) => verified(question, trial, { draft, exact, pause: until(signal), see }),
  }
}
