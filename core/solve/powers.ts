import type { LightSetting } from '../model/schema'
import type { Constraint } from '../evaluation/constraint'
import { ON_TARGET_STOPS } from '../evaluation/thresholds'
import { stopsFromRatio, tidyStops } from '../physics/units/stops'
import { boundedLeastSquares } from './boundedLeastSquares'
import { powerFloor } from './powerFloor'
import { factorAt, lastClick, positionNow, turnsCost, type Control, type Position } from './controls'
import { OFF_TARGET, WISHED, PULL_OF_HOLD, PULL_OF_FIXED, WORST_STOPS } from './thresholds'

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

/** What the anchor's miss weighs past most of its tolerance, against the others. */
const PRIORITY = 1000
const ANCHOR_FREE_STOPS = 0.7 * ON_TARGET_STOPS

const penalty = (missStops: number, { isPriority, isHard }: Constraint): number => {
  const miss = Number.isNaN(missStops) ? WORST_STOPS : Math.min(WORST_STOPS, Math.abs(missStops))
  const past = isPriority ? Math.max(0, miss - ANCHOR_FREE_STOPS) : 0
  const offTarget = miss > ON_TARGET_STOPS ? OFF_TARGET : 0
  return (isHard ? 1 : WISHED) * (miss * miss + PRIORITY * past * past + offTarget)
}

/** Rows of all constraints one after another, a column for each control. */
const packed = (controls: readonly Control[], constraints: readonly Constraint[]) => {
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
    columns: controls.map((_, index) => Float64Array.from(rows, row => row[index]!)),
  }
}

/** The clicks next to a position, and off beside the last of them. */
const neighbours = (control: Control, position: Position): Position[] => {
  if (control.isFixed || (control.isOnlyTurned && position === 'off')) return []
  const last = lastClick(control)
  if (position === 'off') return [last, Math.max(0, last - 1)]
  const near = [position - 2, position - 1, position + 1, position + 2].filter(click => click >= 0 && click <= last)
  return control.isOnlyTurned ? near : [...near, 'off']
}

/**
 * Weighs states of the controls; sums of light are carried from state to state, so that a turned control costs one
 * column.
 */
const scales = (controls: readonly Control[], constraints: readonly Constraint[], now: readonly Position[]) => {
  const { count, starts, bases, columns } = packed(controls, constraints)
  const moved = new Float64Array(count)
  const floor = powerFloor(constraints, columns, starts, penalty)

  const sumsAt = (positions: readonly Position[]): Float64Array => {
    const sums = Float64Array.from(bases)
    positions.forEach((position, control) => addTurn(sums, sums, control, factorAt(controls[control]!, position)))
    return sums
  }
  const addTurn = (from: Float64Array, into: Float64Array, control: number, byFactor: number) => {
    const column = columns[control]!
    for (let row = 0; row < count; row++) into[row] = from[row]! + byFactor * column[row]!
  }
  const missesAt = (sums: Float64Array): number[] =>
    constraints.map((constraint, index) => constraint.missOf(constraint.measure(sums, starts[index]!)))
  /** Stops adding as soon as the cost is over `limit`. */
  const costAt = (sums: Float64Array, positions: readonly Position[], limit = Number.POSITIVE_INFINITY): number => {
    let cost = turnsCost(controls, now, positions)
    for (let index = 0; index < constraints.length && cost < limit; index++) {
      const constraint = constraints[index]!
      cost += penalty(constraint.missOf(constraint.measure(sums, starts[index]!)), constraint)
    }
    return cost
  }
  return { moved, floor, sumsAt, addTurn, missesAt, costAt }
}

/**
 * Improves clicks one control, then two controls at a time until nothing is gained: rounding each alone would not find
 * them.
 */
const searchClicks = (
  controls: readonly Control[],
  { moved, floor, sumsAt, addTurn, costAt }: ReturnType<typeof scales>,
  start: readonly Position[],
) => {
  let best = [...start]
  let sums = sumsAt(best)
  let cost = costAt(sums, best)
  floor.lookAt(sums)
  const second = new Float64Array(sums.length)
  const stepOf = (control: number, position: Position) =>
    factorAt(controls[control]!, position) - factorAt(controls[control]!, best[control]!)
  const takeIfBetter = (candidate: Position[], light: Float64Array): boolean => {
    const found = costAt(light, candidate, cost - 1e-12)
    if (found >= cost - 1e-12) return false
    best = candidate
    sums = sumsAt(best)
    cost = found
    floor.lookAt(sums)
    return true
  }
  const improveOne = (): boolean =>
    controls.some((control, i) =>
      neighbours(control, best[i]!).some(position => {
        const step = stepOf(i, position)
        if (floor.isHopeless(sums, i, step, cost)) return false
        addTurn(sums, moved, i, step)
        return takeIfBetter(best.with(i, position), moved)
      }),
    )
  const improveTwo = (): boolean =>
    controls.some((control, i) =>
      neighbours(control, best[i]!).some(position => {
        addTurn(sums, moved, i, stepOf(i, position))
        return controls.some(
          (other, j) =>
            j > i &&
            neighbours(other, best[j]!).some(next => {
              const step = stepOf(j, next)
              if (floor.isHopeless(moved, j, step, cost)) return false
              addTurn(moved, second, j, step)
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
const pullOf = ({ isPriority, isHard }: Constraint): number => {
  if (isPriority) return PRIORITY
  return isHard ? 1 : WISHED
}

const ideal = (controls: readonly Control[], constraints: readonly Constraint[], now: readonly number[]): number[] => {
  const aims = constraints.flatMap(constraint =>
    constraint.aims.map(({ row, wanted }) => ({
      shares: constraint.rows[row]!,
      wanted,
      base: constraint.bases?.[row] ?? 0,
      pull: Math.sqrt(pullOf(constraint) / constraint.aims.length),
    })),
  )
  const rows = aims.map(({ shares, wanted, pull }) => shares.map(share => (pull * share) / wanted))
  const pulls = controls.map(control => (control.isFixed ? PULL_OF_FIXED : PULL_OF_HOLD))
  const holds = controls.map((_, index) => controls.map((_, column) => (column === index ? pulls[index]! : 0)))
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
export const solvePowers = (controls: readonly Control[], constraints: readonly Constraint[]): PowerAnswer => {
  const now = controls.map(positionNow)
  const weigh = scales(controls, constraints, now)
  const answer = (positions: readonly Position[]): PowerAnswer => {
    const sums = weigh.sumsAt(positions)
    const missStops = weigh.missesAt(sums)
    return {
      settings: Object.fromEntries(
        controls.map((control, index) => {
          const position = positions[index]!
          return [
            control.lightId,
            position === now[index]
              ? control.now
              : {
                  on: position !== 'off',
                  powerStops: position === 'off' ? control.now.powerStops : tidyStops(-position * control.clickStops),
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
    controls,
    constraints,
    now.map((position, index) => factorAt(controls[index]!, position)),
  )
  const rounded = wanted.map((factor, index): Position => {
    const control = controls[index]!
    if (control.isFixed || (control.isOnlyTurned && now[index] === 'off')) return now[index]!
    const click = Math.round(-stopsFromRatio(factor) / control.clickStops)
    return !control.isOnlyTurned && click > lastClick(control) + 1 / control.clickStops
      ? 'off'
      : Math.min(lastClick(control), Math.max(0, click))
  })
  const [first, second] = [rounded, now].map(start => searchClicks(controls, weigh, start))
  return answer(first!.cost < second!.cost ? first!.positions : second!.positions)
}
