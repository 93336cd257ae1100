import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { meteredFNumber } from '../photometry/meter'
import { demoSet } from '../set/demo'
import type { Reading } from '../set/schema'
import { correctionFor, correctionWords } from './correction'
import { learnFrom } from './learning'
import { surpriseStops } from './compare'

const camera = { fNumber: 8, shutterS: 1 / 125, iso: 100 }
const TRUTH = { lightStops: { a: 0.31, b: -0.24 }, bounceStops: 0.1 }

/** A reading of the true studio with so many stops of error. */
const readingOf = (id: string, lights: Record<string, [direct: number, bounced: number]>, errorStops = 0): Reading => {
  const truth = Object.entries(lights).reduce((sum, [light, [direct, bounced]]) =>
    sum + 2 ** TRUTH.lightStops[light as 'a' | 'b'] * (direct + bounced * 2 ** TRUTH.bounceStops), 0)
  return {
    id, lookId: 'look', at: '2026-01-01T00:00:00.000Z', pointId: 'p', receptor: 'flat', source: 'hand', camera, note: '',
    fNumber: meteredFNumber(truth * 2 ** errorStops, 100, 'flat'),
    lights: Object.fromEntries(Object.entries(lights).map(([light, [directLuxS, bouncedLuxS]]) => [light, { powerStops: -1, directLuxS, bouncedLuxS }])),
  }
}

const READINGS = [
  readingOf('1', { a: [200, 30] }), readingOf('2', { b: [150, 60] }), readingOf('3', { a: [200, 30], b: [10, 40] }),
  readingOf('4', { a: [5, 60], b: [140, 60] }), readingOf('5', { a: [0, 50] }), readingOf('6', { b: [0, 70] }),
]

describe('learning from readings', () => {
  it('finds each lamp\'s output and the room\'s bounce', () => {
    const learned = learnFrom(READINGS)
    expectWithin(learned.lightStops.a!, TRUTH.lightStops.a, 0.02)
    expectWithin(learned.lightStops.b!, TRUTH.lightStops.b, 0.02)
    expectWithin(learned.bounceStops, TRUTH.bounceStops, 0.03)
    READINGS.forEach(reading => expectWithin(surpriseStops(reading, learned), 0, 0.02))
  })

  it('holds back on a single reading, and knows nothing from none', () => {
    const single = learnFrom([readingOf('1', { a: [200, 0] })]).lightStops.a!
    expect(single).toBeGreaterThan(0.28)
    expect(single).toBeLessThan(TRUTH.lightStops.a)
    expect(learnFrom([])).toEqual({ lightStops: {}, bounceStops: 0 })
  })

  it('shows a reading that another light slipped into', () => {
    const learned = learnFrom(READINGS)
    expectWithin(surpriseStops(readingOf('x', { a: [200, 30] }, 0.8), learned), 0.8, 0.03)
  })
})

describe('a correction in clicks', () => {
  const light = demoSet().lights[1]!

  it.each([[0.21, -2, 'two clicks down on B'], [-0.12, 1, 'one click up on B'], [0.04, 0, 'leave B as it is']])('answers %s stop with %s clicks', (off, clicks, words) => {
    const correction = correctionFor(light, -2, off)
    expect(correction.clicks).toBe(clicks)
    expect(correctionWords(correction, light)).toBe(words)
  })

  it('stops at the end of the range and says what stays missing', () => {
    const correction = correctionFor(light, -0.1, -0.5)
    expect(correction).toMatchObject({ clicks: 1, powerStops: 0 })
    expectWithin(correction.shortStops, 0.4, 1e-9)
    expect(correctionWords(correction, light)).toContain('0.4 stop stays missing')
  })
})
