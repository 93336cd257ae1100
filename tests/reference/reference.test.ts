import { describe, expect, it } from 'vitest'
import { closedBox, testEmitter } from '#support/scenes'
import { expectShare, expectStops, expectWithin } from '#support/tolerance'
import { compareSet } from './compare'
import { dice, tracePoint } from './pathTracer'
import { REFERENCE_SETS } from './sets'

describe('the path tracer itself', () => {
  // Lambertian disc on its axis, E = I0 / (d^2 + R^2), in a black room.
  it('agrees with the closed form of a disc', () => {
    const light = testEmitter({ shape: 'disc', radiusM: 0.5 }, [1.5, 3, 1.5], [0, -1, 0])
    const [answer] = tracePoint(
      closedBox(3, 4, 3, 0).surfaces,
      [light],
      { position: [1.5, 2, 1.5], facing: [0, 1, 0], receptor: 'flat' },
      20_000,
      1,
    )
    expectStops(answer!.direct[0]!, 1 / (1 + 0.25), 0.01)
    expect(answer!.bounced).toEqual([0, 0, 0])
  })

  // In a cube all of whose walls are alike, the mean bounced light on the walls is flux rho / (A (1 - rho)); a
  // Lambertian front gives pi I0.
  it('fills a closed box by flux rho / (A (1 - rho))', () => {
    const light = testEmitter({ shape: 'disc', radiusM: 0.02 }, [1, 1, 1], [0.3, 0.5, 0.2])
    const { surfaces } = closedBox(2, 2, 2, 0.6)
    const roll = dice(5)
    const points = Array.from({ length: 120 }, (_, index) => {
      const [a, b] = [0.02 + 1.96 * roll(), 0.02 + 1.96 * roll()]
      return [
        [a, b, 0, 0, 0, 1],
        [a, b, 2, 0, 0, -1],
        [0, a, b, 1, 0, 0],
        [2, a, b, -1, 0, 0],
        [a, 0, b, 0, 1, 0],
        [a, 2, b, 0, -1, 0],
      ][index % 6]!
    })
    const bounced = points.map(
      (point, index) =>
        tracePoint(
          surfaces,
          [light],
          {
            position: point.slice(0, 3).map((x, axis) => x + 1e-4 * point[3 + axis]!),
            facing: point.slice(3),
            receptor: 'flat',
          },
          400,
          index + 1,
        )[0]!.bounced[0]!,
    )
    expectShare(bounced.reduce((sum, value) => sum + value, 0) / bounced.length, (Math.PI * 0.6) / (24 * 0.4), 0.03)
  })
})

describe('the transport against the independent path tracer', () => {
  const all: number[] = []
  // 4,000 paths leave about 0.02 stop of noise with all lights on, and more for faint ones; npm run reference shows
  // the agreement with more.
  const chosen = [
    'white room',
    'black room',
    'V-flats',
    'cyclorama',
    'through diffusion',
    'lit panel',
    'gloss floor',
    'gridded pool',
    'silver board',
    'umbrella',
  ]
  it.each(REFERENCE_SETS.filter(({ name }) => chosen.some(word => name.includes(word))))(
    'agrees in the set "$name"',
    async ({ set }) => {
      const rows = await compareSet(set, 4000, 3)
      expect(rows.length).toBeGreaterThan(10)
      for (const { light, differenceStops } of rows) if (light === 'all') expectWithin(differenceStops, 0, 0.1)
      const off = rows.map(row => Math.abs(row.differenceStops)).sort((a, b) => a - b)
      expect(off[Math.floor(off.length * 0.5)]!).toBeLessThan(0.03)
      all.push(...rows.filter(({ light }) => light === 'all').map(row => row.differenceStops))
    },
  )

  // What README claims is 0.015 stop at the 95th percentile; the tracer's own noise of 0.02 to 0.03 at so few paths
  // adds by the square, and has no side.
  it('is nowhere near biased, and as close as the noise of so few paths lets it be told', () => {
    const sorted = all.map(Math.abs).sort((a, b) => a - b)
    expect(Math.abs(all.reduce((sum, off) => sum + off, 0) / all.length)).toBeLessThan(0.006)
    expect(sorted[Math.floor(sorted.length * 0.95)]!).toBeLessThan(0.05)
  })
})
