import { describe, expect, it } from 'vitest'
import { markFigure, offBy, strictness } from './figures'
import { LEVELS } from './skills'

describe('how far an answer is off', () => {
  it.each([
    ['f-number', 11.314, 8, 1],
    ['f-number', 5.657, 8, -1],
    ['metres', 2, 1, 2],
    ['ratio', 8, 2, 2],
    ['stops', -1.5, -1, -0.5],
    // 255 is 1, 188 is one half by the published curve (IEC 61966-2-1).
    ['value', 255, 188, 1],
    ['mired', 50, 55, -5],
    // 1e6/5000 - 1e6/4000 = 200 - 250.
    ['kelvin', 5000, 4000, -50],
  ] as const)('%s %d for %d is %d', (quantity, answer, right, off) => {
    expect(Math.abs(offBy(quantity, answer, right)! - off)).toBeLessThan(0.01)
  })

  it.each([
    ['f-number', 0],
    ['f-number', -8],
    ['metres', 0],
    ['ratio', -2],
    ['value', 256],
    ['value', -1],
    ['kelvin', 0],
  ] as const)('%s %d is none', (quantity, answer) => {
    expect(offBy(quantity, answer, 5)).toBeUndefined()
    expect(markFigure({ quantity, right: 5, fullWithin: 1, noneBeyond: 2 }, answer).score).toBe(0)
  })

  it('is no answer where it is no number', () => {
    expect(markFigure({ quantity: 'stops', right: 0, fullWithin: 1, noneBeyond: 2 }, Number.NaN)).toEqual({
      score: 0,
      off: null,
      isRight: false,
    })
  })
})

describe('the mark of a figure', () => {
  const of = (answer: number) => markFigure({ quantity: 'stops', right: 1, fullWithin: 0.2, noneBeyond: 1.2 }, answer)

  it('is full near enough, falls evenly, and ends', () => {
    expect([1, 1.2, 0.8, 1.7, 0.3, 2.2, -0.2, 9].map(answer => Number(of(answer).score.toFixed(3)))).toEqual([
      1, 1, 1, 0.5, 0.5, 0, 0, 0,
    ])
    expect(of(1.2).isRight).toBe(true)
    expect(of(1.21).isRight).toBe(false)
    expect(of(0.3).off).toBeCloseTo(-0.7, 9)
  })

  it('is stricter with every level', () => {
    const within = LEVELS.map(level => strictness(level))
    within.slice(1).forEach((one, at) => {
      expect(one.fullWithin).toBeLessThan(within[at]!.fullWithin)
      expect(one.noneBeyond).toBeLessThan(within[at]!.noneBeyond)
    })
  })
})
