import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { levelConstraint } from '../evaluation/constraint'
import { powerFloor, quickStops } from './powerFloor'
import { STOPS_OFF } from './thresholds'

describe('the floor of what powers cost', () => {
  it('knows the stops of any ratio to a millionth', () => {
    fc.assert(
      fc.property(fc.double({ min: 1e-25, max: 1e25, noNaN: true }), ratio =>
        expectWithin(quickStops(ratio), Math.log2(ratio), STOPS_OFF),
      ),
      { numRuns: 5000 },
    )
    for (const ratio of [1, 2, 0.5, 1024]) expectWithin(quickStops(ratio), Math.log2(ratio), 1e-12)
  })

  it('never calls hopeless what costs less than the limit', () => {
    const amount = fc.double({ min: 0, max: 4, noNaN: true })
    const penalty = (miss: number) => miss * miss
    fc.assert(
      fc.property(
        fc.array(fc.tuple(amount, amount, fc.double({ min: 0.01, max: 4, noNaN: true })), {
          minLength: 1,
          maxLength: 12,
        }),
        fc.double({ min: -0.9, max: 0.9, noNaN: true }),
        fc.double({ min: 0, max: 20, noNaN: true }),
        (rows, byFactor, limit) => {
          const constraints = rows.map(([, share, wanted]) => levelConstraint([share], wanted))
          const columns = [Float64Array.from(rows, ([, share]) => share)]
          const sums = Float64Array.from(rows, ([sum]) => sum)
          const floor = powerFloor(
            constraints,
            columns,
            rows.map((_, row) => row),
            penalty,
          )
          floor.lookAt(sums)
          const cost = rows.reduce((total, [sum, share, wanted]) => {
            const ratio = (sum + byFactor * share) / wanted
            return ratio > 0 ? total + Math.log2(ratio) ** 2 : Number.POSITIVE_INFINITY
          }, 0)
          if (floor.isHopeless(sums, 0, byFactor, limit)) expect(cost).toBeGreaterThan(limit)
        },
      ),
      { numRuns: 3000 },
    )
  })

  it('calls hopeless what is far over it', () => {
    const constraints = [levelConstraint([1], 1), levelConstraint([1], 2)]
    const floor = powerFloor(constraints, [Float64Array.of(1, 1)], [0, 1], miss => miss * miss)
    floor.lookAt(Float64Array.of(1, 2))
    expect(floor.isHopeless(Float64Array.of(1, 2), 0, 3, 1)).toBe(true)
    expect(floor.isHopeless(Float64Array.of(1, 2), 0, 0.01, 1)).toBe(false)
  })
})
