import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { aReading } from '#support/readings'
import { meteredIn } from '#support/repeats'
import { expectWithin } from '#support/tolerance'
import { recordMarkdown } from '#wording/recordText'
import { changeSettings, editBackdrop, editLight, renameSet } from '../edits/edits'
import { demoSet } from '../edits/demo'
import { measuredExposure } from '../calibration/compare'
import { calibratedLighting, learnedOf } from '../evaluation/calibratedLighting'
import { evaluate, type Evaluation } from '../evaluation/evaluation'
import { lightingSolver } from '../evaluation/lightingSolver'
import type { StudioSet } from '../model/schema'
import { differencesOf, placesOf } from './compareRecords'
import { createRecordIndex, foundRecords, NO_FILTER, toneName } from './find'
import { agreementOf, recordOf } from './keep'
import { checkRecord, parseRecordFile, writeRecordFile } from './recordFile'
import { recordHead } from './recordHead'
import { NO_ANNOTATION, type StudioRecord } from './recordSchema'
import { writeRecordLightsCsv } from './recordTables'
import { statisticsOf } from './statistics'
import { aimAngles, placeOfTape, tapedPlace, tapeErrorStops } from './tape'
import { fileTold } from '#wording/refusals/told'

const AT = '2026-03-14T09:00:00.000Z'
const kept = (evaluation: Evaluation, change: Partial<Parameters<typeof recordOf>[1]> = {}): StudioRecord =>
  recordOf(evaluation, { id: 'record-1', at: AT, from: 'stage', isOnTarget: false, headline: 'Middle 228', ...change })
const evaluated = async (set: StudioSet): Promise<Evaluation> => {
  const { layers } = (await lightingSolver()(set))!
  const [look] = set.looks
  return evaluate(set, look!, calibratedLighting(set, layers, learnedOf(set, look!)))
}
const metres = (length: number) => `${length.toFixed(2)} m`
let evaluation: Evaluation
let record: StudioRecord
beforeAll(async () => {
  evaluation = await evaluated(demoSet())
  record = kept(evaluation)
})

describe('a record', () => {
  it('holds what the evaluation says, and opens again from its file as it was', () => {
    for (const place of record.places) {
      const readout = evaluation.at(place.pointId)
      expect(place).toMatchObject({ name: readout.point.name, stops: readout.stops, value: readout.value ?? null })
    }
    const annotation = { notes: 'A note\nof two lines', tags: ['white', 'März'], rating: 4 }
    const read = parseRecordFile(writeRecordFile(record, annotation))
    expect(read).toEqual({ ok: true, value: { record: JSON.parse(JSON.stringify(record)), annotation } })
  })

  it('has one look and its readings alone, whatever else the set has', async () => {
    const set = demoSet()
    const two: StudioSet = { ...set, looks: [set.looks[0]!, { ...set.looks[0]!, id: 'other', name: 'Other' }] }
    const lone = kept({ ...evaluation, set: two })
    expect(lone.set.looks.map(({ id }) => id)).toEqual(['white'])
    expect(lone.set.day.sitters).toEqual([])
    expect(checkRecord(JSON.parse(JSON.stringify(lone))).ok).toBe(true)
  })

  it('says what was metered beside what was predicted, and how far readings were from the plan', async () => {
    const hall = await meteredIn(demoSet(), 5, 0.5)
    const metered = kept(await evaluated(hall.set))
    const read = metered.places.filter(({ meteredStops }) => meteredStops !== null)
    expect(read.map(({ pointId }) => pointId)).toContain('backdrop/middle')
    // Once it has learned, the plan is where the meter is, within what a meter and a hand stray.
    for (const { stops, meteredStops } of read) expect(Math.abs(stops - meteredStops!)).toBeLessThan(0.3)
    const { readings, meanStops, worstStops } = metered.agreement!
    expect(readings).toBe(hall.set.readings.length)
    expect(worstStops).toBeGreaterThanOrEqual(meanStops)
    expect(agreementOf([])).toBeNull()
  })

  it('is refused in words where it is damaged, newer, or something else', () => {
    const file = JSON.parse(writeRecordFile(record, NO_ANNOTATION)) as Record<string, unknown>
    const said = (value: unknown) => {
      const outcome = fileTold(parseRecordFile(typeof value === 'string' ? value : JSON.stringify(value)))
      return outcome.ok ? 'ok' : outcome.message
    }
    expect(said('{')).toMatch(/not JSON.*Nothing was changed in the logbook/)
    expect(said({ format: 'something' })).toMatch(/lacks "format"/)
    expect(said({ ...file, version: 99 })).toMatch(/version 99, made by a newer/)
    expect(said({ ...file, record: { ...record, set: { ...record.set, room: {} } } })).toMatch(/Its set cannot be read/)
    expect(said({ ...file, record: { ...record, places: 'none' } })).toMatch(/places/)
    expect(said({ ...file, record: { ...record, extra: 1 } })).toMatch(/extra/)
    // What is written on it by another hand is left out rather than refused.
    expect(said({ ...file, annotation: { notes: 5 } })).toBe('ok')
  })

  it('leaves as Markdown in which nothing of a note means anything, and as a table that no sheet runs', () => {
    const set = renameSet(record.set, '=HYPERLINK("x") <b>')
    const text = recordMarkdown({ ...record, set }, { notes: '<img src=x> | # *x*', tags: [], rating: 0 }, metres)
    expect(text).not.toMatch(/[^\\]<img/)
    expect(text).toContain(String.raw`\<img src=x\> \| \# \*x\*`)
    const lights = set.lights.map(light => ({ ...light, name: '=1+1' }))
    const csv = writeRecordLightsCsv({ ...record, set: { ...set, lights } })
    expect(csv.split('\n')[1]).toMatch(/^'=1\+1,|^"'=1\+1"/)
    expect(csv.trim().split('\n')).toHaveLength(1 + lights.length)
  })
})

describe('places by tape', () => {
  const set = demoSet()
  it('lead back to the place, from corners and from lines', () => {
    const coordinate = (least: number, most: number) => fc.double({ min: least, max: most, noNaN: true })
    fc.assert(
      fc.property(
        coordinate(-3, 3),
        coordinate(0.3, 8),
        coordinate(0, 3),
        fc.constantFrom('corners' as const, 'lines' as const),
        (xM, yM, zM, marks) => {
          const back = placeOfTape(set, tapedPlace(set, { xM, yM, zM }, marks))!
          expectWithin(back.xM, xM, 1e-6)
          expectWithin(back.yM, yM, 1e-6)
          expectWithin(back.zM, zM, 1e-12)
        },
      ),
    )
  })

  it('say where two tapes do not meet', () => {
    const { widthM } = set.backdrop
    expect(placeOfTape(set, { marks: 'corners', leftM: widthM / 3, rightM: widthM / 3, heightM: 1 })).toBeUndefined()
    expect(placeOfTape(set, { marks: 'corners', leftM: 9, rightM: 9 - widthM - 0.1, heightM: 1 })).toBeUndefined()
    // A triangle of 3, 4 and 5: three metres along, four out.
    const wide = editBackdrop(set, { widthM: 3, centreXM: 1.5 })
    const place = placeOfTape(wide, { marks: 'corners', leftM: 5, rightM: 4, heightM: 2 })!
    expectWithin(place.xM, 3, 1e-9)
    expectWithin(place.yM, 4, 1e-9)
  })

  it('know what 5 cm are: the inverse square', () => {
    expectWithin(tapeErrorStops(1), Math.log2((1 / 0.95) ** 2), 1e-12)
    expect(tapeErrorStops(0.5)).toBeGreaterThan(tapeErrorStops(3))
    expect(tapeErrorStops(0.04)).toBe(Number.POSITIVE_INFINITY)
  })

  it('tell an aim by protractor and level', () => {
    const from = { xM: 0, yM: 3, zM: 2 }
    expect(aimAngles(from, [0, 0, 2])).toEqual({ panDeg: 0, tiltDeg: 0 })
    const { panDeg, tiltDeg } = aimAngles(from, [3, 0, 2 - Math.hypot(3, 3)])
    expectWithin(panDeg, 45, 1e-9)
    expectWithin(tiltDeg, -45, 1e-9)
  })
})

describe('the logbook', () => {
  const headOf = (id: string, change: Partial<ReturnType<typeof recordHead>> = {}) => ({
    ...recordHead(kept(evaluation, { id }), NO_ANNOTATION),
    ...change,
  })

  it('finds by words, their beginnings and with a letter wrong, all words together', () => {
    const index = createRecordIndex()
    const heads = [
      headOf('a', { setName: 'Fernhollow white', notes: 'honey gel left over' }),
      headOf('b', { setName: 'Almanac day', tags: ['winter', 'Überzug'] }),
      headOf('c', { setName: 'Almanac day', sitter: 'Keeper 4' }),
    ]
    index.putAll(heads)
    index.putAll(heads)
    const found = (text: string) => foundRecords(heads, index, { ...NO_FILTER, text }, 'newest').map(({ id }) => id)
    expect(found('fernh')).toEqual(['a'])
    expect(found('almanak winter')).toEqual(['b'])
    expect(found('überzug')).toEqual(['b'])
    expect(found('keeper 4')).toEqual(['c'])
    expect(found('almanac nothing')).toEqual([])
    index.put({ ...heads[0]!, notes: 'blue gel' })
    expect(found('honey')).toEqual([])
    index.drop('b')
    expect(found('winter')).toEqual([])
  })

  it('narrows by every filter, and orders', () => {
    const index = createRecordIndex()
    const heads = [
      headOf('a', { tone: 250, rating: 2, isOnTarget: true, at: '2026-01-01T00:00:00.000Z', sitter: 'Ann' }),
      headOf('b', { tone: 118, rating: 5, isOnTarget: false, at: '2026-02-01T00:00:00.000Z' }),
      headOf('c', { tone: null, rating: 0, isOnTarget: false, at: '2026-03-01T00:00:00.000Z', modifiers: ['Snoot'] }),
    ]
    const ids = (filter: Partial<typeof NO_FILTER>, sort: Parameters<typeof foundRecords>[3] = 'oldest') =>
      foundRecords(heads, index, { ...NO_FILTER, ...filter }, sort).map(({ id }) => id)
    expect(ids({})).toEqual(['a', 'b', 'c'])
    expect(ids({}, 'newest')).toEqual(['c', 'b', 'a'])
    expect(ids({}, 'rating')).toEqual(['b', 'a', 'c'])
    expect(ids({}, 'tone')).toEqual(['a', 'b', 'c'])
    expect(ids({ tone: 'mid' })).toEqual(['b'])
    expect(ids({ isOnTarget: true })).toEqual(['a'])
    expect(ids({ isOnTarget: false })).toEqual(['b', 'c'])
    expect(ids({ leastRating: 2 })).toEqual(['a', 'b'])
    expect(ids({ sitter: 'Ann' })).toEqual(['a'])
    expect(ids({ modifier: 'Snoot' })).toEqual(['c'])
    expect([255, 235, 234, 118, 60, 12].map(toneName)).toEqual(['white', 'white', 'light', 'mid', 'dark', 'black'])
  })

  it('tells how lamps drift, how months agree, and what was set up twice', () => {
    const at = (month: number) => `2026-0${month}-10T00:00:00.000Z`
    const lamp = (stops: number) => [{ lamp: 'A: Flash head 400', stops }]
    const heads = [
      headOf('c', { at: at(3), lampStops: lamp(-0.5), meanOffStops: 0.3, placement: 'one', isOnTarget: true }),
      headOf('a', { at: at(1), lampStops: lamp(-0.2), meanOffStops: 0.1, placement: 'one' }),
      headOf('b', { at: at(1), lampStops: [], meanOffStops: 0.2, placement: 'two' }),
      headOf('d', { at: at(2), lampStops: [], meanOffStops: null, placement: 'three' }),
    ]
    const { lamps, months, placements } = statisticsOf(heads)
    expect(lamps).toHaveLength(1)
    expectWithin(lamps[0]!.driftStops, -0.3, 1e-12)
    expectWithin(lamps[0]!.meanStops, -0.35, 1e-12)
    expect(months.map(({ month, records }) => [month, records])).toEqual([
      ['2026-01', 2],
      ['2026-03', 1],
    ])
    expectWithin(months[0]!.meanOffStops, 0.15, 1e-12)
    expect(placements).toEqual([{ placement: 'one', ids: ['a', 'c'], onTarget: 1 }])
  })

  it('knows a placement again within half a decimetre, and no other', () => {
    const placementOf = (set: StudioSet) => recordHead({ ...record, set }, NO_ANNOTATION).placement
    const moved = (byM: number) =>
      editLight(record.set, 'key', light => ({ ...light, place: { ...light.place, xM: -1.1 + byM } }))
    expect(placementOf(moved(0.04))).toBe(placementOf(moved(0)))
    expect(placementOf(moved(0.2))).not.toBe(placementOf(moved(0)))
    expect(placementOf(changeSettings(moved(0), 'white', { key: { on: true, powerStops: -5 } }))).toBe(
      placementOf(moved(0)),
    )
  })
})

describe('what a record says was metered', () => {
  const lit = { key: { powerStops: -1 }, 'backdrop-left': { powerStops: -2 } }
  const of = async (...changes: Parameters<typeof aReading>[0][]) => {
    const set = changeSettings(demoSet(), 'white', {
      key: { on: true, powerStops: -1 },
      'backdrop-left': { on: true, powerStops: -2 },
      'backdrop-right': { on: false, powerStops: 0 },
    })
    const readings = changes.map((change, index) =>
      aReading({ id: `r-${index}`, pointId: 'subject/key-side', lights: lit as never, ...change }),
    )
    const { places } = kept({ ...evaluation, set: { ...set, readings }, look: set.looks[0]! })
    return places.find(({ pointId }) => pointId === 'subject/key-side')!.meteredStops
  }

  it('is the newest reading of the place with just the lights that are on, at their powers', async () => {
    const camera = evaluation.camera
    const stops = (fNumber: number) => 2 * Math.log2(fNumber / camera.fNumber)
    const at = async (...changes: Parameters<typeof aReading>[0][]) => (await of(...changes))!
    const base = await at({ fNumber: 8 })
    expectWithin(await at({ fNumber: 8 }, { fNumber: 11 }), base + stops(11) - stops(8), 1e-9)
    // In whatever order the lights were noted.
    expectWithin(
      await at({ fNumber: 8, lights: { 'backdrop-left': lit['backdrop-left'], key: lit.key } as never }),
      base,
      1e-9,
    )
    expect(await of({ lights: { ...lit, key: { powerStops: -1.1 } } as never })).toBeNull()
    expect(await of({ lights: { key: lit.key } as never })).toBeNull()
    expect(await of({ meter: 'frame' })).toBeNull()
    expect(await of({ pointId: 'backdrop/middle' })).toBeNull()
    expect(await of()).toBeNull()
  })

  it('agrees with the plan by the mean of what counts', () => {
    const predicted = {
      key: { powerStops: -1, directLuxS: measuredExposure(aReading({ fNumber: 8 })), bouncedLuxS: 0 },
    }
    const off = (offStops: number, change: Parameters<typeof aReading>[0] = {}) =>
      aReading({ id: `r-${offStops}`, lights: predicted, fNumber: 8 * 2 ** (offStops / 2), ...change })
    const said = (...readings: Parameters<typeof agreementOf>[0]) => agreementOf(readings)!
    const two = said(off(0.5), off(-1.5))
    expect(two.readings).toBe(2)
    expectWithin(two.meanStops, 1, 1e-9)
    expectWithin(two.worstStops, 1.5, 1e-9)
    expect(said(off(0.5), off(3, { trust: 'out' }))).toEqual(said(off(0.5)))
    expect(agreementOf([off(0.5, { trust: 'out' })])).toBeNull()
    expect(agreementOf([off(0.5, { lights: {} })])).toBeNull()
  })
})

describe('what lists show of a record', () => {
  const headWith = (change: (set: StudioSet) => StudioSet, more: Partial<StudioRecord> = {}) =>
    recordHead({ ...record, set: change(record.set), ...more }, NO_ANNOTATION)

  it('is of the lights that are on: what they are, where they stand, in whatever order they are listed', () => {
    const head = headWith(set => set)
    const off = (id: string) => (set: StudioSet) => changeSettings(set, 'white', { [id]: { on: false, powerStops: 0 } })
    expect(headWith(set => ({ ...set, lights: set.lights.toReversed() })).placement).toBe(head.placement)
    expect(headWith(off('key')).placement).not.toBe(head.placement)
    expect(head.modifiers).toHaveLength(2)
    expect(headWith(off('key')).modifiers).toHaveLength(1)
    expect(head.lamps).toEqual([...new Set(record.set.lights.map(({ lamp }) => lamp.name))])
    expect(headWith(set => editBackdrop(set, { name: 'Another' })).placement).not.toBe(head.placement)
    const { widthM, depthM, heightM } = record.set.room
    expect(head.room).toEqual([widthM, depthM, heightM])
  })

  it('has the mean tone of the backdrop’s places, and lamps that were read alone', () => {
    const values = record.places.flatMap(({ pointId, value }) =>
      pointId.startsWith('backdrop/') && value !== null ? [value] : [],
    )
    expectWithin(headWith(set => set).tone!, values.reduce((sum, value) => sum + value, 0) / values.length, 1e-9)
    expect(headWith(set => set, { places: [] }).tone).toBeNull()
    expect(headWith(set => set).lampStops).toEqual([])
    const read = headWith(set => ({ ...set, readings: [aReading({ lights: { key: { powerStops: -1 } } as never })] }), {
      lampStops: { key: 0.3, 'backdrop-left': 1 },
    })
    expect(read.lampStops).toEqual([{ lamp: `A: ${record.set.lights[0]!.lamp.name}`, stops: 0.3 }])
  })
})

describe('two records', () => {
  it('differ in nothing where they are of one stand, and else in what was done', () => {
    expect(differencesOf(record, record)).toEqual([])
    const moved = editLight(record.set, 'key', light => ({ ...light, place: { ...light.place, zM: 2.5 } }))
    const set = changeSettings(moved, 'white', { 'backdrop-left': { on: false, powerStops: -2 } })
    const other = { ...record, set, camera: { ...record.camera, iso: 400 } }
    const differences = differencesOf(record, other)
    expect(differences).toContainEqual({
      kind: 'length',
      of: { is: 'light-height', light: { name: 'A', job: 'key' } },
      oneM: 2.05,
      otherM: 2.5,
    })
    expect(differences).toContainEqual(
      expect.objectContaining({ kind: 'power', light: { name: 'B', job: 'backdrop' }, otherStops: null }),
    )
    expect(differences).toContainEqual(expect.objectContaining({ kind: 'exposure', other: other.camera }))
    expect(differences.map(({ kind }) => kind)).not.toContain('room')
    expect(placesOf(record, other)).toHaveLength(record.places.length)
  })

  it('of other halls name room, backdrop and lights that only one has', () => {
    const { room, lights, looks } = record.set
    const set: StudioSet = {
      ...editBackdrop(record.set, { name: 'Grey felt' }),
      room: { ...room, depthM: room.depthM + 1 },
      lights: lights.filter(({ id }) => id !== 'backdrop-right'),
      looks,
    }
    const kinds = differencesOf(record, { ...record, set }).map(({ kind }) => kind)
    expect(kinds).toEqual(expect.arrayContaining(['room', 'backdrop', 'only']))
  })
})
