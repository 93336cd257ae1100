import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { mottleAt } from './mottle'
import type { Vector } from '../units/vector'

/** Factors over a plane: a drop, or the floor before it. */
const over = (sizeM: number, contrastStops: number, place: (a: number, b: number) => Vector, sideM = 40, steps = 250) =>
  Array.from({ length: steps * steps }, (_, at) =>
    mottleAt({ contrastStops, sizeM }, place(((at % steps) / steps) * sideM, (Math.floor(at / steps) / steps) * sideM)),
  )
const mean = (some: readonly number[]) => some.reduce((sum, one) => sum + one, 0) / some.length
const spread = (some: readonly number[]) => {
  const middle = mean(some)
  return Math.sqrt(mean(some.map(one => (one - middle) ** 2)))
}
const drop = (a: number, b: number): Vector => [a, 0, b]
const floor = (a: number, b: number): Vector => [a, b, 0.004]

describe('a mottled surface', () => {
  it.each([
    ['drop', drop],
    ['floor', floor],
  ])('sends back its mean on the whole, and strays by what it is said to: %s', (_, place) => {
    const factors = over(0.35, 0.3, place)
    expectWithin(mean(factors), 1, 0.02)
    // Small differences in stops are those in shares over ln 2.
    expectWithin(spread(factors) / Math.LN2, 0.3, 0.02)
  })

  it('is told by its contrast and flat without any', () => {
    expectWithin(spread(over(0.5, 0.2, drop)) / spread(over(0.5, 0.1, drop)), 2, 1e-6)
    expect(new Set(over(0.5, 0, drop, 5, 20))).toEqual(new Set([1]))
    expect(Math.min(...over(0.5, 3, drop, 40, 100))).toBe(0.1)
  })

  it('has patches of the size that it is said to have: alike well within one, strangers beyond', () => {
    const alike = (apartM: number, sizeM: number) => {
      const here = over(sizeM, 0.3, drop)
      const there = over(sizeM, 0.3, (a, b) => drop(a + apartM, b))
      return mean(here.map((one, at) => (one - 1) * (there[at]! - 1))) / spread(here) ** 2
    }
    for (const sizeM of [0.2, 0.8]) {
      expect(alike(0.1 * sizeM, sizeM)).toBeGreaterThan(0.85)
      expect(alike(0.5 * sizeM, sizeM)).toBeLessThan(0.75)
      expect(Math.abs(alike(2 * sizeM, sizeM))).toBeLessThan(0.1)
    }
  })

  it('goes on without a step from the drop over the curve to the floor', () => {
    const mottle = { contrastStops: 0.5, sizeM: 0.3 }
    let before = mottleAt(mottle, [0.3, 0, 1])
    for (let step = 1; step <= 2000; step++) {
      const along = step / 1000
      const next = mottleAt(mottle, along < 1 ? [0.3, 0, 1 - along] : [0.3, along - 1, 0])
      expect(Math.abs(next - before)).toBeLessThan(0.02)
      before = next
    }
  })
})
