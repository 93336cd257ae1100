import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { flood } from './watershed'

const STEPS = 1024
/** The lowest pass to each pixel from each seed, by trying: the highest step of the best way (a maximum, relaxed). */
const passes = (width: number, height: number, heights: readonly number[], from: number): number[] => {
  const least = heights.map((_, at) => (at === from ? 0 : Infinity))
  const neighbours = (at: number) => [
    ...(at % width > 0 ? [at - 1] : []),
    ...(at % width < width - 1 ? [at + 1] : []),
    ...(at >= width ? [at - width] : []),
    ...(at < width * (height - 1) ? [at + width] : []),
  ]
  for (let round = 0; round < heights.length; round++)
    heights.forEach((own, at) => {
      for (const next of neighbours(at)) least[at] = Math.min(least[at]!, Math.max(own, least[next]!))
    })
  return least
}

const landscapes = fc.tuple(fc.integer({ min: 2, max: 7 }), fc.integer({ min: 2, max: 6 })).chain(([width, height]) =>
  fc.record({
    width: fc.constant(width),
    height: fc.constant(height),
    heights: fc.array(fc.integer({ min: 0, max: STEPS }), { minLength: width * height, maxLength: width * height }),
    seeds: fc.uniqueArray(fc.integer({ min: 0, max: width * height - 1 }), { minLength: 1, maxLength: 3 }),
  }),
)

describe('a flood', () => {
  it('reaches each pixel over the lowest pass, and from the seed that has it', () => {
    fc.assert(
      fc.property(landscapes, ({ width, height, heights, seeds }) => {
        const marks = new Uint8Array(width * height)
        seeds.forEach((at, index) => (marks[at] = index + 1))
        const { labels, levels } = flood({ width, height }, Float32Array.from(heights), marks, STEPS)
        const found = seeds.map(at => passes(width, height, heights, at))
        heights.forEach((_, at) => {
          const least = Math.min(...found.map(of => of[at]!))
          expect(levels[at]).toBe(least)
          expect(found[labels[at]! - 1]![at]).toBe(least)
        })
      }),
    )
  })

  it('does not go round the sides of a picture', () => {
    // The right column is a wall away from the left one; the next row's start lies beside it in memory alone.
    const heights = Float32Array.from([0, 9, 0, 0, 9, 0])
    const seeds = Uint8Array.from([1, 0, 0, 0, 0, 0])
    const { labels, levels } = flood({ width: 3, height: 2 }, heights, seeds, 9)
    expect([...levels]).toEqual([0, 9, 9, 0, 9, 9])
    expect([...labels]).toEqual([1, 1, 1, 1, 1, 1])
  })

  it('stays out of where it may not go, and is nowhere without seeds', () => {
    const heights = new Float32Array(9)
    const seeds = Uint8Array.from([2, 0, 0, 0, 0, 0, 0, 0, 0])
    const { labels, levels } = flood({ width: 3, height: 3 }, heights, seeds, 1, at => at % 3 !== 1)
    expect([...labels]).toEqual([2, 0, 0, 2, 0, 0, 2, 0, 0])
    expect(levels[1]).toBe(Infinity)
    expect([...flood({ width: 3, height: 3 }, heights, new Uint8Array(9), 1).labels]).toEqual(Array(9).fill(0))
    expect([...seeds]).toEqual([2, 0, 0, 0, 0, 0, 0, 0, 0])
  })
})
