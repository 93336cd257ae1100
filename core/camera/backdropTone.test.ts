import { converter, rgb } from 'culori'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { SRGB_RESPONSE } from './response'
import { stopsForDistance } from '../physics/photometry/inverseSquare'
import { stopsFromValue, valueFromStops } from './backdropTone'

const WHITE_PAPER = 0.88
const toLinear = converter('lrgb')

describe('the straight sRGB response', () => {
  it('agrees both ways with an independent colour library', () => {
    for (let value = 0; value <= 255; value++) {
      const linear = toLinear({ mode: 'rgb', r: value / 255, g: 0, b: 0 }).r
      expectWithin(SRGB_RESPONSE.linearFromValue(value), linear, 1e-9)
      expectWithin(SRGB_RESPONSE.valueFromLinear(linear), rgb({ mode: 'lrgb', r: linear, g: 0, b: 0 }).r * 255, 1e-6)
    }
  })

  it('clips above white and below black', () => {
    expectWithin(SRGB_RESPONSE.valueFromLinear(3), 255, 1e-9)
    expectWithin(SRGB_RESPONSE.valueFromLinear(-1), 0, 1e-9)
  })
})

describe('the tone of white paper', () => {
  // Derived from IEC 61966-2-1 and a reflectance of 0.88: 241 at the camera setting, 200 at -0.61, 255 at +0.18, 118
  // at -2.28, 20 at -7.0.
  it.each([
    [241, 0],
    [200, -0.61],
    [255, 0.18],
    [118, -2.28],
    [20, -7],
  ])('renders %s at %s stops', (value, stops) => {
    expectWithin(stopsFromValue(value, WHITE_PAPER, SRGB_RESPONSE), stops, value === 20 ? 0.06 : 0.013)
    expectWithin(valueFromStops(stops, WHITE_PAPER, SRGB_RESPONSE), value, 0.6)
  })

  // Common practice, no source: mid grey lies 2 to 2.5 stops under the white setting.
  it('is mid grey two to two and a half stops down', () => {
    const stops = stopsFromValue(118, WHITE_PAPER, SRGB_RESPONSE)
    expect(stops).toBeLessThan(-2)
    expect(stops).toBeGreaterThan(-2.5)
  })

  // Common practice, no source: key at 0.75 m, backdrop 2.75 m behind: dark grey and not black. By inverse square
  // -4.45 stops.
  it('is dark grey, not black, behind a near key', () => {
    const stops = stopsForDistance(0.75, 3.5)
    expectWithin(stops, -4.4, 0.05)
    expectWithin(valueFromStops(stops, WHITE_PAPER, SRGB_RESPONSE), 57, 1)
  })

  it('goes there and back for every value', () => {
    for (let value = 1; value <= 255; value++)
      expectWithin(
        valueFromStops(stopsFromValue(value, WHITE_PAPER, SRGB_RESPONSE), WHITE_PAPER, SRGB_RESPONSE),
        value,
        1e-6,
      )
  })
})
