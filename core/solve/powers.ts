import type { LightSetting } from '../set/schema'
import { ON_TARGET_STOPS } from '../tone/target'
import { ratioFromStops, stopsFromRatio, tidyStops } from '../units/stops'
import { boundedLeastSquares } from './boundedLeastSquares'

/** A light whose power may be changed. */
export type Dial = {
  lightId: string
  /** Dials of one group that turn alike are one instruction. */
  group: string
  /** Furthest below full power. */
  rangeStops: number
  clickStops: number
  now: LightSetting
}

/** One wish: what each dial gives at a point at full power, and what the point should get, in one unit of light. */
export type Wish = {
  pointId: string
  shares: readonly number[]
  wanted: number
  /** A must: no other wish may pull the point further off than the tolerance allows. */
  isHard: boolean
}

export type PowerAnswer = {
  settings: Record<string, LightSetting>
  /** Stops by which each wish is missed after clicks: above 0 too bright, below 0 too dark. */
  missStops: number[]
  isReached: boolean
}

/** Position of a dial: whole clicks below full, or off. */
type Position = number | 'off'

/** How strongly a dial holds on to where it is, against stops of error: only settles what the wishes leave open. */
const HOLD = 1e-3
/** By the square, so that two lights turned a little are rather taken than one turned far; up to this many. */
const HOLD_MOST = 6

/** What each instruction more costs, so that "a third to both" wins over two numbers that are hardly better. */
const INSTRUCTION = 1e-2

/** What a point off its target costs beside its miss: being on target is worth ten instructions. */
const OFF_TARGET = 0.1

/** What a hard wish's miss weighs past its tolerance, against the others. */
const HARD = 1000

const penalty = (missStops: number, isHard: boolean): number => {
  const past = isHard ? Math.max(0, Math.abs(missStops) - ON_TARGET_STOPS / 2) : 0
  const offTarget = Math.abs(missStops) > ON_TARGET_STOPS ? OFF_TARGET : 0
  return missStops * missStops + HARD * past * past + offTarget
}

const factorAt = (dial: Dial, position: Position): number =>
  position === 'off' ? 0 : ratioFromStops(-position * dial.clickStops)

const lastClick = (dial: Dial): number => Math.floor(dial.rangeStops / dial.clickStops + 1e-6)

const positionNow = (dial: Dial): Position =>
  dial.now.on ? Math.min(lastClick(dial), Math.max(0, Math.round(-dial.now.powerStops / dial.clickStops))) : 'off'

const missesOf = (wishes: readonly Wish[], factors: readonly number[]): number[] => wishes.map((wish) => {
  let light = 0
  for (let index = 0; index < factors.length; index++) light += wish.shares[index]! * factors[index]!
  return stopsFromRatio(light / wish.wanted)
})

/** How far a dial was turned, in stops; NaN when it was switched on or off. */
const turnOf = (dial: Dial, now: Position, position: Position): number =>
  position === now ? 0 : position === 'off' || now === 'off' ? Number.NaN : (position - now) * dial.clickStops

const isSameInstruction = (a: Dial, turnA: number, b: Dial, turnB: number): boolean =>
  a.group === b.group && (turnA === turnB || (Number.isNaN(turnA) && Number.isNaN(turnB)))

/** What a state of the dials costs: missed wishes first, then how much has to be done to get there. */
const errorOf = (dials: readonly Dial[], now: readonly Position[], wishes: readonly Wish[], positions: readonly Position[]): number => {
  const missed = missesOf(wishes, positions.map((position, index) => factorAt(dials[index]!, position)))
  const turns = positions.map((position, index) => turnOf(dials[index]!, now[index]!, position))
  let error = 0
  for (let index = 0; index < wishes.length; index++) error += penalty(missed[index]!, wishes[index]!.isHard)
  for (let index = 0; index < dials.length; index++) {
    const turn = turns[index]!
    if (turn === 0) continue
    error += HOLD * (Number.isNaN(turn) ? 1 : Math.min(HOLD_MOST, turn * turn))
    let isNew = true
    for (let other = 0; other < index && isNew; other++) isNew = !isSameInstruction(dials[index]!, turn, dials[other]!, turns[other]!)
    if (isNew) error += INSTRUCTION
  }
  return error
}

/** The clicks next to a position, and off beside the last of them. */
const neighbours = (dial: Dial, position: Position): Position[] => {
  const last = lastClick(dial)
  if (position === 'off') return [last, Math.max(0, last - 1)]
  const near = [position - 2, position - 1, position + 1, position + 2].filter(click => click >= 0 && click <= last)
  return [...near, 'off']
}

/** Improves clicks one dial or two dials at a time until nothing is gained: rounding each alone would not find them. */
const searchClicks = (dials: readonly Dial[], now: readonly Position[], wishes: readonly Wish[], start: readonly Position[]): Position[] => {
  let best = [...start]
  let error = errorOf(dials, now, wishes, best)
  const tryOut = (candidate: Position[]): boolean => {
    const found = errorOf(dials, now, wishes, candidate)
    if (found >= error - 1e-12) return false
    best = candidate
    error = found
    return true
  }
  const replaced = (from: readonly Position[], index: number, position: Position) => from.with(index, position)
  const improve = (): boolean => dials.some((dial, i) => neighbours(dial, best[i]!).some((position) => {
    const one = replaced(best, i, position)
    return tryOut(one) || dials.some((other, j) => j > i && neighbours(other, best[j]!).some(second => tryOut(replaced(one, j, second))))
  }))
  for (let round = 0; round < 200 && improve(); round++);
  return best
}

/**
 * The powers that bring every wish nearest to what is wanted, in whole clicks within each lamp's range.
 * Bounded least squares of relative error first, then a search over the clicks around it. Where all wishes are met already, nothing moves.
 */
export const solvePowers = (dials: readonly Dial[], wishes: readonly Wish[]): PowerAnswer => {
  const now = dials.map(positionNow)
  const answer = (positions: readonly Position[]): PowerAnswer => {
    const missStops = missesOf(wishes, positions.map((position, index) => factorAt(dials[index]!, position)))
    return {
      settings: Object.fromEntries(dials.map((dial, index) => {
        const position = positions[index]!
        return [dial.lightId, position === now[index]
          ? dial.now
          : { on: position !== 'off', powerStops: position === 'off' ? dial.now.powerStops : tidyStops(-position * dial.clickStops) }]
      })),
      missStops,
      isReached: missStops.every(stops => Math.abs(stops) <= ON_TARGET_STOPS),
    }
  }
  const asIs = answer(now)
  if (asIs.missStops.every(stops => Math.abs(stops) <= ON_TARGET_STOPS / 2)) return asIs
  const pulls = wishes.map(wish => Math.sqrt(wish.isHard ? HARD : 1))
  const wishRows = wishes.map((wish, index) => wish.shares.map(share => pulls[index]! * share / wish.wanted))
  const nowFactors = now.map((position, index) => factorAt(dials[index]!, position))
  const holdRows = dials.map((_, index) => dials.map((_, column) => column === index ? HOLD : 0))
  const ideal = boundedLeastSquares([...wishRows, ...holdRows], [...pulls, ...nowFactors.map(factor => factor * HOLD)], nowFactors)
  const rounded = ideal.map((factor, index): Position => {
    const dial = dials[index]!
    const click = Math.round(-stopsFromRatio(factor) / dial.clickStops)
    return click > lastClick(dial) + 1 / dial.clickStops ? 'off' : Math.min(lastClick(dial), Math.max(0, click))
  })
  const candidates = [rounded, now].map(start => searchClicks(dials, now, wishes, start))
  return answer(candidates.reduce((best, one) => errorOf(dials, now, wishes, one) < errorOf(dials, now, wishes, best) ? one : best))
}
