import { changeSettings } from '../../edits/edits'
import { evaluate, type Evaluation } from '../../evaluation/evaluation'
import type { StudioSet } from '../../model/schema'
import { roundToClicks } from '../../physics/units/stops'
import type { Move, MovesExercise } from '../exercise'
import { judged, type Lit } from '../studio'
import { minutesOfMoves, missOf, movedSet } from './moves'

/** A way to set it out of what is offered, its minutes, and how far off it leaves the target. */
export type PracticeWay = { moves: readonly Move[]; minutes: number; missStops: number; isReached: boolean }

/** Whether a set that is so far off counts as set. */
export const isSet = ({ goal, withinStops }: Pick<MovesExercise, 'goal' | 'withinStops'>, missStops: number): boolean =>
  (goal === 'even' ? missStops : Math.abs(missStops)) <= withinStops + 1e-6

/** A move with the minutes that were spent once it was done, and how far off the set was then. */
export type Step = { move: Move; minutes: number; missStops: number }

/** What each of some moves did, one after another. */
export const stepsOf = async (exercise: MovesExercise, moves: readonly Move[], lit: Lit): Promise<Step[]> => {
  const steps: Step[] = []
  for (const [at, move] of moves.entries()) {
    const done = moves.slice(0, at + 1)
    const missStops = missOf(exercise.goal, await judged(lit, movedSet(exercise, done)))
    steps.push({ move, minutes: minutesOfMoves(exercise, done), missStops })
  }
  return steps
}

/**
 * What a learner did that the quickest way does not, and what it does that the learner did not: offers by their number,
 * one that was used again as often as it was.
 */
export const swapped = (mine: readonly Move[], best: readonly Move[]): { did: number[]; insteadOf: number[] } => {
  const left = best.map(({ offer }) => offer)
  const did = mine.flatMap(({ offer }) => {
    const at = left.indexOf(offer)
    if (at < 0) return [offer]
    left.splice(at, 1)
    return []
  })
  return { did, insteadOf: left }
}

const NAMED = 3
const COARSE_STOPS = 0.5
const CLICK = 0.1

/** Turns one light, the others as they stand, to where the set is nearest to what is wanted. */
const turnedBest = (evaluation: Evaluation, goal: MovesExercise['goal'], lightIds: readonly string[]) => {
  const { set, look, lighting } = evaluation
  const missAt = (byStops: number): { miss: number; powers: number[] } => {
    const powers = lightIds.map(id =>
      roundToClicks(Math.max(-7, Math.min(0, look.lights[id]!.powerStops + byStops)), CLICK),
    )
    const after = changeSettings(
      set,
      look.id,
      Object.fromEntries(lightIds.map((id, at) => [id, { on: true, powerStops: powers[at]! }])),
    )
    return { miss: missOf(goal, evaluate(after, after.looks[0]!, lighting)), powers }
  }
  const off = (miss: number) => (goal === 'even' ? miss : Math.abs(miss))
  let best = { by: 0, ...missAt(0) }
  const look1 = (by: number) => {
    const found = missAt(by)
    if (off(found.miss) < off(best.miss) - 1e-9) best = { by, ...found }
  }
  for (let by = -7; by <= 7; by += COARSE_STOPS) look1(by)
  const around = best.by
  for (let by = around - COARSE_STOPS; by <= around + COARSE_STOPS + 1e-9; by += CLICK) look1(by)
  return best
}

const powerOffer = ({ offers }: Pick<MovesExercise, 'offers'>, lightId: string): number =>
  offers.findIndex(offer => offer.kind === 'power' && offer.lightId === lightId)

/** Lights that are turned together: each alone, and those of the backdrop. */
const teams = (set: StudioSet): string[][] => {
  const backdrop = set.lights.filter(({ job }) => job === 'backdrop').map(({ id }) => id)
  return [...set.lights.map(({ id }) => [id]), ...(backdrop.length > 1 ? [backdrop] : [])]
}

const isChange = (exercise: MovesExercise, { offer }: Move) => exercise.offers[offer]?.kind === 'change'

/**
 * The ways to set it that take the fewest minutes, the best three: what is offered moved or not, then lights turned.
 * What the exercise was made from is among them, so that there always is one.
 */
export const bestWays = async (
  exercise: MovesExercise & { solution: readonly Move[] },
  lit: Lit,
  report: (share: number) => void = () => {},
): Promise<PracticeWay[]> => {
  const { offers, goal, solution } = exercise
  const ways: PracticeWay[] = []
  const see = (moves: readonly Move[], missStops: number) => {
    const isReached = isSet(exercise, missStops)
    const minutes = minutesOfMoves(exercise, moves)
    const isKnown = ways.some(way => JSON.stringify(way.moves) === JSON.stringify(moves))
    if (isReached && !isKnown) ways.push({ moves, minutes, missStops, isReached })
  }
  const missAfter = async (moves: readonly Move[]) => missOf(goal, await judged(lit, movedSet(exercise, moves)))
  see(solution, await missAfter(solution))
  const inSolution = solution.filter(move => isChange(exercise, move))
  const singles = offers.flatMap((offer, at): Move[][] => (offer.kind === 'change' ? [[{ offer: at }]] : []))
  const laid: Move[][] = [[], ...singles, ...(inSolution.length > 1 ? [inSolution] : [])]
  for (const [index, changes] of laid.entries()) {
    const least = Math.min(...ways.map(({ minutes }) => minutes))
    // With a light turned it would be no quicker than three ways that there are.
    if (ways.length >= NAMED && minutesOfMoves(exercise, changes) > least + 3) continue
    const evaluation = await judged(lit, movedSet(exercise, changes))
    see(changes, missOf(goal, evaluation))
    for (const team of teams(exercise.set)) {
      const { miss, powers } = turnedBest(evaluation, goal, team)
      see(
        [...changes, ...team.map((id, at): Move => ({ offer: powerOffer(exercise, id), powerStops: powers[at]! }))],
        miss,
      )
    }
    report((index + 1) / laid.length)
  }
  return ways.toSorted((a, b) => a.minutes - b.minutes).slice(0, NAMED)
}
