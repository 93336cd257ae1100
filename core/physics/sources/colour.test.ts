import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { SRGB_RESPONSE } from '../../camera/response'
import { demoSet } from '../../edits/demo'
import { emitterOf } from '../../scene/scene'
import { luminance, multiplyRgb } from '../units/rgb'
import { chromaticityOf, lampColour, miredDifference } from './colourTemperature'
import { GELS, gelStops, greenGel } from './gels'

describe('colour of lamps and gels', () => {
  // CIE 015: illuminant A, 2856 K, x = 0.44757, y = 0.40745. The Planckian locus at 6500 K: 0.3135, 0.3237 (from
  // memory).
  it.each([
    [2856, 0.44757, 0.40745],
    [6500, 0.3135, 0.3237],
  ])('puts %s K on the published locus', (kelvin, x, y) => {
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
})

describe('gels', () => {
  it('of green and of magenta hold back as much of the others as their density says', () => {
    for (const density of [0.3, 0.15]) {
      const [green, magenta] = [greenGel(density), greenGel(-density)]
      // A density of 0.3 halves, near enough: 10^-0.3.
      expectWithin(Math.log10(green[1] / green[0]), density, 1e-9)
      expectWithin(Math.log10(magenta[0] / magenta[1]), density, 1e-9)
      expect([green[0], magenta[0]]).toEqual([green[2], magenta[2]])
      expectWithin(Math.max(...green), Math.max(...magenta), 1e-12)
    }
    expect(Math.max(...greenGel(0.15))).toBeGreaterThan(Math.max(...greenGel(0.3)))
    expect(greenGel(0)).toEqual([1, 1, 1])
  })

  const gelNamed = (name: string) => GELS.find(gel => gel.name === name)!
  /** Pixel values of a grey card that renders 118 in the mean, under a lamp through a gel, straight sRGB. */
  const card = (kelvin: number, whiteBalanceK: number, ...names: string[]): number[] => {
    const light = names.reduce(
      (colour, name) => multiplyRgb(colour, gelNamed(name).transmittance),
      lampColour(kelvin, whiteBalanceK),
    )
    const whole = luminance(light)
    return light.map(channel => SRGB_RESPONSE.valueFromLinear((0.18 * channel) / whole))
  }
  const spread = (values: readonly number[]) => Math.max(...values) - Math.min(...values)

  // What each is for, neutral within 3 values: full turns tungsten into daylight and back; half and quarter stop half
  // and a quarter of the mireds short of it.
  it.each([
    ['Warming, full', 5600, 3200],
    ['Warming, half', 5600, 1e6 / (1e6 / 5600 + 67)],
    ['Warming, quarter', 5600, 1e6 / (1e6 / 5600 + 33.5)],
    ['Cooling, full', 3200, 5600],
    ['Cooling, half', 3200, 1e6 / (1e6 / 3200 - 67)],
    ['Cooling, quarter', 3200, 1e6 / (1e6 / 3200 - 33.5)],
  ])('%s on %s K is neutral at a balance of %s K', (name, kelvin, whiteBalanceK) => {
    expect(spread(card(kelvin, whiteBalanceK, name))).toBeLessThan(3)
    expect(spread(card(kelvin, whiteBalanceK))).toBeGreaterThan(10)
  })

  // On a lamp that it is not made for it is off by little: 300 K aside stays within 12 values.
  it('is near to neutral on a lamp a little off its own', () => {
    expect(spread(card(3500, 1e6 / (1e6 / 3500 - 133.93), 'Cooling, full'))).toBeLessThan(12)
  })

  it('undoes green by minus green, and two halves make a full', () => {
    for (const strength of ['full', 'half', 'quarter'])
      expect(spread(card(5600, 5600, `Plus green, ${strength}`, `Minus green, ${strength}`))).toBeLessThan(1e-6)
    const [half, full] = [
      card(5600, 5600, 'Minus green, half', 'Minus green, half'),
      card(5600, 5600, 'Minus green, full'),
    ]
    half.forEach((value, index) => expectWithin(value, full[index]!, 0.5))
    // A colour-compensating step of 0.30 is a whole stop between green and the others.
    const [red, green] = gelNamed('Plus green, full').transmittance
    expectWithin(Math.log2(green / red), 0.3 / Math.log10(2), 1e-9)
  })

  it('costs stops as a meter sees it, more where the lamp has less of what it passes', () => {
    expectWithin(gelStops(gelNamed('Neutral, one stop'), 5600), 1, 1e-9)
    expect(GELS.every(gel => gelStops(gel, 5600) > 0)).toBe(true)
    expect(gelStops(gelNamed('Cooling, full'), 3200)).toBeGreaterThan(gelStops(gelNamed('Cooling, full'), 5600))
    expect(gelStops(gelNamed('Warming, full'), 3200)).toBeLessThan(gelStops(gelNamed('Warming, full'), 5600))
  })

  it('takes from a meter what no white balance of a camera changes', () => {
    const set = demoSet()
    const read = (whiteBalanceK: number) =>
      luminance(
        emitterOf(
          { ...set.lights[0]!, gel: gelNamed('Cooling, full') },
          { ...set, camera: { ...set.camera, whiteBalanceK } },
        ).intensity,
      )
    expectWithin(read(3200) / read(6500), 1, 1e-9)
    const bare = luminance(emitterOf(set.lights[0]!, set).intensity)
    expectWithin(-Math.log2(read(5600) / bare), gelStops(gelNamed('Cooling, full'), 5600), 1e-9)
  })
})
