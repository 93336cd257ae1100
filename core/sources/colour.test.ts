import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { luminance } from '../units/rgb'
import { chromaticityOf, lampColour, miredDifference } from './colourTemperature'
import { GELS, gelStops } from './gels'

describe('colour of lamps and gels', () => {
  // CIE 015: illuminant A, 2856 K, x = 0.44757, y = 0.40745. The Planckian locus at 6500 K: 0.3135, 0.3237 (from memory).
  it.each([[2856, 0.44757, 0.40745], [6500, 0.3135, 0.3237]])('puts %s K on the published locus', (kelvin, x, y) => {
    expectWithin(chromaticityOf(kelvin).x, x, 5e-4)
    expectWithin(chromaticityOf(kelvin).y, y, 5e-4)
  })

  it('is neutral at the camera\u2019s own white balance, warm below and cool above, at the same luminance', () => {
    lampColour(5600, 5600).forEach(part => expectWithin(part, 1, 1e-9))
    const [warm, cool] = [lampColour(3200, 5600), lampColour(7500, 5600)]
    expect(warm[0]).toBeGreaterThan(1.2)
    expect(warm[2]).toBeLessThan(0.6)
    expect(cool[2]).toBeGreaterThan(1.1)
    for (const colour of [warm, cool]) expectWithin(luminance(colour), 1, 1e-9)
  })

  // Common practice, no source: lamps at 5200 K with the camera at 5800 K are about 20 mired warm.
  it('counts mireds as the trade does', () => expectWithin(miredDifference(5200, 5800), 20, 0.2))

  it('costs stops for gels as a meter sees it', () => {
    expectWithin(gelStops(GELS.find(({ name }) => name === 'Neutral, one stop')!), 1, 1e-9)
    expect(GELS.every(gel => gelStops(gel) > 0)).toBe(true)
  })
})
