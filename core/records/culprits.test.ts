import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { culpritsAfter, isExplained, nextChecks, type RepeatReading } from './culprits'
import type { RepeatCheck, RepeatDesign } from './repeatDesign'
import type { Suspect } from './suspects'

const check = (spreadStops: number): RepeatCheck => ({
  lightIds: ['key'],
  pointId: 'subject/key-side',
  meter: 'incident',
  expectedStops: 0,
  spreadStops,
})
const NOTHING: Suspect = { kind: 'nothing' }
const lamp = (lightId: string, stops: number): Suspect => ({ kind: 'lamp', lightId, stops })
const PAPER: Suspect = { kind: 'paper', stops: -0.5 }

/** Three readings: the first shows lamp a, the second lamp b, the third paper alone. */
const design: RepeatDesign = {
  checks: [check(0.1), check(0.1), check(0.2)],
  suspects: [NOTHING, lamp('a', 1 / 3), lamp('a', -1 / 3), lamp('b', 1 / 3), lamp('b', -1 / 3), PAPER],
  shifts: [
    [0, 0, 0],
    [1 / 3, 0, 0],
    [-1 / 3, 0, 0],
    [0, 1 / 3, 0],
    [0, -1 / 3, 0],
    [0, 0, -0.5],
  ],
}
/** Bayes in so many words: equal chances for each kind of guess, a normal density for each reading. */
const byHand = (taken: readonly RepeatReading[]): number[] => {
  const kinds = design.suspects.map(({ kind }) => kind)
  const weights = design.suspects.map(({ kind }, guess) => {
    let weight = 1 / kinds.filter(one => one === kind).length
    for (const { check: at, offStops } of taken) {
      const shift = design.shifts[guess]![at]!
      const variance = design.checks[at]!.spreadStops ** 2 + (0.3 * shift) ** 2
      weight *= Math.exp(-((offStops - shift) ** 2) / (2 * variance)) / Math.sqrt(2 * Math.PI * variance)
    }
    return weight
  })
  const whole = weights.reduce((sum, weight) => sum + weight, 0)
  return weights.map(weight => weight / whole)
}

describe('who may be the culprit', () => {
  const reading = fc.record({
    check: fc.integer({ min: 0, max: 2 }),
    offStops: fc.double({ min: -1, max: 1, noNaN: true }),
  })

  it('is as likely as Bayes has it, all guesses of one thing together, the likeliest first', () => {
    fc.assert(
      fc.property(fc.array(reading, { maxLength: 4 }), taken => {
        const chances = byHand(taken)
        const culprits = culpritsAfter(design, taken)
        const of = (name: 'nothing' | 'paper' | 'a' | 'b') =>
          culprits.find(({ suspect }) => (suspect.kind === 'lamp' ? suspect.lightId : suspect.kind) === name)!
        expectWithin(of('nothing').probability, chances[0]!, 1e-9)
        expectWithin(of('a').probability, chances[1]! + chances[2]!, 1e-9)
        expectWithin(of('b').probability, chances[3]! + chances[4]!, 1e-9)
        expectWithin(of('paper').probability, chances[5]!, 1e-9)
        // The guess that stands for it is the likelier of its own.
        if (Math.abs(chances[1]! - chances[2]!) > 1e-9)
          expect(of('a').suspect).toEqual(design.suspects[chances[1]! > chances[2]! ? 1 : 2])
        const all = culprits.map(({ probability }) => probability)
        expect(all).toEqual(all.toSorted((one, other) => other - one))
        expect(culprits).toHaveLength(4)
      }),
    )
  })

  it('is anybody where readings are so strange that no chance is left', () => {
    const strange = [{ check: 0, offStops: 1e6 }]
    for (const { probability } of culpritsAfter(design, strange)) expect(probability).toBeGreaterThan(0)
  })

  it('is explained where one guess makes sense of every reading, within four spreads', () => {
    const explained = (...offs: number[]) =>
      isExplained(
        design,
        offs.map((offStops, at) => ({ check: at, offStops })),
      )
    expect(explained(0.39, 0.39, 0.79)).toBe(true)
    expect(explained(1 / 3, 1 / 3)).toBe(true)
    expect(explained(-0.41, 0.41)).toBe(false)
    // A third of a stop strays by the reading's own spread and by three tenths of itself.
    const spread = Math.hypot(0.1, 0.1)
    expect(explained(1 / 3 + 4 * spread - 0.001)).toBe(true)
    expect(explained(1 / 3 + 4 * spread + 0.001)).toBe(false)
    expect(explained(0, 0, -1.7)).toBe(false)
    expect(isExplained(design, [])).toBe(true)
  })
})

describe('the readings that come next', () => {
  it('are those that part the culprits best: the one that shows two of them before one that shows none', () => {
    const blind: RepeatDesign = {
      ...design,
      checks: [check(0.1), check(0.1), check(0.2), check(0.1)],
      shifts: design.shifts.map(shifts => [...shifts, 0]),
    }
    expect(nextChecks(blind, [], 3).toSorted()).toEqual([0, 1, 2])
    expect(nextChecks(blind, [], 4)).toHaveLength(4)
    expect(nextChecks(blind, [], 9)).toHaveLength(4)
    expect(nextChecks(blind, [], 4).at(-1)).toBe(3)
    expect(nextChecks(blind, [], 0)).toEqual([])
  })

  it('are surer ones first, where they show the same', () => {
    const twice: RepeatDesign = {
      checks: [check(0.5), check(0.05)],
      suspects: [NOTHING, lamp('a', 1 / 3)],
      shifts: [
        [0, 0],
        [1 / 3, 1 / 3],
      ],
    }
    expect(nextChecks(twice, [], 1)).toEqual([1])
    expect(nextChecks(twice, [], 2)).toEqual([1, 0])
  })

  it('are none that were taken, and ask after those who are still likely', () => {
    // The first reading cleared lamp a: what is left to part are lamp b and paper.
    expect(nextChecks(design, [{ check: 0, offStops: 0 }], 3).toSorted()).toEqual([1, 2])
    const [next] = nextChecks(
      {
        ...design,
        checks: [...design.checks, check(0.1)],
        shifts: design.shifts.map((shifts, at) => [...shifts, at === 2 ? -1 : 0]),
      },
      [{ check: 0, offStops: 0 }],
      1,
    )
    expect(next).not.toBe(3)
  })
})
