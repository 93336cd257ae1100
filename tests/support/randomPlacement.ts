import { familiesOf } from '#core/solve/moves/families'
import { draftSolver, exactSolver } from '#core/solve/solvers'
import {
  judgePlacement,
  withMove,
  type JointMove,
  type JointQuestion,
  type Placement,
} from '#core/solve/together/placement'
import { attemptsOf } from './draw'

/** Of what it found, so many are worked out again with every ray. */
const VERIFIED = 4

/** Fewer stops missed first, then fewer minutes. */
export const isBetter = (one: Placement, other: Placement): boolean =>
  one.served > other.served ||
  (one.served === other.served &&
    (one.missStops < other.missStops - 0.02 ||
      (one.missStops < other.missStops + 0.02 &&
        one.onceMinutes + one.betweenMinutes < other.onceMinutes + other.betweenMinutes - 0.05)))

/** The plain way to look for one placement: up to three moves by chance, for all looks, so many times over. */
export const randomPlacement = async (question: JointQuestion, tries: number, seed: number): Promise<Placement> => {
  const few = draftSolver()
  const draft = { solverOf: () => few, isDraft: true }
  const start = { kind: 'as-is' } as const
  const [draw] = attemptsOf(seed)
  const found: Placement[] = []
  for (let index = 0; index < tries; index++) {
    const moves: JointMove[] = []
    let { set } = question
    for (let count = Math.floor(draw!.between(0, 4)); count > 0; count--) {
      const families = familiesOf(set, []).filter(({ id }) => !moves.some(move => move.family === id))
      const { id, ways } = draw!.oneOf(families)
      const move = { family: id, change: draw!.oneOf(draw!.oneOf(ways)) }
      const after = withMove(set, move)
      if (after === set) continue
      moves.push(move)
      set = after
    }
    const outcome = (await judgePlacement(question, { set, start, moves }, draft))!
    if (!outcome.against) found.push(outcome.placement)
  }
  const order = found.toSorted((a, b) => (isBetter(a, b) ? -1 : Number(isBetter(b, a))))
  const whole = exactSolver()
  let best = (await judgePlacement(question, { set: question.set, start, moves: [] }, { solverOf: () => whole }))!
    .placement
  for (const { moves } of order.slice(0, VERIFIED)) {
    const again = (await judgePlacement(
      question,
      { set: moves.reduce(withMove, question.set), start, moves },
      {
        solverOf: () => whole,
      },
    ))!
    if (!again.against && isBetter(again.placement, best)) best = again.placement
  }
  return best
}
