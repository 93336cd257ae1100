import { describe, expect, it } from 'vitest'
import { plainOf as grey } from '#support/plainReduced'
import { expectWithin } from '#support/tolerance'
import { enclosedRegions } from './enclosedRegions'
import { labMaps, steepness, type LabMaps } from './gradientMagnitude'
import { asPlaces, quantile, robustFields } from './smoothField'

describe('how a picture changes', () => {
  it('is half the difference across each pixel, the steeper way', () => {
    const step = steepness({
      width: 4,
      height: 3,
      lightness: Float32Array.from([0, 0, 10, 10, 0, 0, 10, 10, 0, 0, 10, 10]),
      a: new Float32Array(12),
      b: new Float32Array(12),
    })
    expect([...step.slice(4, 8)]).toEqual([0, 5, 5, 0])
    const coloured = steepness({
      width: 1,
      height: 3,
      lightness: Float32Array.from([0, 3, 6]),
      a: Float32Array.from([0, 2, 4]),
      b: Float32Array.from([0, 1.5, 3]),
    })
    expectWithin(coloured[1]!, Math.hypot(3, 2, 1.5), 1e-6)
    expectWithin(coloured[0]!, Math.hypot(3, 2, 1.5) / 2, 1e-6)
  })

  it('is smoothed where it is noisy and left as it is where it is not', () => {
    const even = labMaps(grey(40, 30, x => (x < 20 ? 0.1 : 0.5)))
    expectWithin(even.lightness[0]!, 37.8, 0.1)
    // A clean edge is kept sharp.
    expect(even.lightness[20]! - even.lightness[19]!).toBeGreaterThan(30)
    const noisy = grey(40, 30, (x, y) => 0.2 * (1 + 0.3 * Math.sin(x * 12.9 + y * 78.2)))
    const spread = (map: ArrayLike<number>) => {
      const all = Array.from(map)
      const mean = all.reduce((sum, one) => sum + one, 0) / all.length
      return Math.sqrt(all.reduce((sum, one) => sum + (one - mean) ** 2, 0) / all.length)
    }
    const before = spread(Float32Array.from({ length: 1200 }, (_, at) => 116 * Math.cbrt(noisy.linear[at * 3]!) - 16))
    expect(spread(labMaps(noisy).lightness)).toBeLessThan(0.4 * before)
  })
})

describe('a smooth field', () => {
  const places = asPlaces(
    Array.from({ length: 400 }, (_, at) => at),
    20,
    20,
  )

  it('stands at the middles of pixels', () => {
    expect([places.xs[0], places.ys[0], places.xs[21], places.ys[21]]).toEqual([0.025, 0.025, 0.075, 0.075])
  })

  it('finds a quadratic under what does not belong, and says which does not', () => {
    const true_ = (x: number, y: number) => 2 + x - 0.5 * y + 3 * x * x - x * y + 0.2 * y * y
    const figures = Float64Array.from(places.xs, (x, at) => true_(x, places.ys[at]!) + (at % 9 === 4 ? 9 : 0))
    const { fields, off, limit } = robustFields(places, [figures], 0.01, 3)
    for (const [x, y] of [
      [0.1, 0.2],
      [0.5, 0.5],
      [0.9, 0.3],
    ] as const)
      expectWithin(fields[0]!(x, y), true_(x, y), 0.05)
    off.forEach((one, at) => expect(one > limit).toBe(at % 9 === 4))
  })

  it('has a quantile as a sorted list has it', () => {
    expect([quantile([5, 1, 3], 0), quantile([5, 1, 3], 0.5), quantile([5, 1, 3], 1), quantile([], 0.5)]).toEqual([
      1, 3, 5, 0,
    ])
    expect(quantile([10, 2, 33, 4], 0.25)).toBe(4)
  })
})

describe('backdrop that shows through', () => {
  const [width, height] = [120, 120]
  /** A dark body in the middle of a light backdrop with a square hole of some colour and size in it. */
  const withHole = (half: number, hole: { lightness: number; a?: number; noise?: number }) => {
    const maps: LabMaps = {
      width,
      height,
      lightness: new Float32Array(width * height),
      a: new Float32Array(width * height),
      b: new Float32Array(width * height),
    }
    const open = new Uint8Array(width * height)
    const isFlat = new Uint8Array(width * height)
    for (let at = 0; at < width * height; at++) {
      const [x, y] = [(at % width) - 60, Math.floor(at / width) - 60]
      const isBody = Math.hypot(x, y) < 22
      const isHole = Math.max(Math.abs(x), Math.abs(y)) < half
      const around = isBody ? 30 : 80
      const ripple = Math.sin(x * 1.7) * Math.cos(y * 2.3)
      maps.lightness[at] = isHole ? hole.lightness + (hole.noise ?? 0) * ripple : around
      maps.a[at] = isHole ? (hole.a ?? 0) : 0
      open[at] = isBody ? 0 : 1
      isFlat[at] = isHole || !isBody ? 1 : 0
    }
    const found = enclosedRegions(maps, open, isFlat)
    return found.reduce((sum, one) => sum + one, 0)
  }

  it('is found where it is as light, as coloured and as even as the backdrop around it', () => {
    expect(withHole(10, { lightness: 80 })).toBe(19 * 19)
    expect(withHole(10, { lightness: 86 })).toBe(19 * 19)
    expect(withHole(10, { lightness: 74 })).toBe(19 * 19)
    expect(withHole(10, { lightness: 80, a: 3 })).toBe(19 * 19)
  })

  it('is not a cloth of another tone or colour, nothing uneven, and nothing small', () => {
    expect(withHole(10, { lightness: 88 })).toBe(0)
    expect(withHole(10, { lightness: 72 })).toBe(0)
    expect(withHole(10, { lightness: 80, a: 5 })).toBe(0)
    expect(withHole(10, { lightness: 80, noise: 12 })).toBe(0)
    expect(withHole(2, { lightness: 80 })).toBe(0)
  })
})
