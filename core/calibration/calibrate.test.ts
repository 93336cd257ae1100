import { describe, expect, it } from 'vitest'
import { aReading } from '#support/readings'
import { expectWithin } from '#support/tolerance'
import { meteredFNumber } from '../physics/photometry/meter'
import { demoSet } from '../edits/demo'
import type { Reading } from '../model/schema'
import { causeWords } from '#wording/causes'
import { correctionWords } from '#wording/corrections'
import { causesOf } from './causes'
import { surpriseStops } from './compare'
import { correctionFor } from './correction'
import { spreadOfFit } from './fit'
import { calibrate } from './calibrate'

const TRUTH = { lightStops: { a: 0.31, b: -0.24 }, bounceStops: 0.1 }
type Parts = Record<string, [direct: number, bounced: number]>

const partsOf = (lights: Parts): Reading['lights'] =>
  Object.fromEntries(
    Object.entries(lights).map(([light, [directLuxS, bouncedLuxS]]) => [
      light,
      { powerStops: -1, directLuxS, bouncedLuxS },
    ]),
  )
const trueExposure = (lights: Parts) =>
  Object.entries(lights).reduce(
    (sum, [light, [direct, bounced]]) =>
      sum + 2 ** TRUTH.lightStops[light as 'a' | 'b'] * (direct + bounced * 2 ** TRUTH.bounceStops),
    0,
  )

/** A reading of the true studio with so many stops of error; `really` are the lights that burn in truth. */
const readingOf = (
  id: string,
  lights: Parts,
  { errorStops = 0, really = lights, others = {} }: { errorStops?: number; really?: Parts; others?: Parts } = {},
): Reading =>
  aReading({
    id,
    fNumber: meteredFNumber(trueExposure(really) * 2 ** errorStops, 100, 250),
    lights: partsOf(lights),
    others: partsOf(others),
  })

const READINGS = [
  readingOf('1', { a: [200, 30] }),
  readingOf('2', { b: [150, 60] }),
  readingOf('3', { a: [200, 30], b: [10, 40] }),
  readingOf('4', { a: [5, 60], b: [140, 60] }),
  readingOf('5', { a: [0, 50] }),
  readingOf('6', { b: [0, 70] }),
]
const learnFrom = (readings: readonly Reading[]) => calibrate(readings, []).learned
const name = (id: string) => id.toUpperCase()

describe('learning from readings', () => {
  it("finds each lamp's output and the room's bounce", () => {
    const learned = learnFrom(READINGS)
    expectWithin(learned.lightStops.a!, TRUTH.lightStops.a, 0.03)
    expectWithin(learned.lightStops.b!, TRUTH.lightStops.b, 0.03)
    expectWithin(learned.bounceStops, TRUTH.bounceStops, 0.04)
    READINGS.forEach(reading => expectWithin(surpriseStops(reading, learned), 0, 0.03))
  })

  it('holds back on a single reading as the priors say, and knows nothing from none', () => {
    const { learned, fit } = calibrate([readingOf('1', { a: [200, 0] })], ['a', 'b'])
    // One unknown, prior spread 0.4, reading spread hypot(0.07, 0.1): by hand, the mean is weighted by the inverse
    // variances.
    const [prior, spread] = [0.4 ** -2, (0.07 ** 2 + 0.1 ** 2) ** -1]
    expectWithin(learned.lightStops.a!, (TRUTH.lightStops.a * spread) / (prior + spread), 1e-6)
    expectWithin(spreadOfFit(fit, partsOf({ a: [1, 0] })), Math.sqrt(1 / (prior + spread)), 1e-6)
    expectWithin(spreadOfFit(fit, partsOf({ b: [1, 0] })), 0.4, 1e-6)
    expect(learnFrom([])).toEqual({ lightStops: {}, bounceStops: 0 })
  })

  it('is surer the more it reads', () => {
    const spread = (count: number) =>
      spreadOfFit(calibrate(READINGS.slice(0, count), ['a', 'b']).fit, partsOf({ a: [100, 20], b: [100, 20] }))
    for (let count = 1; count <= READINGS.length; count++) expect(spread(count)).toBeLessThan(spread(count - 1) + 1e-9)
  })

  it('holds what is frozen, and goes on comparing', () => {
    const frozen = { lightStops: { a: 1, b: 0 }, bounceStops: 0 }
    const { learned, standings } = calibrate(READINGS, ['a', 'b'], frozen)
    expect(learned).toEqual(frozen)
    expect(standings['1']!.offStops).toBeLessThan(-0.5)
  })
})

describe('a reading that does not fit', () => {
  const outliers = (readings: readonly Reading[]) =>
    Object.entries(calibrate(readings, ['a', 'b']).standings)
      .filter(([, { isOutlier }]) => isOutlier)
      .map(([id]) => id)

  it('is left out, whichever it is and whatever is wrong, and the others stand', () => {
    expect(outliers(READINGS)).toEqual([])
    for (const [index, reading] of READINGS.entries()) {
      for (const errorStops of [-1, 1]) {
        const wrong = { ...reading, fNumber: reading.fNumber * 2 ** (errorStops / 2) }
        const readings = READINGS.with(index, wrong)
        expect(outliers(readings)).toEqual([reading.id])
        expectWithin(learnFrom(readings).lightStops.a!, learnFrom(READINGS.toSpliced(index, 1)).lightStops.a!, 1e-9)
      }
    }
  })

  it('is believed where somebody is sure, and teaches nothing where it is put out', () => {
    const wrong = { ...READINGS[0]!, fNumber: READINGS[0]!.fNumber * 2 ** 0.5 }
    expect(outliers([{ ...wrong, trust: 'sure' }, ...READINGS.slice(1)])).not.toContain('1')
    expect(learnFrom([{ ...wrong, trust: 'out' }, ...READINGS.slice(1)])).toEqual(learnFrom(READINGS.slice(1)))
  })

  it('is believed once another says the same: the lamp is what differs', () => {
    const far: Parts = { a: [200, 0] }
    const [once, again] = ['7', '8'].map(id => readingOf(id, far, { errorStops: -1.6 }))
    expect(outliers([once!])).toEqual([])
    expect(outliers([once!, again!])).toEqual([])
    expect(learnFrom([once!, again!]).lightStops.a!).toBeLessThan(-1)
  })

  const learned = learnFrom(READINGS)
  const likely = (reading: Reading) => causeWords(causesOf(reading, learned, surpriseStops(reading, learned)), name)
  it.each([
    [
      'a light left on',
      readingOf('x', { a: [60, 10] }, { really: { a: [60, 10], b: [150, 60] }, others: { b: [150, 60] } }),
      'B was still on',
    ],
    [
      'a lamp that did not fire',
      readingOf('x', { a: [100, 20], b: [160, 60] }, { really: { a: [100, 20] } }),
      'B did not fire',
    ],
    [
      'a stop of ISO',
      readingOf('x', { a: [200, 30] }, { errorStops: 1, others: { b: [1, 1] } }),
      'the meter was one stop of ISO too high, or the figure was misread',
    ],
  ])('names %s', (_, reading, words) => expect(likely(reading)).toContain(`Most likely ${words}`))

  it('says so where nothing usual explains it', () => {
    const odd = readingOf('x', { a: [200, 30] }, { errorStops: 0.55 })
    expect(causeWords(causesOf(odd, learned, surpriseStops(odd, learned)), name)).toMatch(/^Nothing usual explains it/)
  })
})

describe('a correction in clicks', () => {
  const light = demoSet().lights[1]!

  it.each([
    [0.21, -2, 'two clicks down on B'],
    [-0.12, 1, 'one click up on B'],
    [0.04, 0, 'leave B as it is'],
  ])('answers %s stop with %s clicks', (off, clicks, words) => {
    const correction = correctionFor(light, -2, off)
    expect(correction.clicks).toBe(clicks)
    expect(correctionWords(correction, light)).toBe(words)
  })

  it('stops at the end of the range and says what stays missing', () => {
    const correction = correctionFor(light, -0.1, -0.5)
    expect(correction).toMatchObject({ clicks: 1, powerStops: 0 })
    expectWithin(correction.shortStops, 0.4, 1e-9)
    expect(correctionWords(correction, light)).toBe(
      'B goes to full and stays 0.4 stop short: bring it nearer, or open the camera',
    )
    const far = correctionFor(light, -2, 6.5)
    expect(correctionWords(far, light)).toBe(
      'B goes to its least and stays 1.5 stops too bright: take it further away, or put a neutral gel before it',
    )
  })
})
