import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { bandGrey, stopsBetween, stopsOnMap } from './evenField'

const share = fc.double({ min: 0, max: 1, noNaN: true })

describe('stops on a map', () => {
  // Cell middles of a plane that rises to the right and falls downward; between them a straight line is exact.
  const [width, height] = [8, 5]
  const plane = (across: number, down: number) => 2 * across - 0.7 * down
  const map = {
    width,
    height,
    stops: Array.from({ length: width * height }, (_, cell) =>
      plane(((cell % width) + 0.5) / width, (Math.floor(cell / width) + 0.5) / height),
    ),
  }

  it('are those of a plane wherever one looks, and hold at the edges', () => {
    fc.assert(
      fc.property(share, share, (across, down) => {
        const within = (value: number, count: number) => Math.max(0.5 / count, Math.min(1 - 0.5 / count, value))
        expectWithin(stopsOnMap(map, across, down), plane(within(across, width), within(down, height)), 1e-9)
      }),
    )
  })
})

describe('stops between places', () => {
  const known = [
    { across: 0.1, up: 0.9, stops: -0.3 },
    { across: 0.9, up: 0.9, stops: 0.1 },
    { across: 0.5, up: 0.1, stops: 0.4 },
  ]

  it('are those of a place where it is, and never beyond what is known', () => {
    for (const { across, up, stops } of known) expect(stopsBetween(known, across, up)).toBe(stops)
    fc.assert(
      fc.property(share, share, (across, up) => {
        const stops = stopsBetween(known, across, up)
        expect(stops).toBeGreaterThanOrEqual(-0.3 - 1e-9)
        expect(stops).toBeLessThanOrEqual(0.4 + 1e-9)
      }),
    )
    expect(stopsBetween([], 0.5, 0.5)).toBe(0)
  })
})

describe('the shade of a band', () => {
  it('is one for all within a tenth of a stop, lighter with more light, and stays on the scale', () => {
    expect(bandGrey(0.04, 0)).toBe(bandGrey(-0.04, 0))
    expect(bandGrey(0.06, 0)).toBeGreaterThan(bandGrey(0.04, 0))
    fc.assert(
      fc.property(
        fc.double({ min: -20, max: 20, noNaN: true }),
        fc.double({ min: 0, max: 20, noNaN: true }),
        (stops, more) => {
          expect(bandGrey(stops + more, 0)).toBeGreaterThanOrEqual(bandGrey(stops, 0))
          expect(bandGrey(stops, 0)).toBeGreaterThanOrEqual(24)
          expect(bandGrey(stops, 0)).toBeLessThanOrEqual(240)
        },
      ),
    )
  })
})
