import { decode } from 'fast-png'
import * as v from 'valibot'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { demoSet } from '#core/set/demo'
import { normalDraw } from './chance'
import { benchFrame, benchReading } from './answers'
import { ReadingRequestSchema } from './requests'
import { trueOutputs, trueStudio } from './trueStudio'

const camera = { fNumber: 8, shutterS: 1 / 125, iso: 100 }
const question = { set: demoSet(), lookId: 'white', camera, seed: 7, take: 0, pointId: 'backdrop/middle', lightIds: ['backdrop-left'] }

describe('the bench', () => {
  it('hides lamp faults of up to a third of a stop, others for every number, the same for the same', () => {
    const all = Array.from({ length: 200 }, (_, seed) => Object.values(trueOutputs(demoSet(), seed).lightStops)).flat()
    expect(Math.max(...all)).toBeLessThanOrEqual(1 / 3)
    expect(Math.max(...all)).toBeGreaterThan(0.3)
    expect(Math.min(...all)).toBeLessThan(-0.3)
    expectWithin(all.reduce((sum, stops) => sum + stops, 0) / all.length, 0, 0.03)
    expect(trueStudio(demoSet(), 3)).toEqual(trueStudio(demoSet(), 3))
    expect(trueStudio(demoSet(), 3)).not.toEqual(trueStudio(demoSet(), 4))
  })

  it('draws noise of unit spread', () => {
    const draws = Array.from({ length: 4000 }, (_, index) => normalDraw(1, `${index}`))
    expectWithin(draws.reduce((sum, x) => sum + x, 0) / draws.length, 0, 0.05)
    expectWithin(Math.sqrt(draws.reduce((sum, x) => sum + x * x, 0) / draws.length), 1, 0.05)
  })

  it('reads in tenths, alike for one take, with about 0.05 stop of noise between takes', async () => {
    const readings = await Promise.all(Array.from({ length: 60 }, (_, take) => benchReading({ ...question, take })))
    const stops = readings.map(fNumber => 2 * Math.log2(fNumber!))
    stops.forEach(value => expectWithin(value * 10, Math.round(value * 10), 1e-6))
    const mean = stops.reduce((sum, value) => sum + value, 0) / stops.length
    const spread = Math.sqrt(stops.reduce((sum, value) => sum + (value - mean) ** 2, 0) / stops.length)
    expect(spread).toBeGreaterThan(0.03)
    expect(spread).toBeLessThan(0.08)
    expect(await benchReading(question)).toBe(readings[0])
  })

  it('answers nothing where no lamp is on', async () => {
    expect(await benchReading({ ...question, lightIds: [] })).toBeUndefined()
  })

  it('shoots a PNG of the shape of the sensor', async () => {
    const picture = decode(await benchFrame({ set: demoSet(), lookId: 'white', camera, seed: 7, take: 0, width: 40 }))
    expect([picture.width, picture.height, picture.channels]).toEqual([40, 60, 4])
  })

  it.each([
    ['a look it does not have', { lookId: 'none' }, 'no such look'], ['a point it does not have', { pointId: 'moon' }, 'no such meter point'],
    ['a light it does not have', { lightIds: ['z'] }, 'no such light'], ['a seed below zero', { seed: -1 }, '>=0'],
  ])('refuses %s', (_, change, reason) => {
    const result = v.safeParse(ReadingRequestSchema, { ...question, ...change })
    expect(result.success).toBe(false)
    expect(result.issues?.[0].message).toContain(reason)
  })
})
