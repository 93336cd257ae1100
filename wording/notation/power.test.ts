import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { formatDial, formatPercent, formatPower, parsePower } from './power'

const stopsOf = (text: string): number => {
  const outcome = parsePower(text)
  if (!outcome.ok) throw new Error(outcome.message)
  return outcome.value
}

describe('a power', () => {
  // log2 of the share of full. Common practice, no source: three tubes of four on are 0.4 stop less, half is one stop.
  it.each([
    ['full', 0],
    ['Full', 0],
    ['0', 0],
    ['1/1', 0],
    ['1/2', -1],
    ['1/64', -6],
    ['3/4', -0.41504],
    ['½', -1],
    ['50 %', -1],
    ['12,5%', -3],
    ['37 %', -1.4344],
    ['100 %', 0],
    ['-1.3', -1.3],
    ['−1⅓', -4 / 3],
    ['- 2 stops', -2],
    ['-1/3', -1 / 3],
  ])('is read from %s', (text, stops) => expectWithin(stopsOf(text), stops, 1e-4))

  it.each(['', '2', '+1', '5/4', '0/4', '1/0', '0 %', '101 %', '-5 %', '%', 'half', '-', '1/2/3', '0.5'])(
    'is not read from "%s"',
    text => expect(parsePower(text)).toMatchObject({ ok: false, message: expect.stringContaining(`"${text}"`) }),
  )

  it('is written in clicks, and for a lamp that is dimmed in percent too', () => {
    expect([formatDial(0, 0.1), formatDial(-4 / 3, 1 / 3), formatDial(-1.5, 0.5), formatDial(-2.3, 0.1)]).toEqual([
      'full',
      '\u22121⅓',
      '\u22121½',
      '\u22122.3',
    ])
    expect(formatPower(-2, { kind: 'flash', clickStops: 0.1 })).toBe('\u22122.0')
    expect(formatPower(-2, { kind: 'continuous', clickStops: 0.1 })).toBe('\u22122.0 (25 %)')
    expect(formatPower(-0.04, { kind: 'continuous', clickStops: 0.1 })).toBe('full')
    expect([-6, -4, -3, -0.1].map(formatPercent)).toEqual(['1.6 %', '6.3 %', '13 %', '93 %'])
  })

  it('that is written is read again, by its clicks and by its percent', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 100 }), fc.constantFrom(0.1, 1 / 3, 0.5), (clicks, clickStops) => {
        const stops = -clicks * clickStops
        expectWithin(stopsOf(formatDial(stops, clickStops)), stops, 1e-9)
        if (stops > -8) expectWithin(stopsOf(formatPercent(stops)), stops, 0.08)
      }),
    )
  })
})
