import { describe, expect, it } from 'vitest'
import { aReading } from '#support/readings'
import { expectWithin } from '#support/tolerance'
import { demoSet } from '../edits/demo'
import { changeRun, changeSettings, moveLight } from '../edits/edits'
import { lightingSolver } from '../evaluation/lightingSolver'
import { meterPoints } from '../evaluation/probes/points'
import type { Look, StudioSet } from '../model/schema'
import { ambientFNumber, ambientMend, ambientStops, isPastSync, roomAdds } from './ambient'
import { BLACK_UNDER_STOPS } from './thresholds'
import { roomLux } from '../calibration/roomLight'
import { recordReading } from './record'
import { meteringRun, readingOfStep, stateOfStep } from './run'

const set = demoSet()
const points = meterPoints(set)
const withLights = (ids: string[]): Look => ({
  ...set.looks[0]!,
  lights: Object.fromEntries(set.lights.map(({ id }) => [id, { on: ids.includes(id), powerStops: -1 }])),
})
const ids = (look: Look) => meteringRun(set, look, points).map(step => step.id)
const ALL = ['backdrop-right', 'key', 'backdrop-left']

describe('the guided run', () => {
  it('reads the room, then each light alone, the key first, then all together from the subject on', () => {
    expect(ids(withLights(ALL))).toEqual([
      'ambient',
      'alone/key',
      'alone/backdrop-left',
      'alone/backdrop-right',
      'together/subject/key-side',
      'together/backdrop/middle',
      'together/backdrop/left',
      'together/backdrop/right',
    ])
  })

  it('begins with the backdrop where that is wanted', () => {
    const run = ids({ ...withLights(ALL), run: { first: 'backdrop', order: [], skipped: [] } })
    expect(run.slice(0, 5)).toEqual([
      'ambient',
      'alone/backdrop-left',
      'alone/backdrop-right',
      'alone/key',
      'together/backdrop/middle',
    ])
    expect(run.toSorted()).toEqual(ids(withLights(ALL)).toSorted())
  })

  it('keeps to an order given by hand, and puts what is new after what it would follow', () => {
    const order = ['together/subject/key-side', 'alone/backdrop-left', 'ambient', 'gone', 'alone/key']
    const run = ids({ ...withLights(ALL), run: { first: 'key', order, skipped: [] } })
    expect(run.slice(0, 2)).toEqual(['together/subject/key-side', 'together/backdrop/middle'])
    expect(run.indexOf('alone/backdrop-right')).toBe(run.indexOf('alone/backdrop-left') + 1)
    expect(run.toSorted()).toEqual(ids(withLights(ALL)).toSorted())
  })

  it('asks only for lights in use, and for nothing without any', () => {
    expect(ids(withLights(['backdrop-left'])).filter(id => id.startsWith('alone'))).toEqual(['alone/backdrop-left'])
    expect(ids(withLights([]))).toEqual([])
  })

  it('reads the key at the subject and backdrop lights on the backdrop', () => {
    const steps = meteringRun(set, withLights(ALL), points).filter(step => step.kind === 'alone')
    expect(steps.map(step => step.pointId.split('/')[0])).toEqual(['subject', 'backdrop', 'backdrop'])
  })

  it('knows the newest reading of a step, whatever the order of its lights', () => {
    const step = meteringRun(set, withLights(ALL), points).find(({ kind }) => kind === 'together')!
    const reading = (id: string, lightIds: string[], lookId = 'white') =>
      aReading({
        id,
        lookId,
        pointId: step.pointId,
        lights: Object.fromEntries(lightIds.map(light => [light, { powerStops: 0, directLuxS: 1, bouncedLuxS: 0 }])),
      })
    const readings = [
      reading('old', ALL),
      reading('new', ALL.toReversed()),
      reading('one light', ['key']),
      reading('other look', ALL, 'black'),
      { ...reading('put out', ALL), trust: 'out' as const },
    ]
    expect(readingOfStep(step, readings, 'white')?.id).toBe('new')
    expect(readingOfStep(step, [], 'white')).toBeUndefined()
  })
})

describe('what has to be read again', async () => {
  const solve = lightingSolver()
  const camera = { fNumber: 8, shutterS: 1 / 125, iso: 100 }
  const { layers } = (await solve(set))!
  const look = set.looks[0]!
  const steps = meteringRun(set, look, points)
  const read: StudioSet = {
    ...set,
    readings: steps.map((step, index) =>
      recordReading(
        set,
        look,
        { step, point: points.find(({ id }) => id === step.pointId)! },
        { camera, layers },
        { id: `r-${index}`, at: '2026-01-01T00:00:00.000Z', fNumber: 5.6, source: 'hand' },
      ),
    ),
  }
  const changed = async (after: StudioSet) => {
    const { layers: now } = (await solve(after))!
    return steps
      .filter(step => stateOfStep(after, after.looks[0]!, step, camera, now) === 'changed')
      .map(({ id }) => id)
  }

  it('is nothing where nothing changed', async () => expect(await changed(read)).toEqual([]))

  it('is what a power reaches: not the lamp itself, whose clicks are known, nor places it hardly lights', async () => {
    const after = changeSettings(read, 'white', { 'backdrop-left': { on: true, powerStops: -2.6 } })
    expect((await changed(after)).toSorted()).toEqual([
      'together/backdrop/left',
      'together/backdrop/middle',
      'together/backdrop/right',
    ])
  })

  it('is the lamp that was moved, and what it lights', async () => {
    const key = set.lights[0]!.place
    const stale = await changed(moveLight(read, 'key', { ...key, yM: key.yM + 0.5 }))
    expect(stale).toContain('alone/key')
    expect(stale).toContain('together/subject/key-side')
    expect(stale).not.toContain('alone/backdrop-left')
  })

  it('leaves out what is skipped', () => {
    const after = changeRun({ ...set, readings: [] }, 'white', { skipped: ['ambient'] })
    expect(steps.map(step => stateOfStep(after, after.looks[0]!, step, camera, layers)).slice(0, 2)).toEqual([
      'skipped',
      'open',
    ])
  })
})

describe("the room's own light", () => {
  const camera = { fNumber: 8, shutterS: 1 / 60, iso: 100 }
  const flashes = demoSet().lights

  // ISO 2720:1974: E = C N^2 / (S t); f/1 at 1/60 s and ISO 100 with C = 250 is 150 lx.
  it('is a reading in lux, and lies as far under the camera as the apertures say', () => {
    const lux = roomLux({ fNumber: 1, camera, receptor: 'flat', shown: '' })
    expectWithin(lux, 150, 1e-9)
    expectWithin(ambientStops(lux, camera), -6, 1e-9)
    expectWithin(ambientFNumber(demoSet(), lux, camera), 1, 1e-9)
  })

  it('is brought under by the longest shutter that does it, then by film speed, and not at all in daylight', () => {
    const lux = 400
    const mend = ambientMend(lux, camera, flashes, 1 / 250)
    if (mend.kind !== 'setting') throw new Error('a shutter was expected')
    expect([mend.camera.iso, mend.lampsUpStops]).toEqual([100, 0])
    expect(mend.stops).toBeLessThanOrEqual(BLACK_UNDER_STOPS)
    expect(ambientStops(lux, { ...camera, shutterS: mend.camera.shutterS * 1.3 })).toBeGreaterThan(BLACK_UNDER_STOPS)
    expect(ambientMend(1000, camera, flashes, 1 / 250)).toMatchObject({
      camera: { iso: 50, shutterS: 1 / 250 },
      lampsUpStops: 1,
    })
    expect(ambientMend(20_000, camera, flashes, 1 / 250).kind).toBe('darken')
  })

  it('stays within the sync speed, and with lamps that burn only darkness helps, since any shutter takes both', () => {
    expect(ambientMend(400, camera, flashes, 1 / 100)).toMatchObject({
      kind: 'setting',
      camera: { shutterS: 1 / 100, iso: 50 },
    })
    const burning = demoSet().lights.map(light => ({ ...light, lamp: { ...light.lamp, kind: 'continuous' as const } }))
    const mend = ambientMend(400, camera, burning, 1 / 250)
    if (mend.kind !== 'darken') throw new Error('darkness was expected')
    expectWithin(ambientStops(mend.mostLux, camera), BLACK_UNDER_STOPS, 1e-9)
    expect([isPastSync(1 / 250, 1 / 200), isPastSync(1 / 200, 1 / 200), isPastSync(1 / 125, 1 / 200)]).toEqual([
      true,
      false,
      false,
    ])
  })

  // Closed form: room light u stops under what a lamp gives adds log2(1 + 2^u): 0.02 stop at -6, a whole stop level
  // with it.
  it.each([
    [-6, 0.0224],
    [-2, 0.3219],
    [0, 1],
  ])('adds at %s stops under the lamps %s of a stop', (under, adds) =>
    expectWithin(
      roomAdds({ parts: [{ lightId: 'key', directLuxS: 100, bouncedLuxS: 60 }], roomLuxS: 160 * 2 ** under }),
      adds,
      1e-4,
    ),
  )
})
