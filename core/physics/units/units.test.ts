import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { apertureScale, fNumberFromStops, stopsFromFNumber } from './fNumber'
import { labOf, luminanceOfLightness } from './lab'
import { monotoneCubic } from './monotoneCubic'
import { grey, luminance, multiplyRgb, scaleRgb } from './rgb'
import { DARKEST_STOPS, ratioFromStops, roundToClicks, stopsFromRatio, tidyStops } from './stops'
import { add, cross, direction, distance, dot, frameAround, length, scale, subtract, turn, type Vector } from './vector'

const part = fc.double({ min: -5, max: 5, noNaN: true })
const place = fc.tuple(part, part, part) as fc.Arbitrary<Vector>
const way = place.filter(one => Math.hypot(...one) > 0.1).map(one => direction(one))
const near = (actual: Vector, expected: readonly number[], tolerance = 1e-9) =>
  actual.forEach((value, axis) => expectWithin(value, expected[axis]!, tolerance))

describe('f-numbers', () => {
  // ISO 517: a stop is a factor of the root of two.
  it('are two logarithms of two of stops, there and back', () => {
    expectWithin(stopsFromFNumber(8), 6, 1e-12)
    expectWithin(fNumberFromStops(3), 2.8284271, 1e-7)
    expectWithin(stopsFromFNumber(0.5), -2, 1e-12)
  })

  it('stand on a scale with both of its ends, at their true values and not their names', () => {
    expect(apertureScale(5.6, 11, 1).map(value => value.toFixed(3))).toEqual(['5.657', '8.000', '11.314'])
    expect(apertureScale(2.8, 4, 1 / 3).map(value => value.toFixed(2))).toEqual(['2.83', '3.17', '3.56', '4.00'])
    expect(apertureScale(1, 1.4, 0.5)).toHaveLength(3)
  })
})

describe('stops', () => {
  it('are the binary logarithm of a ratio, and end at the darkest', () => {
    expectWithin(stopsFromRatio(10), 3.321928, 1e-6)
    expect([stopsFromRatio(0), stopsFromRatio(-1), stopsFromRatio(2 ** -21)]).toEqual([-20, -20, -20])
    expect(DARKEST_STOPS).toBe(-20)
    expectWithin(stopsFromRatio(2 ** -19.5), -19.5, 1e-12)
    expect(ratioFromStops(-3)).toBe(0.125)
  })

  it('round to whole clicks, without the dust of binary arithmetic', () => {
    expect(roundToClicks(0.34, 0.1)).toBe(0.3)
    expect(roundToClicks(-1.2, 1 / 3)).toBe(-1.333333)
    expect(roundToClicks(0.74, 0.5)).toBe(0.5)
    expect(roundToClicks(0.76, 0.5)).toBe(1)
    expect(tidyStops(0.1 + 0.2)).toBe(0.3)
    expect(Object.is(tidyStops(-1e-9), 0)).toBe(true)
  })
})

describe('CIELAB', () => {
  // Widely published figures of the primaries of IEC 61966-2-1 under D65, from memory, to a tenth.
  it.each([
    [
      [1, 0, 0],
      [53.2, 80.1, 67.2],
    ],
    [
      [0, 1, 0],
      [87.7, -86.2, 83.2],
    ],
    [
      [0, 0, 1],
      [32.3, 79.2, -107.9],
    ],
    [
      [1, 1, 1],
      [100, 0, 0],
    ],
    [
      [0, 0, 0],
      [0, 0, 0],
    ],
  ] as const)('of linear %s is %s', ([red, green, blue], expected) =>
    labOf(red, green, blue).forEach((value, axis) => expectWithin(value, expected[axis]!, 0.1)),
  )

  // CIE 15: an 18 % grey has a lightness of 49.5; below a lightness of 8 the curve is straight: 903.3 times the share.
  it('has its straight foot and its cube, one the other way round of the other', () => {
    expectWithin(labOf(0.18, 0.18, 0.18)[0], 49.5, 0.01)
    expectWithin(labOf(0.004, 0.004, 0.004)[0], 903.3 * 0.004, 1e-3)
    for (const share of [0.0005, 0.004, 0.00885, 0.0089, 0.18, 0.7, 1])
      expectWithin(luminanceOfLightness(labOf(share, share, share)[0]), share, 1e-6)
  })
})

describe('colours', () => {
  it('are weighed, scaled and multiplied channel by channel', () => {
    expect(grey(0.4)).toEqual([0.4, 0.4, 0.4])
    expectWithin(luminance([1, 0, 0]), 0.2126, 1e-12)
    expectWithin(luminance([0, 1, 0]), 0.7152, 1e-12)
    expectWithin(luminance([0, 0, 1]), 0.0722, 1e-12)
    expect(scaleRgb([1, 2, 3], 2)).toEqual([2, 4, 6])
    expect(multiplyRgb([1, 2, 3], [4, 5, 6])).toEqual([4, 10, 18])
  })
})

describe('a curve through points', () => {
  const rising = fc
    .array(fc.tuple(fc.double({ min: 0.1, max: 3, noNaN: true }), fc.double({ min: 0, max: 3, noNaN: true })), {
      minLength: 2,
      maxLength: 8,
    })
    .map(steps => {
      const [xs, ys] = [[0], [0]]
      for (const [dx, dy] of steps) {
        xs.push(xs.at(-1)! + dx)
        ys.push(ys.at(-1)! + dy)
      }
      return { xs, ys }
    })

  it('goes through every point and never falls where they rise', () => {
    fc.assert(
      fc.property(rising, ({ xs, ys }) => {
        const curve = monotoneCubic(xs, ys)
        xs.forEach((x, index) => expectWithin(curve(x), ys[index]!, 1e-9))
        let before = curve(0)
        for (let step = 1; step <= 200; step++) {
          const now = curve((step / 200) * xs.at(-1)!)
          expect(now).toBeGreaterThanOrEqual(before - 1e-9)
          before = now
        }
      }),
    )
  })

  it('is as smooth as it says: no step of its slope at a point', () => {
    fc.assert(
      fc.property(rising, ({ xs, ys }) => {
        const curve = monotoneCubic(xs, ys)
        for (const x of xs.slice(1, -1)) {
          const before = (curve(x) - curve(x - 1e-5)) / 1e-5
          expectWithin((curve(x + 1e-5) - curve(x)) / 1e-5, before, 1e-2)
        }
      }),
    )
  })

  it('keeps a straight line, turns at a top without passing it, and stays at its ends beyond them', () => {
    const line = monotoneCubic([0, 1, 3, 7], [1, 3, 7, 15])
    for (const x of [0.3, 1.7, 2.9, 6.5]) expectWithin(line(x), 1 + 2 * x, 1e-12)
    const top = monotoneCubic([0, 1, 2], [0, 1, 0])
    for (let x = 0; x <= 2; x += 0.05) expect(top(x)).toBeLessThanOrEqual(1)
    // Half a cubic of Hermite with the secant at one end and level at the other.
    expectWithin(top(0.5), 0.625, 1e-12)
    expect([line(-2), line(9)]).toEqual([1, 15])
  })

  // Fritsch and Carlson: beside a flat stretch the mean slope would overshoot; three times the flatter is the most.
  it('is no steeper at a point than three times its flatter side', () => {
    const curve = monotoneCubic([0, 1, 2], [0, 0.1, 5])
    expectWithin((curve(1 + 1e-6) - curve(1)) / 1e-6, 0.3, 1e-4)
  })
})

describe('vectors', () => {
  it('hold to the rules of their products', () => {
    fc.assert(
      fc.property(place, place, place, (a, b, c) => {
        expectWithin(dot(cross(a, b), a), 0, 1e-9)
        expectWithin(dot(cross(a, b), b), 0, 1e-9)
        // Lagrange: |a x b|^2 = |a|^2 |b|^2 - (a b)^2.
        expectWithin(length(cross(a, b)) ** 2, length(a) ** 2 * length(b) ** 2 - dot(a, b) ** 2, 1e-7)
        near(cross(a, add(b, c)), add(cross(a, b), cross(a, c)), 1e-9)
        expectWithin(distance(a, b) ** 2, dot(subtract(a, b), subtract(a, b)), 1e-9)
        near(scale(a, -2), subtract([0, 0, 0], add(a, a)), 1e-12)
      }),
    )
    near(cross([1, 0, 0], [0, 1, 0]), [0, 0, 1])
  })

  it('have a direction of length one, and another where there is none', () => {
    near(direction([0, 3, 4]), [0, 0.6, 0.8])
    expect(direction([0, 0, 0])).toEqual([0, -1, 0])
    expect(direction([0, 0, 1e-13], [1, 0, 0])).toEqual([1, 0, 0])
  })

  it('make a frame about an axis: square, of length one, the first level, the second upward', () => {
    fc.assert(
      fc.property(
        way.filter(([x, y]) => Math.hypot(x, y) > 0.01),
        axis => {
          const { across, up } = frameAround(axis)
          for (const one of [across, up]) {
            expectWithin(length(one), 1, 1e-9)
            expectWithin(dot(one, axis), 0, 1e-9)
          }
          expectWithin(dot(across, up), 0, 1e-9)
          expectWithin(across[2], 0, 1e-12)
          expect(up[2]).toBeGreaterThan(0)
        },
      ),
    )
    // Who looks from the camera at the backdrop has the right side of the picture to the right.
    near(frameAround([0, -1, 0]).across, [1, 0, 0])
    near(frameAround([0, 0, 1]).across, [1, 0, 0])
  })

  it('turn right and upward by degrees, and no further than upright', () => {
    near(turn([0, -1, 0], 90, 0), [1, 0, 0])
    near(turn([0, -1, 0], 0, 30), [0, -Math.cos(Math.PI / 6), 0.5])
    near(turn([1, 0, 0], 90, 0), [0, 1, 0])
    expectWithin(turn([0, -1, 0], 0, 130)[2], 1, 1e-9)
    expectWithin(turn([0, -1, 0], 0, -130)[2], -1, 1e-9)
    fc.assert(
      fc.property(way, fc.double({ min: -180, max: 180, noNaN: true }), (axis, pan) => {
        const turned = turn(axis, pan, 0)
        expectWithin(length(turned), 1, 1e-9)
        expectWithin(turned[2], axis[2], 1e-5)
        near(turn(turned, -pan, 0), axis, 1e-5)
      }),
    )
    const axis: Vector = [0, -1, 0]
    expect(turn(axis, 0, 0)).toBe(axis)
  })
})
