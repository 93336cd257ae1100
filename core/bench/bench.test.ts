import * as v from 'valibot'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { demoSet } from '#core/edits/demo'
import { normalDraw } from '../shared/chance'
import { profileOf } from '#core/imaging/colour/colourProfile'
import { inspectFile } from '#core/imaging/files/inspectFile'
import { readTags } from '#core/imaging/files/readTags'
import { benchReading } from './answers'
import { benchPicture } from '#support/benchPicture'
import { ReadingRequestSchema } from './requests'
import { NO_FAULTS, RECYCLING_S, slipped } from './slips'
import { trueAmbientLux, trueOutputs, truePowers, trueStudio } from './trueStudio'
import { misfitsOf } from '../validation/misfits'
import { misfitsWords } from '#wording/refusals/misfits'

const ROUGH = (seed: number) => ({ seed, roughness: 1 })

const camera = { fNumber: 8, shutterS: 1 / 125, iso: 100 }
const question = {
  set: demoSet(),
  lookId: 'white',
  camera,
  seed: 7,
  roughness: 1 / 3,
  take: 0,
  pointId: 'backdrop/middle',
  lightIds: ['backdrop-left'],
  meter: 'incident' as const,
  faults: NO_FAULTS,
  sinceS: 60,
}

describe('the bench', () => {
  it('hides lamp faults, others for every number, the same for the same; lamps give less than their rating on the whole', () => {
    const all = Array.from({ length: 200 }, (_, seed) =>
      Object.values(trueOutputs(demoSet(), ROUGH(seed)).lightStops),
    ).flat()
    expect(Math.max(...all)).toBeLessThanOrEqual(0.3)
    expect(Math.min(...all)).toBeGreaterThanOrEqual(-1)
    expectWithin(all.reduce((sum, stops) => sum + stops, 0) / all.length, -0.35, 0.05)
    expect(trueStudio(demoSet(), ROUGH(3))).toEqual(trueStudio(demoSet(), ROUGH(3)))
    expect(trueStudio(demoSet(), ROUGH(3))).not.toEqual(trueStudio(demoSet(), ROUGH(4)))
  })

  it('is the plan itself where it is dialled so, and strays in step with the control', () => {
    const planned = { seed: 3, roughness: 0 }
    expect(trueStudio(demoSet(), planned)).toEqual(demoSet())
    expect(Object.values(trueOutputs(demoSet(), planned).lightStops).map(Math.abs)).toEqual([0, 0, 0])
    expect(truePowers(demoSet().looks[0]!, planned)).toEqual(demoSet().looks[0])
    expect(trueAmbientLux(planned)).toBe(0)
    const keyOff = (roughness: number) => trueOutputs(demoSet(), { seed: 3, roughness }).lightStops.key!
    expectWithin(keyOff(0.5), keyOff(1) / 2, 1e-12)
    const moved = (roughness: number) =>
      trueStudio(demoSet(), { seed: 3, roughness }).lights[1]!.place.xM - demoSet().lights[1]!.place.xM
    expectWithin(moved(0.5), moved(1) / 2, 1e-9)
    expect(Math.abs(moved(1))).toBeLessThanOrEqual(0.08)
  })

  it('draws noise of unit spread', () => {
    const draws = Array.from({ length: 4000 }, (_, index) => normalDraw(1, `${index}`))
    expectWithin(draws.reduce((sum, x) => sum + x, 0) / draws.length, 0, 0.05)
    expectWithin(Math.sqrt(draws.reduce((sum, x) => sum + x * x, 0) / draws.length), 1, 0.05)
  })

  it('reads in tenths, alike for one take, with about 0.05 stop of noise between takes', async () => {
    const readings: (number | undefined)[] = []
    for (let take = 0; take < 60; take++) readings.push(await benchReading({ ...question, take }))
    const stops = readings.map(fNumber => 2 * Math.log2(fNumber!))
    stops.forEach(value => expectWithin(value * 10, Math.round(value * 10), 1e-6))
    const mean = stops.reduce((sum, value) => sum + value, 0) / stops.length
    const spread = Math.sqrt(stops.reduce((sum, value) => sum + (value - mean) ** 2, 0) / stops.length)
    expect(spread).toBeGreaterThan(0.03)
    expect(spread).toBeLessThan(0.08)
    expect(await benchReading(question)).toBe(readings[0])
  })

  it('answers nothing where no lamp is on', async () => {
    expect(await benchReading({ ...question, roughness: 0, lightIds: [] })).toBeUndefined()
  })

  it("reads the room's own light where there is some, longer for a longer shutter", async () => {
    const dark = { ...question, roughness: 1, seed: 5, pointId: 'subject/key-side', lightIds: [] }
    const [short, long] = await Promise.all(
      [1 / 125, 1 / 4].map(shutterS => benchReading({ ...dark, camera: { ...camera, shutterS } })),
    )
    expectWithin(2 * Math.log2(long! / short!), Math.log2(125 / 4), 0.2)
  })

  // White paper of about 0.88 under a spot meter reads log2(0.88 x 250 / (pi x 12.5)) = 2.49 stops over the incident
  // reading.
  it('reads white paper two and a half stops higher by the spot meter', async () => {
    const [incident, spot] = await Promise.all([benchReading(question), benchReading({ ...question, meter: 'spot' })])
    expectWithin(2 * Math.log2(spot! / incident!), 2.49, 0.11)
  })

  it.each([
    ['jpeg', 8],
    ['png', 16],
  ] as const)('shoots a %s of the shape of the sensor, with exposure and profile in it', async (format, depth) => {
    const { bytes } = await benchPicture({
      set: demoSet(),
      lookId: 'white',
      camera,
      seed: 7,
      roughness: 1 / 3,
      take: 0,
      width: 40,
      format,
      ownCurve: false,
    })
    const file = inspectFile(new Uint8Array(bytes))
    expect(file).toMatchObject({ ok: true, value: { kind: format, width: 40, height: 60, depth } })
    expect(profileOf(file.ok ? file.value.icc : null)).toMatchObject({ name: 'sRGB' })
    expect(await readTags(new Uint8Array(bytes))).toMatchObject({
      exposure: { fNumber: 8, iso: 100, shutterS: expect.closeTo(1 / 125, 5) },
      orientation: 1,
    })
  })

  it.each([
    ['a look it does not have', { lookId: 'none' }, /has no such look/],
    ['a point it does not have', { pointId: 'moon' }, /has no such meter point/],
    ['a light it does not have', { lightIds: ['z'] }, /has no such light/],
    ['a seed below zero', { seed: -1 }, /seed is at least 0 and not -1/],
  ])('refuses %s', (_, change, reason) => {
    const result = v.safeParse(ReadingRequestSchema, { ...question, ...change })
    expect(result.success).toBe(false)
    expect(misfitsWords(misfitsOf(result.issues!), 'it')).toMatch(reason)
  })
})

describe('what goes wrong when it is asked for', () => {
  const set = demoSet()
  const all = set.lights.map(({ id }) => id)
  const alone = (id: string) => Object.fromEntries(all.map(light => [light, { on: light === id, powerStops: -1 }]))
  const at = (faults: Partial<typeof NO_FAULTS>, take: number, sinceS = 60, settings = alone('key')) =>
    slipped(set, settings, all, { faults: { ...NO_FAULTS, ...faults }, seed: 11, take, sinceS })
  const takes = Array.from({ length: 120 }, (_, take) => take)

  it('is nothing where nothing was asked for', () =>
    takes.forEach(take => expect(at({}, take)).toEqual({ settings: alone('key'), isoStops: 0 })))

  it('is a lamp that does not fire, one reading in six', () => {
    const silent = takes.filter(take => !at({ misfire: true }, take).settings.key!.on).length
    expect(silent).toBeGreaterThan(10)
    expect(silent).toBeLessThan(32)
  })

  it('is another light left on, or a stop of ISO', () => {
    const slips = takes.map(take => at({ slips: true }, take))
    expect(
      slips.filter(({ settings }) => Object.values(settings).filter(({ on }) => on).length === 2).length,
    ).toBeGreaterThan(3)
    expect(new Set(slips.map(({ isoStops }) => isoStops))).toEqual(new Set([0, 1, -1]))
  })

  it('is one lamp that drifts down and then holds', () => {
    const on = Object.fromEntries(all.map(id => [id, { on: true, powerStops: -1 }]))
    const lost = (take: number) => all.map(id => at({ drift: true }, take, 60, on).settings[id]!.powerStops + 1)
    expect(lost(5).filter(stops => stops < 0).length).toBe(1)
    expectWithin(Math.min(...lost(5)), -0.15, 1e-9)
    expectWithin(Math.min(...lost(100)), -0.4, 1e-9)
  })

  it('is a lamp fired again too soon: half the charge is a stop less, and low power is ready sooner', () => {
    const [full, low] = [
      { ...alone('key'), key: { on: true, powerStops: 0 } },
      { ...alone('key'), key: { on: true, powerStops: -3 } },
    ]
    expectWithin(at({ recycling: true }, 0, RECYCLING_S / 2, full).settings.key!.powerStops, -1, 1e-9)
    expect(at({ recycling: true }, 0, RECYCLING_S / 2, low).settings.key!.powerStops).toBe(-3)
  })
})
