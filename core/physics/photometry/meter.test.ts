import { describe, expect, it } from 'vitest'
import { expectStops, expectWithin } from '#support/tolerance'
import { axisIntensity } from '../sources/output'
import { combineReadings, exposureFromReading, meteredFNumber, stopsOverCamera } from './meter'
import { stopsForDistance } from './inverseSquare'
import { formatReading, parseReading, type ReadingUnit } from '#wording/notation/reading'

describe('the incident meter', () => {
  // ISO 2720:1974: N^2 = H S / C with C = 250 (flat) and 340 (hemispherical). f/8 at ISO 100 is 8^2 * 250 / 100 = 160
  // lx s.
  it('follows the meter equation', () => {
    expectStops(exposureFromReading(8, 100, 250), 160, 1e-12)
    expectStops(exposureFromReading(8, 100, 340), 217.6, 1e-12)
    expectStops(meteredFNumber(160, 400, 250), 16, 1e-12)
    expectWithin(stopsOverCamera(320, { fNumber: 8, iso: 100 }, 250), 1, 1e-12)
  })

  // Common practice, no source: two lights that read f/2.8 each read f/4 together.
  it('adds readings as light', () => {
    const f28 = Math.sqrt(8)
    expectWithin(combineReadings([f28, f28]), 4, 1e-12)
    expectStops(
      exposureFromReading(combineReadings([5, 3, 7]), 100, 250),
      [5, 3, 7].reduce((sum, n) => sum + exposureFromReading(n, 100, 250), 0),
      1e-12,
    )
  })
})

describe('inverse square', () => {
  // Common practice, no source: twice the distance is two stops; f/16 at the subject leaves f/5.6 on the backdrop,
  // three stops.
  it('loses two stops at twice the distance, and three where f/16 becomes f/5.6', () => {
    expectWithin(stopsForDistance(1.3, 2.6), -2, 1e-12)
    expectWithin(stopsForDistance(1, Math.sqrt(8)), -3, 1e-12)
  })

  // By hand: (3.8 / 4.1)^2 = 0.85901, whose binary logarithm is -0.21925; the trade rounds it to a quarter.
  it('loses 0.219 stop over 0.3 m more in 3.8 m, and gains it back', () => {
    expectWithin(stopsForDistance(3.8, 4.1), -0.21925, 1e-5)
    expectWithin(stopsForDistance(3.8, 4.1) + stopsForDistance(4.1, 3.8), 0, 1e-12)
  })
})

describe("a lamp's output", () => {
  it('is the same from a guide number, a reading and lux at one metre', () => {
    // Guide number 32 (m, ISO 100): f/8 at 4 m, which is 160 lx s at 4 m, so 2560 lx s m^2.
    expectStops(axisIntensity({ from: 'guide-number', guideNumberM: 32, convention: 'metered' }), 2560, 1e-12)
    expectStops(axisIntensity({ from: 'reading', fNumber: 8, distanceM: 4, iso: 100 }), 2560, 1e-12)
    expectStops(axisIntensity({ from: 'lux-at-1-m', lux: 2560 }), 2560, 1e-12)
  })
})

describe('readings in other units', () => {
  const meter = { iso: 100, shutterS: 1 / 125, constant: 250, cameraFNumber: 5.657 } as const
  const fNumberOf = (text: string): number => {
    const outcome = parseReading(text, meter)
    if (!outcome.ok) throw new Error(outcome.message)
    return outcome.value
  }

  // EV 13 is f/8 at 1/125 s (8^2 x 125 = 8000, 2^13 = 8192); f/8 flat at ISO 100 is 160 lx s, so 20,000 lx for 1/125 s.
  it.each([
    ['EV 12.966', 8],
    ['12.966 EV', 8],
    ['160 lxs', 8],
    ['160 lx s', 8],
    ['20000 lx', 8],
    ['20000 lux', 8],
    ['1858.06 fc', 8],
    ['f/8', 8],
  ])('reads %s as f/%s', (text, expected) => expectStops(fNumberOf(text), expected, 0.002))

  // Percent of the light that the camera setting wants: f/8 with the camera at f/5.6 is a stop over, twice the light.
  it('takes percent of the camera setting, where there is one', () => {
    expectStops(fNumberOf('200 %'), 8, 0.002)
    expectStops(fNumberOf('100%'), 5.657, 0.001)
    expect(parseReading('50 %', { iso: 100, shutterS: 1 / 125, constant: 250 }).ok).toBe(false)
  })

  it.each([
    ['f-number', 'f/8'],
    ['ev', 'EV 13.0'],
    ['lux', '20000 lx'],
    ['foot-candles', '1858 fc'],
    ['percent', '200 %'],
  ] as const)('writes f/8 in %s as %s, and reads it back', (unit, words) => {
    expect(formatReading(8, unit, meter)).toBe(words)
    for (const fNumber of [0.6, 2.3, 8, 19.2])
      expectStops(fNumberOf(formatReading(fNumber, unit satisfies ReadingUnit, meter)), fNumber, 0.08)
  })

  it.each(['bright', '0 lx', '1e9 lx', 'EV', '12 kg'])('refuses "%s" and says what is understood', text => {
    const outcome = parseReading(text, meter)
    expect(!outcome.ok && outcome.message).toMatch(/f\/8 \+0\.3/)
  })
})
