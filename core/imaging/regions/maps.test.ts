import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { flood } from './watershed'
import { boxSums, grown, maskedMean, piecesOf, shrunk } from './maps'
import { quadraticField, robustFields } from './smoothField'
import { widened } from './gradientMagnitude'

const grid = { width: 9, height: 7 }
const SIZE = grid.width * grid.height
const map = fc
  .array(fc.integer({ min: 0, max: 50 }), { minLength: SIZE, maxLength: SIZE })
  .map(numbers => Float32Array.from(numbers))
const mask = fc.array(fc.boolean(), { minLength: SIZE, maxLength: SIZE }).map(bits => Uint8Array.from(bits, Number))
const reach = fc.integer({ min: 1, max: 4 })

/** Pixels of the square around one, as far as they lie on the map. */
const around = (at: number, by: number): number[] => {
  const [cx, cy] = [at % grid.width, Math.floor(at / grid.width)]
  return [...Array(SIZE).keys()].filter(
    other => Math.abs((other % grid.width) - cx) <= by && Math.abs(Math.floor(other / grid.width) - cy) <= by,
  )
}
const sides = (at: number): number[] =>
  around(at, 1).filter(other => Math.abs(other - at) === 1 || Math.abs(other - at) === grid.width)

describe('maps', () => {
  it('are summed, averaged and widened as a plain look at every square does', () => {
    fc.assert(
      fc.property(map, mask, reach, (numbers, inside, by) => {
        const [sums, means, most] = [
          boxSums(grid, numbers, by),
          maskedMean(grid, numbers, inside, by),
          widened(grid, numbers, by),
        ]
        for (let at = 0; at < SIZE; at++) {
          const near = around(at, by)
          const members = near.filter(other => inside[other])
          expect(sums[at]).toBe(near.reduce((sum, other) => sum + numbers[other]!, 0))
          expect(most[at]).toBe(Math.max(...near.map(other => numbers[other]!)))
          if (members.length === 0) expect(means[at]).toBeNaN()
          else expectWithin(means[at]!, members.reduce((sum, other) => sum + numbers[other]!, 0) / members.length, 1e-4)
        }
      }),
    )
  })

  it('grow and shrink as each other\u2019s opposite', () => {
    fc.assert(
      fc.property(mask, reach, (inside, by) => {
        const outside = inside.map(one => 1 - one)
        expect(shrunk(grid, inside, by)).toEqual(grown(grid, outside, by).map(one => 1 - one))
        expect(
          grown(grid, inside, by).every((one, at) => one === Number(around(at, by).some(other => inside[other]))),
        ).toBe(true)
      }),
    )
  })

  it('fall into pieces that hang together and touch no other', () => {
    fc.assert(
      fc.property(mask, inside => {
        const { of, sizes } = piecesOf(grid, inside)
        expect(sizes.reduce((sum, size) => sum + size, 0)).toBe(inside.filter(Boolean).length)
        for (let at = 0; at < SIZE; at++) {
          expect(of[at]! >= 0).toBe(inside[at] === 1)
          for (const side of sides(at)) if (inside[at] && inside[side]) expect(of[side]).toBe(of[at])
        }
      }),
    )
  })
})

describe('a flood', () => {
  it('crosses the lowest pass there is, as trying every way over and over finds', () => {
    fc.assert(
      fc.property(map, fc.integer({ min: 0, max: SIZE - 1 }), (heights, from) => {
        const seeds = new Uint8Array(SIZE)
        seeds[from] = 1
        const { levels, labels } = flood(grid, heights, seeds, 51.2)
        const passes = new Float32Array(SIZE).fill(Infinity)
        passes[from] = 0
        for (let round = 0; round < SIZE; round++) {
          for (let at = 0; at < SIZE; at++)
            for (const side of sides(at))
              passes[side] = side === from ? 0 : Math.min(passes[side]!, Math.max(passes[at]!, heights[side]!))
        }
        expect([...levels]).toEqual([...passes])
        expect(labels.every(label => label === 1)).toBe(true)
      }),
    )
  })

  it('meets another on the ridge between them, and stays out where it may not enter', () => {
    const ridge = Float32Array.from({ length: SIZE }, (_, at) => 10 - Math.abs((at % grid.width) - 5))
    const seeds = new Uint8Array(SIZE)
    seeds[3 * grid.width] = 1
    seeds[3 * grid.width + 8] = 2
    const { labels } = flood(grid, ridge, seeds, 20, at => Math.floor(at / grid.width) !== 0)
    for (let at = grid.width; at < SIZE; at++)
      if (at % grid.width !== 5) expect(labels[at]).toBe(at % grid.width < 5 ? 1 : 2)
    expect(labels.subarray(0, grid.width).every(label => label === 0)).toBe(true)
  })
})

describe('a smooth field', () => {
  const places = {
    xs: Float64Array.from({ length: 400 }, (_, index) => ((index % 20) + 0.5) / 20),
    ys: Float64Array.from({ length: 400 }, (_, index) => (Math.floor(index / 20) + 0.5) / 20),
  }
  const factor = fc.double({ min: -3, max: 3, noNaN: true })
  const figuresOf = ([a, b, c, d, e, f]: readonly number[]) =>
    places.xs.map(
      (x, index) =>
        a! + b! * x + c! * places.ys[index]! + d! * x * x + e! * x * places.ys[index]! + f! * places.ys[index]! ** 2,
    )

  it('is found again where it is one', () => {
    fc.assert(
      fc.property(fc.array(factor, { minLength: 6, maxLength: 6 }), factors => {
        const figures = figuresOf(factors)
        const field = quadraticField(places, figures)
        for (const index of [0, 57, 210, 399])
          expectWithin(field(places.xs[index]!, places.ys[index]!), figures[index]!, 1e-3)
      }),
    )
  })

  it('is not bent by a tenth of the places that do not belong to it, and names them', () => {
    fc.assert(
      fc.property(
        fc.array(factor, { minLength: 6, maxLength: 6 }),
        fc.integer({ min: 40, max: 320 }),
        (factors, from) => {
          const truth = figuresOf(factors)
          const strayed = truth.map((figure, index) =>
            index >= from && index < from + 40 && index % 20 > 3 ? figure + 12 : figure,
          )
          const {
            fields: [field],
            off,
            limit,
          } = robustFields(places, [strayed], 0.5, 3)
          for (const index of [0, 57, 210, 399])
            expectWithin(field!(places.xs[index]!, places.ys[index]!), truth[index]!, 0.5)
          for (let index = 0; index < 400; index++)
            if (strayed[index] !== truth[index]) expect(off[index]).toBeGreaterThan(limit)
        },
      ),
      { numRuns: 30 },
    )
  })
})
