import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { grey } from '../physics/units/rgb'
import { evennessOf } from './evenness'

/** A map whose every pixel is grey, of a value by its place. */
const map = (width: number, height: number, valueAt: (x: number, y: number) => number) => ({
  width,
  height,
  linear: Float32Array.from({ length: width * height * 3 }, (_, at) => {
    const pixel = Math.floor(at / 3)
    return valueAt(pixel % width, Math.floor(pixel / width))
  }),
})

describe('evenness of a map', () => {
  it('is stops over the surface as the camera setting renders it, cell by cell from the top left', () => {
    const quarters = map(8, 6, (x, y) => 0.1 * 2 ** ((x < 4 ? 0 : 1) + (y < 3 ? 0 : 2)))
    const { stops, spreadStops } = evennessOf(quarters, grey(0.2), { columns: 2, rows: 2 })
    for (const [cell, wanted] of [-1, 0, 1, 2].entries()) expectWithin(stops[cell]!, wanted, 1e-5)
    expectWithin(spreadStops, 3, 1e-5)
  })

  it('takes each pixel once, whatever the sizes: a cell holds the mean of its light', () => {
    const size = fc.integer({ min: 1, max: 17 })
    fc.assert(
      fc.property(size, size, fc.integer({ min: 1, max: 4 }), fc.integer({ min: 1, max: 4 }), (w, h, c, r) => {
        const [columns, rows] = [Math.min(c, w), Math.min(r, h)]
        const gradient = map(w, h, (x, y) => 0.1 + x + 10 * y)
        const { stops } = evennessOf(gradient, grey(1), { columns, rows })
        // Another way to the same: the pixels of each cell picked out by their place.
        for (let cell = 0; cell < columns * rows; cell++) {
          const own: number[] = []
          for (let y = 0; y < h; y++)
            for (let x = 0; x < w; x++) {
              const isIn = (at: number, size: number, cells: number, wanted: number) =>
                at / size >= wanted / cells - 1e-9 && at / size < (wanted + 1) / cells - 1e-9
              if (isIn(x, w, columns, cell % columns) && isIn(y, h, rows, Math.floor(cell / columns)))
                own.push(0.1 + x + 10 * y)
            }
          const mean = own.reduce((sum, one) => sum + one, 0) / own.length
          expectWithin(stops[cell]!, Math.log2(mean), 1e-4)
        }
      }),
    )
  })

  it('of a uniform map is nothing, and of darkness is far below', () => {
    expectWithin(
      evennessOf(
        map(5, 5, () => 0.3),
        grey(0.3),
        { columns: 3, rows: 3 },
      ).spreadStops,
      0,
      1e-6,
    )
    expect(
      Math.max(
        ...evennessOf(
          map(4, 4, () => 0),
          grey(0.3),
          { columns: 2, rows: 2 },
        ).stops,
      ),
    ).toBeLessThan(-19)
  })
})
