import type { Band } from './target'
import { missFrom } from './target'
import { stopsFromRatio } from '../physics/units/stops'

/**
 * Something wanted of the light, in a form that powers can be solved for: rows of what each light gives at full
 * power, and how far
 * what the rows add up to is from what is wanted.
 */
export type Constraint = {
  /** What each light gives at full power, a row for each sum that is looked at; lux-seconds. */
  rows: readonly (readonly number[])[]
  /** What is there without any light: the room's own, a number for each row; lux-seconds. Nothing where absent. */
  bases?: readonly number[]
  /** The figure that is judged, from the sums of the rows, which begin at `from`: mostly stops. */
  measure: (sums: Float64Array, from: number) => number
  /** How far a figure is off, in stops: above 0 too much, below 0 too little. */
  missOf: (measured: number) => number
  /** Where the miss is just the stops of the first row over a level: that level, lux-seconds. */
  level?: number
  /** The level that a row is looked for at first. */
  aims: readonly { row: number; wanted: number }[]
  /** Every tone is relative to this one, so no other constraint may pull it away. */
  isPriority: boolean
  /** The look is off target without it. */
  isHard: boolean
}

type Standing = Pick<Constraint, 'isPriority' | 'isHard'>
const PLAIN: Standing = { isPriority: false, isHard: true }

/** One sum about a level. */
export const levelConstraint = (
  shares: readonly number[],
  wanted: number,
  standing: Standing = PLAIN,
  free: Pick<Band, 'freeAbove' | 'freeBelow'> = { freeAbove: 0, freeBelow: 0 },
  base = 0,
): Constraint => {
  const band: Band = { stops: 0, freeAbove: free.freeAbove, freeBelow: free.freeBelow }
  return {
    rows: [shares],
    bases: [base],
    ...standing,
    measure: (sums, from) => stopsFromRatio(sums[from]! / wanted),
    missOf: stops => missFrom(stops, band),
    level: band.freeAbove === 0 && band.freeBelow === 0 ? wanted : undefined,
    // Where any amount is welcome on one side, the least that counts is as good as any.
    aims: band.freeBelow > 0 ? [] : [{ row: 0, wanted }],
  }
}

/** One sum over another, in stops. */
export const ratioConstraint = (
  rows: readonly [readonly number[], readonly number[]],
  missOf: Constraint['missOf'],
  standing: Standing = PLAIN,
  bases: readonly [number, number] = [0, 0],
  aims: Constraint['aims'] = [],
): Constraint => ({
  rows,
  bases,
  ...standing,
  missOf,
  aims,
  measure: (sums, from) => stopsFromRatio(sums[from]! / sums[from + 1]!),
})

/** From the least to the most of some sums, in stops; each is looked for at `level` first, where there is one. */
export const spreadConstraint = (
  rows: readonly (readonly number[])[],
  withinStops: number,
  level: number | undefined,
  standing: Standing = PLAIN,
  bases?: readonly number[],
): Constraint => ({
  rows,
  bases,
  ...standing,
  measure: (sums, from) => {
    let [least, most] = [Number.POSITIVE_INFINITY, 0]
    for (let index = from; index < from + rows.length; index++) {
      least = Math.min(least, sums[index]!)
      most = Math.max(most, sums[index]!)
    }
    return stopsFromRatio(most / least)
  },
  missOf: spread => Math.max(0, spread - withinStops),
  aims: level === undefined ? [] : rows.map((_, row) => ({ row, wanted: level })),
})

/** The figure of a constraint at some factors of the lights. */
export const measureAt = (constraint: Constraint, factors: readonly number[]): number =>
  constraint.measure(
    Float64Array.from(constraint.rows, (row, at) =>
      row.reduce((sum, share, index) => sum + share * factors[index]!, constraint.bases?.[at] ?? 0),
    ),
    0,
  )
