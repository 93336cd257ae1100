import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { apertureScale, fNumberFromStops, stopsFromFNumber } from '#core/physics/units/fNumber'
import { bareMeanings, formatAperture, formatFNumber, parseFNumber, type FNumberStyle } from './aperture'
import { formatDistance, parseDistance, type LengthUnit } from './distance'
import { formatMoment } from './moment'
import { formatStops, parseStops, type StopStyle } from './stops'
import type { Outcome } from '#core/shared/outcome'

const valueOf = <T>(outcome: Outcome<T>): T => {
  if (!outcome.ok) throw new Error(outcome.message)
  return outcome.value
}

describe('f-numbers', () => {
  // Full-stop names are rounded powers of sqrt 2 (ISO 517).
  it.each([
    ['f/5.6', 5.65685],
    ['f/11', 11.31371],
    ['f/8 +0.3', 8.87656],
    ['8.7', 8.7],
    ['5.6 1/3', 6.3496],
    ['2.8 and 3/10', 3.13834],
    ['T2.8 and 3/10', 3.13834],
    ['8 -1/3', 7.12719],
    ['f/8 ⅔', 10.07937],
    ['F8,7', 8.7],
    ['f 16', 16],
  ])('reads %s as %s', (text, expected) => expectWithin(valueOf(parseFNumber(text)), expected, 1e-4))

  // Cameras name thirds of a stop by rounded figures: typed back, they mean the third. 2^(22/6) = 12.70, 2^(11/6) =
  // 3.564, 2^(2/6) = 1.26.
  it.each([
    ['f/13', 22],
    ['f/3.5', 11],
    ['f/14', 23],
    ['f/2.2', 7],
    ['f/1.2', 2],
    ['13', 22],
    ['9', 19],
    ['f/10', 20],
    ['7.1', 17],
  ])('takes the name %s for %s thirds of a stop over f/1', (text, thirds) =>
    expectWithin(valueOf(parseFNumber(text)), 2 ** (thirds / 6), 1e-9),
  )

  it('asks what 8.5 means, and takes it by the habit of the meter', () => {
    expect(bareMeanings('8.5')).toEqual({ tenths: expect.closeTo(8 * 2 ** 0.25, 9), decimal: 8.5 })
    expect(bareMeanings('8,3')?.tenths).toBeCloseTo(8 * 2 ** 0.15, 9)
    expect(['f/8.5', '2.8', '5.6', '8', '8.0', '9.5', '8.55', '8 +0.5'].map(bareMeanings)).toEqual(
      Array(8).fill(undefined),
    )
    expectWithin(valueOf(parseFNumber('8.5', 'tenths')), 8 * 2 ** 0.25, 1e-9)
    expectWithin(valueOf(parseFNumber('8.5', 'decimal')), 8.5, 1e-9)
    expectWithin(valueOf(parseFNumber('f/8.5', 'tenths')), 8.5, 1e-9)
  })

  it.each(['', 'f/', 'eight', 'f/8 +', '8.7 +0.3', 'f/8 +1.5', 'f/8 0.3.1', '1/3', 'f/0', '-8', 'f/9000', 'f/8 + 1/0'])(
    'refuses "%s" and says what is understood',
    text => {
      const outcome = parseFNumber(text)
      expect(outcome.ok).toBe(false)
      expect(!outcome.ok && outcome.message).toMatch(/f\/8 \+0\.3|f\/0\.25/)
    },
  )

  it('reads back whatever it writes, to half a step', () => {
    const halfSteps: Record<FNumberStyle, number> = { tenths: 0.05, thirds: 1 / 6, halves: 0.25, decimal: 0.15 }
    fc.assert(
      fc.property(
        fc.double({ min: -3.5, max: 17, noNaN: true }),
        fc.constantFrom<FNumberStyle>('tenths', 'thirds', 'halves', 'decimal'),
        (stops, style) => {
          const text = formatFNumber(fNumberFromStops(stops), style)
          const back = valueOf(parseFNumber(text))
          expectWithin(stopsFromFNumber(back), stops, halfSteps[style] + 1e-9)
          expect(formatFNumber(back, style)).toBe(text)
        },
      ),
    )
  })

  it('writes a decimal near a full stop alike when it is read back', () => {
    // 2^(0.0346 / 2) = 1.0121 was f/1.01, which read back was f/1.
    for (const fNumber of [fNumberFromStops(0.03462468098133496), 1.011, 1.013, 5.59, 5.73, 11.2]) {
      const text = formatFNumber(fNumber, 'decimal')
      expect(formatFNumber(valueOf(parseFNumber(text)), 'decimal')).toBe(text)
    }
  })

  it('lists a lens in thirds under the names that cameras use', () => {
    expect(apertureScale(5.6, 11, 1 / 3).map(formatAperture)).toEqual([
      'f/5.6',
      'f/6.3',
      'f/7.1',
      'f/8',
      'f/9',
      'f/10',
      'f/11',
    ])
  })
})

describe('stops', () => {
  it('reads back whatever it writes, to half a step', () => {
    const perStop: Record<StopStyle, number> = { tenths: 10, thirds: 3, halves: 2 }
    fc.assert(
      fc.property(
        fc.double({ min: -9, max: 9, noNaN: true }),
        fc.constantFrom<StopStyle>('tenths', 'thirds', 'halves'),
        (stops, style) => {
          expectWithin(valueOf(parseStops(formatStops(stops, style))), stops, 0.5 / perStop[style] + 1e-9)
        },
      ),
    )
  })

  it.each(['', '+', 'two', '1.5 1/3', '1/0'])('refuses "%s"', text => expect(parseStops(text).ok).toBe(false))
})

describe('distances', () => {
  it.each([
    ['1.8', 'metric', 1.8],
    ['180 cm', 'imperial', 1.8],
    ['5\'11"', 'metric', 1.8034],
    ['5 ft 11 in', 'metric', 1.8034],
    ['5 ft 10 1/2 in', 'imperial', 1.7907],
    ['6', 'imperial', 1.8288],
    ['9½ in', 'metric', 0.2413],
    ['-0.3 m', 'metric', -0.3],
    ['5′ 11″', 'imperial', 1.8034],
  ] as const)('reads %s in %s as %s m', (text, unit, expected) =>
    expectWithin(valueOf(parseDistance(text, unit)), expected, 1e-4),
  )

  it.each(['', 'far', '5 ft 13 in', '1.8 km', '1..8', 'ft'])('refuses "%s"', text =>
    expect(parseDistance(text, 'metric').ok).toBe(false),
  )

  it.each([
    ['13 9', 13, 9],
    ['13-9', 13, 9],
    ['13 9 1/2', 13, 9.5],
    ['13 9½', 13, 9.5],
    ['13’ 9½”', 13, 9.5],
    ['13’9”', 13, 9],
    ['6 0', 6, 0],
    ['-13-9', -13, -9],
  ])('takes "%s" for feet and inches where the user works in feet', (text, feet, inches) =>
    expectWithin(valueOf(parseDistance(text, 'imperial')), feet * 0.3048 + inches * 0.0254, 1e-9),
  )

  it.each(['13 9', '13-9', '13 13'])('refuses "%s" where the user works in metres, or with too many inches', text => {
    expect(parseDistance(text, 'metric').ok).toBe(false)
    expect(parseDistance('13 13', 'imperial').ok).toBe(false)
  })

  it('reads back whatever it writes, to half a centimetre or a quarter inch', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -40, max: 40, noNaN: true }),
        fc.constantFrom<LengthUnit>('metric', 'imperial'),
        (metres, unit) => {
          const text = formatDistance(metres, unit)
          const back = valueOf(parseDistance(text, unit))
          expectWithin(back, metres, unit === 'metric' ? 0.005 + 1e-9 : 0.0254 / 4 + 1e-9)
          expect(formatDistance(back, unit)).toBe(text)
        },
      ),
    )
  })
})

describe('a moment', () => {
  it('is written the same way everywhere, by the clock of twenty-four hours', () => {
    const at = new Date(2026, 10, 27, 23, 5, 9)
    expect(formatMoment(at, 'time')).toBe('23:05')
    expect(formatMoment(at, 'to-second')).toBe('27 Nov, 23:05:09')
    expect(formatMoment(at.toISOString(), 'whole')).toBe('27 Nov 2026, 23:05')
  })
})
