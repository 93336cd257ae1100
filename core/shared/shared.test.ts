import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { diceOf, evenDraw, normalDraw, pick } from './chance'
import { grouped, mean } from './groups'
import { isRecord } from './isRecord'
import { atOnce, inSteps, type Steps } from './steps'

const SEEDS = Array.from({ length: 4000 }, (_, index) => index)
const spreadOf = (numbers: readonly number[]) => Math.sqrt(mean(numbers.map(one => (one - mean(numbers)) ** 2)))

describe('repeatable chance', () => {
  it('gives the same for the same seed and name, and not for another', () => {
    expect(evenDraw(7, 'lamp')).toBe(evenDraw(7, 'lamp'))
    const draws = new Set([evenDraw(7, 'lamp'), evenDraw(8, 'lamp'), evenDraw(7, 'lamps'), evenDraw(7, 'lamP')])
    expect(draws.size).toBe(4)
  })

  // Exercises, benches and demo records are made anew from their seeds: these figures may never change.
  it('is what it has always been', () => {
    expect(evenDraw(1, 'lamp').toFixed(9)).toBe(KNOWN.even)
    expect(normalDraw(1, 'lamp').toFixed(9)).toBe(KNOWN.normal)
    const dice = diceOf(5, 'dice')
    expect([dice.whole(1, 6), dice.whole(1, 6), dice.sign(), dice.one(['a', 'b', 'c'])]).toEqual(KNOWN.dice)
    expect(dice.shuffled([1, 2, 3, 4, 5])).toEqual(KNOWN.shuffled)
  })

  // The mean of n draws strays by its spread over the root of n; four of those are met once in 16,000 times.
  it('is spread as it says: evenly from -1 to 1, or by the normal distribution', () => {
    const even = SEEDS.map(seed => evenDraw(seed, 'x'))
    expectWithin(mean(even), 0, 4 * Math.sqrt(1 / 3 / SEEDS.length))
    expectWithin(spreadOf(even), Math.sqrt(1 / 3), 0.02)
    expect(Math.max(...even.map(Math.abs))).toBeLessThanOrEqual(1)
    for (const [from, to] of [
      [-1, -0.5],
      [-0.5, 0],
      [0, 0.5],
      [0.5, 1],
    ] as const)
      expectWithin(even.filter(one => one >= from && one < to).length / SEEDS.length, 0.25, 0.03)
    const normal = SEEDS.map(seed => normalDraw(seed, 'x'))
    expectWithin(mean(normal), 0, 0.07)
    expectWithin(spreadOf(normal), 1, 0.05)
    expectWithin(normal.filter(one => Math.abs(one) < 1).length / SEEDS.length, 0.6827, 0.03)
    expectWithin(normal.filter(one => Math.abs(one) < 2).length / SEEDS.length, 0.9545, 0.015)
    expectWithin(normal.filter(one => one < 0).length / SEEDS.length, 0.5, 0.035)
  })

  it('picks each thing alike, and nothing of nothing', () => {
    const picked = SEEDS.map(seed => pick(['a', 'b', 'c'], seed, 'which'))
    for (const one of ['a', 'b', 'c'])
      expectWithin(picked.filter(other => other === one).length / SEEDS.length, 1 / 3, 0.035)
    expect(pick([], 1, 'which')).toBeUndefined()
  })

  it('throws dice within their ends, both of which come, in a row that is never the same twice', () => {
    const dice = diceOf(3, 'row')
    const thrown = SEEDS.map(() => dice.whole(2, 5))
    for (const face of [2, 3, 4, 5]) expectWithin(thrown.filter(one => one === face).length / SEEDS.length, 0.25, 0.03)
    expect([Math.min(...thrown), Math.max(...thrown)]).toEqual([2, 5])
    const between = SEEDS.map(() => dice.between(-3, 5))
    expectWithin(mean(between), 1, 0.2)
    expect(Math.min(...between)).toBeGreaterThanOrEqual(-3)
    expect(Math.min(...between)).toBeLessThan(-2.9)
    expect(Math.max(...between)).toBeGreaterThan(4.9)
    const shares = SEEDS.map(() => dice.share())
    expect(Math.min(...shares)).toBeGreaterThanOrEqual(0)
    expect(Math.max(...shares)).toBeLessThanOrEqual(1)
    expect(new Set(shares).size).toBeGreaterThan(3990)
    expectWithin(mean(SEEDS.map(() => dice.sign())), 0, 0.07)
    expectWithin(SEEDS.filter(() => dice.one(['a', 'b']) === 'b').length / SEEDS.length, 0.5, 0.035)
  })

  it('shuffles into each order alike, leaving what it was given alone', () => {
    const dice = diceOf(4, 'cards')
    const given = [1, 2, 3]
    const counts = new Map<string, number>()
    for (const _ of SEEDS) {
      const order = dice.shuffled(given).join('')
      counts.set(order, (counts.get(order) ?? 0) + 1)
    }
    expect([...counts.keys()].sort()).toEqual(['123', '132', '213', '231', '312', '321'])
    for (const count of counts.values()) expectWithin(count / SEEDS.length, 1 / 6, 0.03)
    expect(given).toEqual([1, 2, 3])
  })
})

describe('groups', () => {
  it('are in the order in which their keys are met', () => {
    expect(grouped([3, 1, 4, 1, 5, 9, 2, 6], one => (one % 2 ? 'odd' : 'even'))).toEqual([
      ['odd', [3, 1, 1, 5, 9]],
      ['even', [4, 2, 6]],
    ])
    expect(mean([1, 2, 6])).toBe(3)
    expect(mean([])).toBeNaN()
  })

  it('knows what has fields', () => {
    expect([{}, { a: 1 }].map(isRecord)).toEqual([true, true])
    expect([null, [], 'x', 1, undefined].map(isRecord)).toEqual([false, false, false, false, false])
  })
})

describe('work in steps', () => {
  const work = function* (): Steps<string> {
    yield 0.25
    yield 0.5
    return 'done'
  }

  it('is done at once, or step by step with its share told', async () => {
    expect(atOnce(work())).toBe('done')
    const shares: number[] = []
    expect(await inSteps(work(), share => Promise.resolve(shares.push(share) < 0))).toBe('done')
    expect(shares).toEqual([0.25, 0.5])
  })

  it('stops when it is told to, and answers nothing', async () => {
    const shares: number[] = []
    expect(await inSteps(work(), share => Promise.resolve(shares.push(share) > 0))).toBeUndefined()
    expect(shares).toEqual([0.25])
  })
})

/** What draws gave when records and exercises were first made of them. */
const KNOWN = {
  even: '0.796680699',
  normal: '-1.657084085',
  dice: [3, 6, -1, 'b'],
  shuffled: [4, 2, 5, 3, 1],
}
