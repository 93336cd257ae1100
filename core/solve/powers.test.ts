import fc from 'fast-check'
import { fcnnlsVector } from 'ml-fcnnls'
import { Matrix } from 'ml-matrix'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { boundedLeastSquares } from './boundedLeastSquares'
import { levelConstraint, type Constraint } from '../evaluation/constraint'
import type { Control } from './controls'
import { solvePowers } from './powers'

/** Shares of light in thousandths: what a light gives at a point, none at all included. */
const share = fc.integer({ min: 0, max: 1000 }).map(thousandths => thousandths / 1000)
const problem = fc
  .record({ lights: fc.integer({ min: 1, max: 5 }), points: fc.integer({ min: 1, max: 8 }) })
  .chain(({ lights, points }) =>
    fc.record({
      rows: fc.array(fc.array(share, { minLength: lights, maxLength: lights }), {
        minLength: points,
        maxLength: points,
      }),
      wanted: fc.array(
        share.map(part => 2 * part),
        { minLength: points, maxLength: points },
      ),
    }),
  )
const errorOf = (rows: number[][], wanted: number[], x: number[]) =>
  rows.reduce(
    (sum, row, index) =>
      sum + (row.reduce((light, part, column) => light + part * x[column]!, 0) - wanted[index]!) ** 2,
    0,
  )

describe('bounded least squares', () => {
  it('agrees with an independent non-negative solver, and is never worse where the bounds bind', () => {
    fc.assert(
      fc.property(problem, ({ rows: points, wanted: levels }) => {
        // A slight wish to stay at half power makes the answer unique, as the solver's own hold does.
        const rows = [
          ...points,
          ...points[0]!.map((_, index) => points[0]!.map((_, column) => (index === column ? 0.2 : 0))),
        ]
        const wanted = [...levels, ...points[0]!.map(() => 0.1)]
        const own = boundedLeastSquares(
          rows,
          wanted,
          points[0]!.map(() => 0.5),
        )
        const free = fcnnlsVector(new Matrix(rows), wanted).K.to1DArray()
        if (free.every(value => value <= 1)) own.forEach((value, index) => expectWithin(value, free[index]!, 1e-4))
        const clipped = free.map(value => Math.min(1, Math.max(0, value)))
        expect(errorOf(rows, wanted, own)).toBeLessThanOrEqual(errorOf(rows, wanted, clipped) + 1e-6)
      }),
      { numRuns: 200 },
    )
  })

  it('holds them too where a column is made up of others, as met once', () => {
    const rows = [
      [0.379, 0.638, 0, 0.645],
      [0, 0.824, 0, 0.868],
      [0, 0, 0.98, 0],
    ]
    const wanted = [0.836, 0.376, 0]
    const x = boundedLeastSquares(rows, wanted, [0.5, 0.5, 0.5, 0.5])
    // All of it is reached but for the third light, which is wanted dark: 0.836 by the first at full and the others.
    const best = Math.min(
      ...Array.from({ length: 1001 }, (_, step) => step / 1000).flatMap(second =>
        Array.from({ length: 101 }, (_, part) => part / 100).map(fourth =>
          errorOf(rows, wanted, [1, second, 0, fourth]),
        ),
      ),
    )
    expect(errorOf(rows, wanted, x)).toBeLessThanOrEqual(best + 1e-9)
  })

  it('leaves no slope to follow inside its bounds (the conditions of Karush, Kuhn and Tucker)', () => {
    fc.assert(
      fc.property(problem, ({ rows, wanted }) => {
        const x = boundedLeastSquares(
          rows,
          wanted,
          rows[0]!.map(() => 0.5),
        )
        x.forEach((value, column) => {
          const slope = rows.reduce(
            (sum, row, index) =>
              sum + row[column]! * (wanted[index]! - row.reduce((light, part, other) => light + part * x[other]!, 0)),
            0,
          )
          if (value > 1e-6) expect(slope).toBeGreaterThan(-1e-4)
          if (value < 1 - 1e-6) expect(slope).toBeLessThan(1e-4)
        })
      }),
      { numRuns: 200 },
    )
  })
})

const control = (lightId: string, powerStops = -2, on = true): Control => ({
  lightId,
  group: lightId[0]!,
  rangeStops: 7,
  clickStops: 0.1,
  now: { on, powerStops },
})
const wish = (shares: number[], wanted: number, isPriority = false): Constraint =>
  levelConstraint(shares, wanted, { isPriority, isHard: true })

describe('solved powers', () => {
  it('reach targets that a random setting of the lamps shows to be reachable', () => {
    const strong = fc.double({ min: 0.05, max: 1, noNaN: true })
    fc.assert(
      fc.property(
        fc.array(fc.tuple(strong, strong, fc.integer({ min: 5, max: 60 })), { minLength: 2, maxLength: 2 }),
        lights => {
          // Each light rules one point; a tenth of it spills on the other.
          const shares = [
            [lights[0]![0], lights[1]![1] * 0.1],
            [lights[0]![1] * 0.1, lights[1]![0]],
          ]
          const truth = lights.map(([, , clicks]) => 2 ** (-clicks / 10))
          const wishes = shares.map(row => wish(row, row[0]! * truth[0]! + row[1]! * truth[1]!))
          const answer = solvePowers([control('a'), control('b')], wishes)
          expect(answer.isReached).toBe(true)
          Object.values(answer.settings).forEach(({ powerStops }) =>
            expectWithin(powerStops * 10, Math.round(powerStops * 10), 1e-6),
          )
        },
      ),
      { numRuns: 400 },
    )
  })

  it('moves nothing where the target is met already', () => {
    const controls = [control('a', -2.03), control('b', -1.5)]
    const wanted = 2 ** -2 + 0.5 * 2 ** -1.5
    expect(solvePowers(controls, [wish([1, 0.5], wanted)]).settings).toEqual({
      a: controls[0]!.now,
      b: controls[1]!.now,
    })
  })

  it('says by how much full power falls short', () => {
    const answer = solvePowers([control('a')], [wish([1], 2 ** 0.7)])
    expect(answer.isReached).toBe(false)
    expect(answer.settings.a).toEqual({ on: true, powerStops: 0 })
    expectWithin(answer.missStops[0]!, -0.7, 1e-9)
  })

  it('switches a light off where even its least is too much, and keeps a hard wish while doing so', () => {
    const answer = solvePowers([control('k', 0), control('b', -2)], [wish([1, 0.001], 1, true), wish([0.1, 1], 0.02)])
    expect(answer.settings.b!.on).toBe(false)
    expectWithin(answer.missStops[0]!, 0, 0.05)
    expect(answer.missStops[1]!).toBeGreaterThan(2)
  })

  it('leaves switches alone where lights are only turned: on stays on at its least, off stays off', () => {
    const only = (one: Control): Control => ({ ...one, isOnlyTurned: true })
    const dark = control('d', -2, false)
    const [k, b, d] = [control('k', 0), control('b', -2), dark].map(only)
    const least = -Math.floor(b!.rangeStops / b!.clickStops + 1e-6) * b!.clickStops
    const answer = solvePowers([k!, b!, d!], [wish([1, 0.001, 1], 1, true), wish([0.1, 1, 1], 0.02)])
    expect(answer.settings.b!.on).toBe(true)
    expectWithin(answer.settings.b!.powerStops, least, 1e-9)
    expect(answer.settings.d).toEqual(dark.now)
  })

  it('gives one instruction to lights of a group where two are hardly better', () => {
    const answer = solvePowers(
      [control('b1'), control('b2')],
      [wish([1, 0.32], 2 ** -1.5 * 1.3), wish([0.3, 1], 2 ** -1.5 * 1.31)],
    )
    expect(answer.settings.b1).toEqual(answer.settings.b2)
  })
})
