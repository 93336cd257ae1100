import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import type { CameraResponse } from '../model/schema'
import { developFrame } from '../render/toneMap'
import { clippingLinear, closeFocusStops, responseOf, SRGB_RESPONSE, uncertaintyStops } from './response'

const made = (response: CameraResponse) => responseOf({ response })
const card = 0.18
const bracketOf = (response: ReturnType<typeof made>, stops: readonly number[]): CameraResponse => ({
  kind: 'measured',
  cardReflectance: card,
  steps: stops.map(step => ({ stops: step, value: response.valueFromLinear(card * 2 ** step) })),
})

describe('a shoulder', () => {
  it('is straight in the dark half, clips its headroom later, and never falls', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 3, noNaN: true }),
        fc.double({ min: 1e-4, max: 0.5, noNaN: true }),
        (headroomStops, linear) => {
          const response = made({ kind: 'shoulder', headroomStops })
          expectWithin(response.valueFromLinear(linear), SRGB_RESPONSE.valueFromLinear(linear), 1e-9)
          expectWithin(Math.log2(clippingLinear(response)), headroomStops, 1e-9)
          const values = Array.from({ length: 60 }, (_, index) => response.valueFromLinear(index * 0.1))
          expect(values).toEqual([...values].sort((a, b) => a - b))
        },
      ),
    )
  })

  it('leaves the straight part without a bend', () => {
    const { valueFromLinear } = made({ kind: 'shoulder', headroomStops: 1 })
    const slope = (at: number) => (valueFromLinear(at + 1e-6) - valueFromLinear(at - 1e-6)) / 2e-6
    expectWithin(slope(0.5 + 2e-6) / slope(0.5 - 2e-6), 1, 1e-3)
  })
})

describe('a response read off a bracket', () => {
  it('goes through every picture of it, and finds each one back', () => {
    const response: CameraResponse = {
      kind: 'measured',
      cardReflectance: card,
      steps: [
        { stops: -5, value: 14 },
        { stops: -3, value: 41 },
        { stops: -1, value: 92 },
        { stops: 0, value: 128 },
        { stops: 1.5, value: 201 },
        { stops: 2.6, value: 246 },
      ],
    }
    const { valueFromLinear, linearFromValue } = made(response)
    for (const { stops, value } of response.steps) {
      expectWithin(valueFromLinear(card * 2 ** stops), value, 1e-9)
      expectWithin(Math.log2(linearFromValue(value) / card), stops, 1e-6)
    }
  })

  it.each([
    ['a straight camera back from pictures a stop apart', made({ kind: 'srgb' }), 1, 0.01],
    // The roll-off begins between two pictures; one value is the least that a picture can be read by.
    [
      'one with a shoulder back from pictures half a stop apart',
      made({ kind: 'shoulder', headroomStops: 0.8 }),
      0.5,
      1,
    ],
  ])('gives %s', (_name, truth, step, tolerance) => {
    const measured = made(
      bracketOf(
        truth,
        Array.from({ length: 8 / step + 1 }, (_, index) => -6 + index * step),
      ),
    )
    for (let stops = -6; stops <= 2; stops += 0.1)
      expectWithin(measured.valueFromLinear(card * 2 ** stops), truth.valueFromLinear(card * 2 ** stops), tolerance)
  })
})

describe('a lens that passes less than its f-number says', () => {
  it('renders all as if the light were less by as much, and white clips later', () => {
    const lossy = responseOf({ response: { kind: 'srgb' }, lensLossStops: 0.5 })
    for (const linear of [0.002, 0.18, 0.7])
      expectWithin(lossy.valueFromLinear(linear), SRGB_RESPONSE.valueFromLinear(linear * Math.SQRT1_2), 1e-9)
    expectWithin(clippingLinear(lossy), Math.SQRT2, 1e-12)
    expectWithin(lossy.linearFromValue(118), SRGB_RESPONSE.linearFromValue(118) * Math.SQRT2, 1e-12)
  })

  it('takes two stops at life size, as the bellows rule says, and next to nothing far away', () => {
    expectWithin(closeFocusStops(100, 0.2), 2, 1e-12)
    // 100 mm at 0.6 m: a fifth of life size.
    expectWithin(closeFocusStops(100, 0.6), 2 * Math.log2(1.2), 1e-12)
    expect(closeFocusStops(85, 30)).toBeLessThan(0.01)
    expect(closeFocusStops(100, 0.09)).toBe(Number.POSITIVE_INFINITY)
  })
})

describe('a picture', () => {
  it.each([
    ['a shoulder', { kind: 'shoulder', headroomStops: 1 } as const, 0],
    ['a lens that takes a stop', { kind: 'srgb' } as const, 1],
  ])('through %s shows what lies past 1 up to where the response clips', (_name, response, lensLossStops) => {
    const through = responseOf({ response, lensLossStops })
    for (const linear of [0.001, 0.4, 1, 1.4, 1.9, 2.5]) {
      const [value] = developFrame(Float32Array.of(linear, linear, linear), through)
      expectWithin(value!, through.valueFromLinear(linear), 1)
    }
    expect(developFrame(Float32Array.of(2.1, 2.1, 2.1), through)[0]).toBe(255)
    expect(developFrame(Float32Array.of(1, 1, 1), through)[0]).toBeLessThan(240)
  })
})

describe('what a pixel value tells', () => {
  it('is worth the slope of the curve, and nothing where one more is clipped', () => {
    // At mid grey sRGB rises by about 47 values a stop (IEC 61966-2-1: d value / d stop of its power law at 118).
    const slope = ((255 * (118 / 255 + 0.055)) / 2.4) * Math.LN2
    expectWithin(uncertaintyStops(SRGB_RESPONSE, 118), 1 / slope, 2e-4)
    expect(uncertaintyStops(SRGB_RESPONSE, 254)).toBe(Number.POSITIVE_INFINITY)
    expect(uncertaintyStops(made({ kind: 'shoulder', headroomStops: 2 }), 250)).toBeGreaterThan(
      2 * uncertaintyStops(SRGB_RESPONSE, 250),
    )
  })
})
