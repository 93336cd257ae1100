import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { fitBracket, type BracketStep } from './bracket'
import { responseOf, SRGB_RESPONSE } from './response'

const CARD = 0.18
/** Frames of a card through a curve, thirds of a stop apart. */
const framesOf = (valueAt: (linear: number) => number, from = -5, to = 3): BracketStep[] =>
  Array.from({ length: 3 * (to - from) + 1 }, (_, index) => from + index / 3).map(stops => ({
    stops,
    value: valueAt(CARD * 2 ** stops),
  }))
const shoulder = (headroomStops: number) => responseOf({ response: { kind: 'shoulder', headroomStops } })

describe('a response fitted to a bracket', () => {
  it('is the curve that the frames were made by, at its frames and between them', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.2, max: 2.5, noNaN: true }), headroom => {
        const curve = shoulder(headroom)
        const fit = fitBracket(framesOf(curve.valueFromLinear), CARD)!
        const fitted = responseOf({ response: fit.response })
        for (let stops = -4.5; stops <= 1.5; stops += 0.25) {
          const linear = CARD * 2 ** stops
          const truth = curve.valueFromLinear(linear)
          if (truth > 10 && truth < 245) expectWithin(fitted.valueFromLinear(linear), truth, 3)
        }
        for (const residual of fit.residuals) if (residual !== undefined) expectWithin(residual, 0, 3)
      }),
      { numRuns: 30 },
    )
  })

  it('has knots a third of a stop apart at least, the last at the last frame in range, then where white begins', () => {
    const frames = framesOf(SRGB_RESPONSE.valueFromLinear)
    const { response, residuals } = fitBracket(frames, CARD)!
    const inRange = frames.filter(({ value }) => value > 1 && value < 254.5)
    const white = frames.find(({ value }) => value >= 254.5)!
    const stops = response.steps.map(step => step.stops)
    expect(stops.at(-1)).toBe(white.stops)
    expect(response.steps.at(-1)!.value).toBe(255)
    expect(stops.at(-2)).toBe(inRange.at(-1)!.stops)
    const gaps = stops.slice(1, -1).map((step, index) => step - stops[index]!)
    expect(Math.min(...gaps)).toBeGreaterThanOrEqual(0.3 - 1e-9)
    expect(residuals.map(one => one === undefined)).toEqual(frames.map(({ value }) => value <= 1 || value >= 254.5))
  })

  it('says how far it is to be trusted: more where frames stray, nothing where there are too few', () => {
    const clean = framesOf(SRGB_RESPONSE.valueFromLinear, -4, 2)
    const noisy = clean.map(({ stops, value }, index) => ({ stops, value: value + (index % 2 === 0 ? 4 : -4) }))
    const mean = (all: readonly number[]) => all.reduce((sum, one) => sum + one, 0) / all.length
    const [sure, unsure] = [clean, noisy].map(frames => mean(fitBracket(frames, CARD)!.spreads))
    expect(unsure!).toBeGreaterThan(2 * sure!)
    expect(fitBracket(clean.slice(0, 3), CARD)).toBeUndefined()
    expect(fitBracket([], CARD)).toBeUndefined()
  })

  it('never falls, even where a frame does', () => {
    const frames = framesOf(SRGB_RESPONSE.valueFromLinear, -4, 2)
    const strayed = frames.with(8, { ...frames[8]!, value: frames[5]!.value })
    const values = fitBracket(strayed, CARD)!.response.steps.map(({ value }) => value)
    expect(values).toEqual(values.toSorted((a, b) => a - b))
  })
})
