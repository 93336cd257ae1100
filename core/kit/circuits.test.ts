import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { circuitsFor } from './circuits'

describe('circuits', () => {
  it('carry four fifths of what they are rated for', () => {
    expect(circuitsFor([], 2300)).toBe(1)
    expect(circuitsFor([900, 900], 2300)).toBe(1)
    expect(circuitsFor([1000, 1000], 2300)).toBe(2)
    expect(circuitsFor([1840], 2300)).toBe(1)
    expect(circuitsFor([1841], 2300)).toBeUndefined()
    // Two of 1,000 and two of 800 go on two circuits only as one of each.
    expect(circuitsFor([1000, 1000, 800, 800], 2300)).toBe(2)
    // However they are named: two lamps of 1400 W leave room for one of 400 W each.
    expect(circuitsFor([400, 400, 1400, 1400], 2300)).toBe(2)
  })

  it('are never fewer than the sum needs, nor more than lamps', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 50, max: 1800 }), { minLength: 1, maxLength: 12 }), watts => {
        const count = circuitsFor(watts, 2300)!
        const sum = watts.reduce((total, one) => total + one, 0)
        expect(count).toBeGreaterThanOrEqual(Math.ceil(sum / 1840 - 1e-9))
        expect(count).toBeLessThanOrEqual(watts.length)
      }),
    )
  })
})
