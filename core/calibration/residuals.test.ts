import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import type { Residual } from './calibration'
import { residualField, withResiduals } from './residuals'

const on = (id: string, xM: number, zM: number, stops: number, surface = 'backdrop'): Residual => ({
  id,
  surface,
  position: [xM, 0.03, zM],
  stops,
  spreadStops: 0.07,
})

describe('what readings leave over', () => {
  it('is nothing without readings, and far from them', () => {
    expect(residualField([])(on('x', 0, 1, 0))).toBe(0)
    expectWithin(residualField([on('a', 0, 1.5, 0.4)])(on('x', 6, 1.5, 0)), 0, 1e-6)
  })

  // One reading: the kriging weight is s^2 / (s^2 + n^2) by hand, with s = 0.15 and n = 0.07; 0.8 m away exp(-1/2) of
  // it.
  it('comes near to a reading where it was, and fades with distance', () => {
    const field = residualField([on('a', 0, 1.5, 0.3)])
    const there = (0.3 * 0.15 ** 2) / (0.15 ** 2 + 0.07 ** 2)
    expectWithin(field(on('x', 0, 1.5, 0)), there, 1e-9)
    expectWithin(field(on('x', 0.8, 1.5, 0)), there * Math.exp(-0.5), 1e-9)
  })

  it('stays between nothing and the readings that agree', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(fc.double({ min: -1.3, max: 1.3, noNaN: true }), fc.double({ min: 0.5, max: 2.7, noNaN: true })),
          { minLength: 1, maxLength: 12 },
        ),
        places => {
          const field = residualField(places.map(([x, z], index) => on(`p${index}`, x, z, 0.2)))
          for (const [x, z] of places) {
            const stops = field(on('x', x, z, 0))
            expect(stops).toBeGreaterThan(0.1)
            expect(stops).toBeLessThan(0.24)
          }
        },
      ),
      { numRuns: 60 },
    )
  })

  it('speaks for its own point alone where there is no surface', () => {
    const field = residualField([on('cheek', 0, 1.6, 0.3, 'subject')])
    expect(field(on('hair', 0.05, 1.7, 0, 'subject'))).toBe(0)
    expect(field(on('cheek', 0, 1.6, 0, 'subject'))).toBeGreaterThan(0.2)
  })

  it('is laid on every light alike', () => {
    const layers = ['a', 'b'].map(lightId => ({
      lightId,
      shares: {
        near: { direct: [10, 10, 10] as const, bounced: [4, 4, 4] as const },
        unknown: { direct: [1, 1, 1] as const, bounced: [0, 0, 0] as const },
      },
    }))
    const spot = on('near', 0, 1.5, 0)
    const left = [on('near', 0, 1.5, 0.3)]
    const factor = 2 ** residualField(left)(spot)
    for (const { shares } of withResiduals(layers, [spot], left)) {
      expectWithin(shares.near!.direct[1], 10 * factor, 1e-9)
      expectWithin(shares.near!.bounced[2], 4 * factor, 1e-9)
      expect(shares.unknown!.direct).toEqual([1, 1, 1])
    }
  })
})
