import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { bestOrder, contradiction, keepsTo, minutesOfOrder, type OrderCondition } from './order'
import { MOST_EXACT } from './thresholds'

const permutations = (items: readonly number[]): number[][] =>
  items.length === 0
    ? [[]]
    : items.flatMap(item => permutations(items.filter(other => other !== item)).map(rest => [item, ...rest]))

const matrix = (count: number) =>
  fc.array(
    fc.array(
      fc.integer({ min: 0, max: 90 }).map(tenths => tenths / 10),
      { minLength: count, maxLength: count },
    ),
    {
      minLength: count,
      maxLength: count,
    },
  )

const condition = (count: number): fc.Arbitrary<OrderCondition> => {
  const look = fc.integer({ min: 0, max: count - 1 })
  const pair = fc.tuple(look, look).filter(([a, b]) => a !== b)
  return fc.oneof(
    look.map(one => ({ kind: 'first' as const, look: one })),
    look.map(one => ({ kind: 'last' as const, look: one })),
    pair.map(([one, other]) => ({ kind: 'before' as const, look: one, other })),
    pair.map(([one, other]) => ({ kind: 'together' as const, look: one, other })),
  )
}

const cases = fc
  .integer({ min: 2, max: 7 })
  .chain(count => fc.tuple(matrix(count), fc.array(condition(count), { maxLength: 4 })))

/** Every order tried: the fewest minutes of those that keep to all conditions. */
const byTrying = (minutes: number[][], conditions: OrderCondition[]): number | undefined => {
  const sums = permutations(minutes.map((_, look) => look))
    .filter(order => conditions.every(one => keepsTo(order, one)))
    .map(order => minutesOfOrder(minutes, order))
  return sums.length > 0 ? Math.min(...sums) : undefined
}

describe('the order of looks', () => {
  it('is the one of fewest minutes, as trying every order finds it', () => {
    fc.assert(
      fc.property(cases, ([minutes, conditions]) => {
        const [found, least] = [bestOrder(minutes, conditions), byTrying(minutes, conditions)]
        expect(found === undefined).toBe(least === undefined)
        if (!found) return
        expectWithin(found.minutes, least!, 1e-9)
        expectWithin(minutesOfOrder(minutes, found.order), found.minutes, 1e-9)
        expect(conditions.every(one => keepsTo(found.order, one))).toBe(true)
        expect(found.order.toSorted((a, b) => a - b)).toEqual(minutes.map((_, look) => look))
      }),
      { numRuns: 150 },
    )
  })

  it('is the same for eight looks', () => {
    fc.assert(
      fc.property(matrix(8), minutes => expectWithin(bestOrder(minutes)!.minutes, byTrying(minutes, [])!, 1e-9)),
      { numRuns: 4 },
    )
  })

  it('of many looks keeps to its conditions, and says how far it may be from the best', () => {
    const count = MOST_EXACT + 6
    const conditions: OrderCondition[] = [
      { kind: 'first', look: 5 },
      { kind: 'last', look: 0 },
      { kind: 'before', look: 9, other: 3 },
      { kind: 'together', look: 2, other: 14 },
    ]
    fc.assert(
      fc.property(matrix(count), minutes => {
        const found = bestOrder(minutes, conditions)!
        expect(found.isExact).toBe(false)
        expect(conditions.every(one => keepsTo(found.order, one))).toBe(true)
        expect(found.leastMinutes).toBeLessThanOrEqual(found.minutes)
        expect(new Set(found.order).size).toBe(count)
      }),
      { numRuns: 10 },
    )
  })

  it('of many looks on a line is found: there the best is known', () => {
    // Looks stand on a line in a shuffled way; a change takes as long as they lie apart.
    const places = Array.from({ length: 24 }, (_, look) => (look * 7) % 24)
    const minutes = places.map(one => places.map(other => Math.abs(one - other)))
    expect(bestOrder(minutes)!.minutes).toBe(23)
  })
})

describe('conditions on more looks than are tried exactly', () => {
  const count = MOST_EXACT + 4
  /** An order drawn at random, and conditions that it keeps to. */
  const kept = fc
    .shuffledSubarray(
      Array.from({ length: count }, (_, look) => look),
      { minLength: count },
    )
    .chain(order =>
      fc.tuple(
        fc.constant(order),
        fc.array(
          fc.tuple(fc.integer({ min: 0, max: count - 2 }), fc.constantFrom('first', 'last', 'before', 'together')),
          { maxLength: 8 },
        ),
      ),
    )
    .map(([order, drawn]) => ({
      order,
      conditions: drawn.map(([at, kind]): OrderCondition => {
        if (kind === 'first') return { kind, look: order[0]! }
        if (kind === 'last') return { kind, look: order.at(-1)! }
        return { kind: kind as 'before', look: order[at]!, other: order[at + 1]! }
      }),
    }))

  it('hold together where some order keeps to all, and that order is found', () => {
    fc.assert(
      fc.property(kept, ({ conditions }) => {
        expect(contradiction(count, conditions)).toEqual([])
        const flat = Array.from({ length: count }, () => Array.from({ length: count }, () => 1))
        const found = bestOrder(flat, conditions)!
        expect(conditions.filter(one => !keepsTo(found.order, one))).toEqual([])
        expect(found.order.toSorted((a, b) => a - b)).toEqual(flat.map((_, look) => look))
      }),
      { numRuns: 40 },
    )
  })

  it('contradict each other where none does, and those are named', () => {
    const fine: OrderCondition = { kind: 'together', look: 7, other: 8 }
    for (const clash of [
      [
        { kind: 'first', look: 1 },
        { kind: 'before', look: 2, other: 1 },
      ],
      [
        { kind: 'last', look: 1 },
        { kind: 'before', look: 1, other: 2 },
      ],
      [
        { kind: 'first', look: 1 },
        { kind: 'first', look: 2 },
      ],
      [
        { kind: 'last', look: 3 },
        { kind: 'last', look: 2 },
      ],
      [
        { kind: 'together', look: 1, other: 2 },
        { kind: 'together', look: 1, other: 3 },
        { kind: 'together', look: 1, other: 4 },
      ],
    ] as OrderCondition[][]) {
      expect(contradiction(count, [fine, ...clash])).toEqual(clash)
      expect(
        bestOrder(
          Array.from({ length: count }, () => Array.from({ length: count }, () => 1)),
          clash,
        ),
      ).toBeUndefined()
    }
  })
})

describe('conditions that contradict each other', () => {
  it('are named, and no other with them', () => {
    const fine: OrderCondition = { kind: 'before', look: 0, other: 3 }
    const [one, other]: OrderCondition[] = [
      { kind: 'first', look: 1 },
      { kind: 'before', look: 2, other: 1 },
    ]
    expect(contradiction(4, [fine, one!, other!])).toEqual([one, other])
    expect(contradiction(4, [fine, one!])).toEqual([])
  })

  it('are found exactly where no order holds, and each of them is needed', () => {
    fc.assert(
      fc.property(cases, ([minutes, conditions]) => {
        const found = contradiction(minutes.length, conditions)
        expect(found.length > 0).toBe(byTrying(minutes, conditions) === undefined)
        for (const one of found)
          expect(
            byTrying(
              minutes,
              found.filter(each => each !== one),
            ),
          ).toBeDefined()
      }),
      { numRuns: 150 },
    )
  })
})
