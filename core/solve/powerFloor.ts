import type { Constraint } from '../evaluation/constraint'
import { POWER_FLOOR_STEPS, BITS_LEFT, STOPS_OFF } from './thresholds'

const LOGS = Float64Array.from({ length: POWER_FLOOR_STEPS + 1 }, (_, step) => Math.log2(1 + step / POWER_FLOOR_STEPS))
const single = new Float32Array(1)
const bits = new Int32Array(single.buffer)

/** The stops of a positive ratio, from a table: within {@link STOPS_OFF}. */
export const quickStops = (ratio: number): number => {
  single[0] = ratio
  const word = bits[0]!
  const step = (word >> BITS_LEFT) & (POWER_FLOOR_STEPS - 1)
  const low = LOGS[step]!
  return (word >> 23) - 127 + low + ((word & 0x1fff) / 8192) * (LOGS[step + 1]! - low)
}

/** What a constraint's miss costs at least, by its size in stops. */
export type Penalty = (missStops: number, constraint: Constraint) => number

/**
 * Tells of a turned control that it cannot be better, without asking every constraint exactly: what those that are
 * plain levels cost at least is added up, the heaviest first, until it is over a limit. Never says so of what is.
 * @param columns what each control gives at full power, a number for each row
 * @param starts first row of each constraint
 */
export const powerFloor = (
  constraints: readonly Constraint[],
  columns: readonly Float64Array[],
  starts: readonly number[],
  penalty: Penalty,
) => {
  const plain = constraints.flatMap((constraint, index) =>
    constraint.level === undefined ? [] : [{ constraint, row: starts[index]!, level: constraint.level }],
  )
  let order = plain
  return {
    /** Puts those first that weigh most where the sums of light are now. */
    lookAt: (sums: Float64Array): void => {
      const costOf = ({ constraint, row, level }: (typeof plain)[number]) =>
        penalty(Math.log2(sums[row]! / level), constraint)
      order = plain
        .map(one => ({ one, cost: costOf(one) }))
        .toSorted((a, b) => b.cost - a.cost)
        .map(({ one }) => one)
    },
    /** Whether sums with one control turned by a factor cost more than a limit for certain. */
    isHopeless: (sums: Float64Array, control: number, byFactor: number, limit: number): boolean => {
      const column = columns[control]!
      let cost = 0
      for (const { constraint, row, level } of order) {
        const ratio = (sums[row]! + byFactor * column[row]!) / level
        // Nothing, and what single precision cannot hold, is left to the exact way.
        if (!(ratio > 1e-30 && ratio < 1e30)) continue
        cost += penalty(Math.max(0, Math.abs(quickStops(ratio)) - STOPS_OFF), constraint)
        if (cost > limit) return true
      }
      return false
    },
  }
}
