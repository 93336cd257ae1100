import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoSet } from '../edits/demo'
import { validationErrors } from '../validation/validation'
import type { StudioSet } from '../model/schema'
import { MOST } from '../model/limits'
import { NO_OVERRIDES, type Overrides } from '../model/overridesSchema'
import { almanacDay } from './almanac'
import { formatClock, parseClock } from './clock'
import {
  addCondition,
  addSitter,
  dropCondition,
  editDay,
  editSitter,
  moveSitter,
  otherArrivals,
  removeSitter,
} from './dayEdits'
import {
  addToneLooks,
  duplicateLook,
  heirOf,
  lookFromFrame,
  moveLook,
  orderLooks,
  removeLook,
  renameLook,
  wantedValue,
} from './lookEdits'
import { overriddenBy } from './overridden'
import { takeBackOverride } from './overrides'
import { LOOK_NAMES } from '#wording/tone'

const names = ({ looks }: StudioSet) => looks.map(({ name }) => name)
const five = () => addToneLooks(demoSet(), 'white', LOOK_NAMES).set

describe('looks of a set', () => {
  it('get every tone that none has yet, once, each after the other from white to black', () => {
    const { set, lookIds } = addToneLooks(demoSet(), 'white', LOOK_NAMES)
    expect(lookIds).toHaveLength(4)
    expect(set.looks.map(wantedValue)).toEqual([250, 200, 118, 60, 12])
    expect(validationErrors(set)).toEqual([])
    expect(addToneLooks(set, 'white', LOOK_NAMES)).toEqual({ set, lookIds: [] })
    const without = removeLook(set, lookIds[1]!)
    expect(
      addToneLooks(without, 'white', LOOK_NAMES)
        .set.looks.map(wantedValue)
        .toSorted((a, b) => b! - a!),
    ).toEqual(set.looks.map(wantedValue))
    // Only a whole backdrop of one value is a tone.
    const { 'backdrop/left': _left, ...others } = set.looks[0]!.targets
    expect(wantedValue({ ...set.looks[0]!, targets: others })).toBeUndefined()
    expect(
      wantedValue({ ...set.looks[0]!, targets: { ...others, 'backdrop/left': { kind: 'value', value: 240 } } }),
    ).toBeUndefined()
  })

  it('move by so many places, no further than the ends, and are the same set where nothing moves', () => {
    const set = five()
    const [white, light, grey, dark, black] = names(set)
    const id = set.looks[1]!.id
    expect(names(moveLook(set, id, 2))).toEqual([white, grey, dark, light, black])
    expect(names(moveLook(set, id, -9))).toEqual([light, white, grey, dark, black])
    expect(moveLook(set, set.looks[0]!.id, -1)).toBe(set)
    expect(moveLook(set, set.looks[4]!.id, 1)).toBe(set)
    expect(moveLook(set, 'nobody', 1)).toBe(set)
    expect(names(orderLooks(set, [set.looks[4]!.id, set.looks[0]!.id]))).toEqual([black, white, light, grey, dark])
  })

  it('hand what was theirs to the look before, and leave no word of them in the day', () => {
    const day = almanacDay()
    const gone = day.looks[2]!.id
    const heir = heirOf(day, gone)!
    expect(heir.id).toBe(day.looks[1]!.id)
    expect(heirOf(day, day.looks[0]!.id)!.id).toBe(day.looks[1]!.id)
    const set = addCondition(addCondition(day, { kind: 'before', lookId: day.looks[0]!.id, otherId: gone }), {
      kind: 'first',
      lookId: day.looks[0]!.id,
    })
    const after = removeLook(set, gone)
    expect(after.looks).toHaveLength(set.looks.length - 1)
    expect(JSON.stringify(after.day)).not.toContain(`"${gone}"`)
    expect(after.day.conditions).toEqual([{ kind: 'first', lookId: day.looks[0]!.id }])
    expect(validationErrors(after)).toEqual([])
    expect(removeLook(demoSet(), 'white')).toEqual(demoSet())
  })

  it('have names of their own, and no more of them than a file holds', () => {
    const { set, lookId } = duplicateLook(demoSet(), 'white')
    expect(names(set)[1]).toBe(`${names(set)[0]!} 2`)
    expect(() => renameLook(set, lookId, ` ${names(set)[0]!} `)).toThrow(
      expect.objectContaining({ name: 'look-name-taken' }),
    )
    expect(names(renameLook(set, lookId, ' Grey '))[1]).toBe('Grey')
    const many = Array.from({ length: MOST.looks - 1 }).reduce<StudioSet>(
      next => duplicateLook(next, 'white').set,
      demoSet(),
    )
    expect(new Set(names(many)).size).toBe(MOST.looks)
    expect(() => duplicateLook(many, 'white')).toThrow(expect.objectContaining({ name: 'looks-full', message: '40' }))
    expect(() => duplicateLook(demoSet(), 'nobody')).toThrow(expect.objectContaining({ name: 'look-gone' }))
  })

  it('give back one thing that they have otherwise, and keep the rest', () => {
    const overrides: Overrides = {
      ...NO_OVERRIDES,
      lights: { key: { rollDeg: 10 }, 'backdrop-left': { rollDeg: 5 } },
      subjects: { sitter: { turnDeg: 20 } },
      camera: { aimHeightM: 1 },
      backdrop: { centreXM: 0.2 },
      out: ['board-1', 'board-2'],
    }
    const look = { ...demoSet().looks[0]!, overrides }
    const all = overriddenBy(look)
    expect(all).toHaveLength(7)
    for (const what of all) {
      const left = overriddenBy(takeBackOverride(look, what))
      expect(left).toEqual(all.filter(one => one !== what))
    }
    expect(overriddenBy(takeBackOverride(look))).toEqual([])
  })
})

describe('sitters of a day', () => {
  const set = almanacDay()
  it('go with what was done with them, and with nothing of the others', () => {
    const [first, second] = set.day.sitters
    const doneWith = (sitterId: string) => ({
      sitterId,
      lookId: 'white',
      state: 'done' as const,
      plannedMinutes: 4,
      tookMinutes: 5,
      endedAt: 610,
    })
    const begun = editDay(set, { done: [doneWith(first!.id), doneWith(second!.id)] })
    const after = removeSitter(begun, first!.id)
    expect(after.day.sitters.map(({ id }) => id)).toEqual(set.day.sitters.slice(1).map(({ id }) => id))
    expect(after.day.done).toEqual([doneWith(second!.id)])
  })

  it('get ids that nobody has, also after one went', () => {
    const after = addSitter(removeSitter(set, set.day.sitters[0]!.id))
    expect(new Set(after.day.sitters.map(({ id }) => id)).size).toBe(9)
    expect(after.day.sitters.at(-1)!.lookIds).toEqual(set.looks.map(({ id }) => id))
    expect(validationErrors(after)).toEqual([])
  })

  it('are changed and moved one at a time', () => {
    const [first, second, third] = set.day.sitters.map(({ id }) => id)
    const changed = editSitter(set, second!, { heightM: 1.2 })
    expect(changed.day.sitters.filter((sitter, index) => sitter !== set.day.sitters[index])).toEqual([
      { ...set.day.sitters[1], heightM: 1.2 },
    ])
    const ids = (of: StudioSet) => of.day.sitters.slice(0, 3).map(({ id }) => id)
    expect(ids(moveSitter(set, first!, 2))).toEqual([second, third, first])
    expect(ids(moveSitter(set, third!, -5))).toEqual([third, first, second])
    expect(moveSitter(set, first!, -1)).toBe(set)
    expect(moveSitter(set, 'nobody', 1)).toBe(set)
  })

  it('take the times of the places in the row that they are put to', () => {
    const times = [540, null, 560, 580]
    const timed = times.reduce(
      (next, arrivesAt, index) => editSitter(next, set.day.sitters[index]!.id, { arrivesAt }),
      editDay(set, { sitters: set.day.sitters.slice(0, 4) }),
    )
    const [first, second, third, fourth] = timed.day.sitters.map(({ id }) => id)
    const arrivals = (of: StudioSet) => of.day.sitters.map(({ id, arrivesAt }) => [id, arrivesAt])
    const swapped = moveSitter(timed, fourth!, -2)
    expect(arrivals(swapped)).toEqual([
      [first, 540],
      [fourth, 560],
      [second, null],
      [third, 580],
    ])
    expect(otherArrivals(timed.day, swapped.day).map(({ id }) => id)).toEqual([fourth, third])
    // Whoever comes when it is the turn changes nobody's time.
    expect(otherArrivals(timed.day, moveSitter(timed, second!, 2).day)).toEqual([])
  })

  it('keep to conditions that are each there once', () => {
    const condition = { kind: 'last', lookId: 'white' } as const
    const once = addCondition(set, condition)
    expect(addCondition(once, { ...condition })).toBe(once)
    expect(dropCondition(once, { ...condition }).day.conditions).toEqual(set.day.conditions)
    const dirt = (minutes: number) => ({ kind: 'dirties', lookId: 'white', minutes }) as const
    const dirty = addCondition(addCondition(once, dirt(3)), dirt(5))
    expect(dirty.day.conditions.filter(({ kind }) => kind === 'dirties')).toEqual([dirt(5)])
    expect(dirty.day.conditions).toContainEqual(condition)
  })
})

describe('a look from a test frame', () => {
  const of = demoSet()
  const frame = {
    id: 'frame-1',
    lookId: 'white',
    at: '2026-03-14T09:00:00.000Z',
    name: 'IMG_4.jpg',
    source: 'file' as const,
    by: 'picture' as const,
    camera: { fNumber: 5.6, shutterS: 1 / 125, iso: 200 },
    tags: null,
    lights: { key: { on: true, powerStops: -2.5 } },
    values: { 'backdrop/left': 201.4, 'backdrop/middle': 255.3 },
    expected: {},
    black: null,
    edits: [],
    note: '',
  }
  it('wants its values, with lights and camera as they were, and nothing of other places', () => {
    const { set, lookId } = lookFromFrame({ ...of, frames: [frame] }, 'frame-1')
    const look = set.looks.find(({ id }) => id === lookId)!
    expect(look).toMatchObject({
      name: 'IMG_4',
      exposure: { ...frame.camera, followsPointId: null },
      targets: { 'backdrop/left': { kind: 'value', value: 201 }, 'backdrop/middle': { kind: 'value', value: 255 } },
    })
    expect(Object.keys(look.targets)).toHaveLength(2)
    expect(look.lights).toEqual({ ...of.looks[0]!.lights, ...frame.lights })
    expect(validationErrors(set)).toEqual([])
  })
  it('is refused where no backdrop was read', () => {
    expect(() => lookFromFrame({ ...of, frames: [{ ...frame, values: {} }] }, 'frame-1')).toThrow(
      expect.objectContaining({ name: 'frame-without-backdrop' }),
    )
    expect(() => lookFromFrame(of, 'frame-1')).toThrow(expect.objectContaining({ name: 'frame-gone' }))
  })
})

describe('a time of the day', () => {
  it('comes back from what it is written as', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 24 * 60 - 1 }), minutes => {
        expect(parseClock(formatClock(minutes))).toBe(minutes)
        expect(formatClock(minutes + 24 * 60)).toBe(formatClock(minutes))
        expect(formatClock(minutes - 24 * 60)).toBe(formatClock(minutes))
      }),
    )
  })
  it.each([
    ['9', 540],
    ['9:05', 545],
    ['09.05', 545],
    ['905', 545],
    ['12:00 am', 0],
    ['12:30 pm', 750],
    ['9:05 pm', 1265],
    ['23h59', 1439],
    ['24:00', undefined],
    ['9:60', undefined],
    ['13 pm', undefined],
    ['0 am', undefined],
    ['soon', undefined],
    ['', undefined],
  ])('%s is read as it is meant', (text, minutes) => {
    expect(parseClock(text)).toBe(minutes)
  })
})
