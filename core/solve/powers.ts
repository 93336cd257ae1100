import type { LightSetting } from '../model/schema'
import type { Constraint } from '../evaluation/constraint'
import { ON_TARGET_STOPS } from '../evaluation/target'
import { stopsFromRatio, tidyStops } from '../physics/units/stops'
import { boundedLeastSquares } from './boundedLeastSquares'
import { factorAt, lastClick, positionNow, turnsCost, type Dial, type Position } from './controls'

/** Powers that meet constraints best, and what they miss. */
export type PowerAnswer = {
  settings: Record<string, LightSetting>
  /** Stops by which each constraint is missed after clicks: above 0 too much, below 0 too little. */
  missStops: number[]
  /** Whether every hard constraint is met. */
  isReached: boolean
  /** What is missed and what has to be done for it, in one figure to compare answers by. */
  cost: number
}

/** What a constraint off its target costs beside its miss: being on target is worth ten instructions. */
const OFF_TARGET = 0.1
/** What the anchor's miss weighs past most of its tolerance, against the others. */
const ANCHOR = 1000
const ANCHOR_FREE_STOPS = 0.7 * ON_TARGET_STOPS
/** What a wish weighs against what has to be. */
const WISHED = 0.1
const PULL_OF_HOLD = 1e-3
/** How hard a dial that must not be touched is held. */
const PULL_OF_FIXED = 1e3
/** A constraint that no light reaches is as far off as this. */
const WORST_STOPS = 30

const penalty = (missStops: number, { isAnchor, isHard }: Constraint): number => {
  const miss = Number.isNaN(missStops) ? WORST_STOPS : Math.min(WORST_STOPS, Math.abs(missStops))
  const past = isAnchor ? Math.max(0, miss - ANCHOR_FREE_STOPS) : 0
  const offTarget = miss > ON_TARGET_STOPS ? OFF_TARGET : 0
  return (isHard ? 1 : WISHED) * (miss * miss + ANCHOR * past * past + offTarget)
}

/** Rows of all constraints one after another, a column for each dial. */
const packed = (dials: readonly Dial[], constraints: readonly Constraint[]) => {
  const rows = constraints.flatMap(constraint => constraint.rows)
  const starts = constraints.map((_, index) =>
    constraints.slice(0, index).reduce((sum, constraint) => sum + constraint.rows.length, 0),
  )
  const bases = Float64Array.from(
    constraints.flatMap(({ rows: own, bases: there }) => own.map((_, at) => there?.[at] ?? 0)),
  )
  return {
    count: rows.length,
    starts,
    bases,
    columns: dials.map((_, index) => Float64Array.from(rows, row => row[index]!)),
  }
}

/** The clicks next to a position, and off beside the last of them. */
const neighbours = (dial: Dial, position: Position): Position[] => {
  if (dial.isFixed) return []
  const last = lastClick(dial)
  if (position === 'off') return [last, Math.max(0, last - 1)]
  const near = [position - 2, position - 1, position + 1, position + 2].filter(click => click >= 0 && click <= last)
  return [...near, 'off']
}

/**
 * Weighs states of the dials; sums of light are carried from state to state, so that a turned dial costs one column.
 */
const scales = (dials: readonly Dial[], constraints: readonly Constraint[], now: readonly Position[]) => {
  const { count, starts, bases, columns } = packed(dials, constraints)
  const moved = new Float64Array(count)

  const sumsAt = (positions: readonly Position[]): Float64Array => {
    const sums = Float64Array.from(bases)
    positions.forEach((position, dial) => addTurn(sums, sums, dial, factorAt(dials[dial]!, position)))
    return sums
  }
  const addTurn = (from: Float64Array, into: Float64Array, dial: number, byFactor: number) => {
    const column = columns[dial]!
    for (let row = 0; row < count; row++) into[row] = from[row]! + byFactor * column[row]!
  }
  const missesAt = (sums: Float64Array): number[] =>
    constraints.map((constraint, index) => constraint.missOf(constraint.measure(sums, starts[index]!)))
  /** Stops adding as soon as the cost is over `limit`. */
  const costAt = (sums: Float64Array, positions: readonly Position[], limit = Number.POSITIVE_INFINITY): number => {
    let cost = turnsCost(dials, now, positions)
    for (let index = 0; index < constraints.length && cost < limit; index++) {
      const constraint = constraints[index]!
      cost += penalty(constraint.missOf(constraint.measure(sums, starts[index]!)), constraint)
    }
    return cost
  }
  return { moved, sumsAt, addTurn, missesAt, costAt }
}

/**
 * Improves clicks one dial, then two dials at a time until nothing is gained: rounding each alone would not find
 * them.
 */
const searchClicks = (
  dials: readonly Dial[],
  { moved, sumsAt, addTurn, costAt }: ReturnType<typeof scales>,
  start: readonly Position[],
) => {
  let best = [...start]
  let sums = sumsAt(best)
  let cost = costAt(sums, best)
  const second = new Float64Array(sums.length)
  const stepOf = (dial: number, position: Position) =>
    factorAt(dials[dial]!, position) - factorAt(dials[dial]!, best[dial]!)
  const takeIfBetter = (candidate: Position[], light: Float64Array): boolean => {
    const found = costAt(light, candidate, cost - 1e-12)
    if (found >= cost - 1e-12) return false
    best = candidate
    sums = sumsAt(best)
    cost = found
    return true
  }
  const improveOne = (): boolean =>
    dials.some((dial, i) =>
      neighbours(dial, best[i]!).some(position => {
        addTurn(sums, moved, i, stepOf(i, position))
        return takeIfBetter(best.with(i, position), moved)
      }),
    )
  const improveTwo = (): boolean =>
    dials.some((dial, i) =>
      neighbours(dial, best[i]!).some(position => {
        addTurn(sums, moved, i, stepOf(i, position))
        return dials.some(
          (other, j) =>
            j > i &&
            neighbours(other, best[j]!).some(next => {
              addTurn(moved, second, j, stepOf(j, next))
              return takeIfBetter(best.with(i, position).with(j, next), second)
            }),
        )
      }),
    )
  for (let round = 0; round < 400 && (improveOne() || improveTwo()); round++);
  return { positions: best, cost }
}

/** Powers that come near before clicks: least squares of the levels' relative errors, within what the lamps can do. */
/** How hard a constraint pulls against the others. */
const pullOf = ({ isAnchor, isHard }: Constraint): number => {
  if (isAnchor) return ANCHOR
  return isHard ? 1 : WISHED
}

const ideal = (dials: readonly Dial[], constraints: readonly Constraint[], now: readonly number[]): number[] => {
  const aims = constraints.flatMap(constraint =>
    constraint.aims.map(({ row, wanted }) => ({
      shares: constraint.rows[row]!,
      wanted,
      base: constraint.bases?.[row] ?? 0,
      pull: Math.sqrt(pullOf(constraint) / constraint.aims.length),
    })),
  )
  const rows = aims.map(({ shares, wanted, pull }) => shares.map(share => (pull * share) / wanted))
  const pulls = dials.map(dial => (dial.isFixed ? PULL_OF_FIXED : PULL_OF_HOLD))
  const holds = dials.map((_, index) => dials.map((_, column) => (column === index ? pulls[index]! : 0)))
  return boundedLeastSquares(
    [...rows, ...holds],
    [
      ...aims.map(({ pull, wanted, base }) => (pull * Math.max(0, wanted - base)) / wanted),
      ...now.map((factor, index) => factor * pulls[index]!),
    ],
    now,
  )
}

/**
 * The powers that bring every constraint nearest to what is wanted, in whole clicks within each lamp's range.
 * Bounded least squares of relative error first, then a search over the clicks around it. Where all is met already,
 * nothing moves.
 */
export const solvePowers = (dials: readonly Dial[], constraints: readonly Constraint[]): PowerAnswer => {
  const now = dials.map(positionNow)
  const weigh = scales(dials, constraints, now)
  const answer = (positions: readonly Position[]): PowerAnswer => {
    const sums = weigh.sumsAt(positions)
    const missStops = weigh.missesAt(sums)
    return {
      settings: Object.fromEntries(
        dials.map((dial, index) => {
          const position = positions[index]!
          return [
            dial.lightId,
            position === now[index]
              ? dial.now
              : {
                  on: position !== 'off',
                  powerStops: position === 'off' ? dial.now.powerStops : tidyStops(-position * dial.clickStops),
                },
          ]
        }),
      ),
      missStops,
      isReached: missStops.every((stops, index) => !constraints[index]!.isHard || Math.abs(stops) <= ON_TARGET_STOPS),
      cost: weigh.costAt(sums, positions),
    }
  }
  const asIs = answer(now)
  if (asIs.missStops.every(stops => Math.abs(stops) <= ON_TARGET_STOPS / 2)) return asIs
  const wanted = ideal(
    dials,
    constraints,
    now.map((position, index) => factorAt(dials[index]!, position)),
  )
  const rounded = wanted.map((factor, index): Position => {
    const dial = dials[index]!
    if (dial.isFixed) return now[index]!
    const click = Math.round(-stopsFromRatio(factor) / dial.clickStops)
    return click > lastClick(dial) + 1 / dial.clickStops ? 'off' : Math.min(lastClick(dial), Math.max(0, click))
  })
  const [first, second] = [rounded, now].map(start => searchClicks(dials, weigh, start))
  return answer(first!.cost < second!.cost ? first!.positions : second!.positions)
}
