import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { separateLabels } from './separateLabels'

describe('labels kept apart', () => {
  it('keep their distance, their order and their field', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 500 }), { minLength: 1, maxLength: 12 }), wishes => {
        const placed = separateLabels(wishes, 20, 10, 490)
        const sorted = placed.toSorted((a, b) => a - b)
        sorted.slice(1).forEach((value, index) => expect(value - sorted[index]!).toBeGreaterThanOrEqual(20 - 1e-9))
        expect(Math.min(...placed)).toBeGreaterThanOrEqual(10)
        expect(Math.max(...placed)).toBeLessThanOrEqual(490)
      }),
    )
  })

  it('stay where they are when there is room', () =>
    expect(separateLabels([300, 100, 200], 20, 0, 400)).toEqual([300, 100, 200]))
})
