import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { everythingSet } from '#support/everythingSet'
import { expectWithin } from '#support/tolerance'
import { demoSet } from '../edits/demo'
import { length, subtract, type Vector } from '../physics/units/vector'
import { aimedAt, aimsHeld, axisOf } from './aim'
import { insideRoom, roomBounds, vectorOf } from './bounds'
import { firstHeadOf, headHeightM, headOf } from './headHeight'
import { tooMany } from './limits'
import { FIXED_HOLDS, holdIds, isBackdropPlace, meterPointIds } from './placeIds'
import { onlyOn } from './settings'
import { modernised } from './upgrades'

const set = demoSet()
const near = (actual: Vector, expected: readonly number[], tolerance = 1e-9) =>
  actual.forEach((value, axis) => expectWithin(value, expected[axis]!, tolerance))

describe('the room as a box', () => {
  it('has its middle at 0 and the backdrop where it stands', () => {
    expect(roomBounds({ ...set.room, widthM: 6, depthM: 9, heightM: 3, behindBackdropM: 1 })).toEqual({
      left: -3,
      right: 3,
      back: -1,
      front: 8,
      floor: 0,
      ceiling: 3,
    })
  })

  it('moves what is outside to the nearest place inside, and nothing else', () => {
    const metres = fc.double({ min: -20, max: 20, noNaN: true })
    const { left, right, back, front, floor, ceiling } = roomBounds(set.room)
    const spans = [
      [left, right],
      [back, front],
      [floor, ceiling],
    ] as const
    fc.assert(
      fc.property(metres, metres, metres, (xM, yM, zM) => {
        const moved = vectorOf(insideRoom({ xM, yM, zM }, set.room, 0.1))
        ;[xM, yM, zM].forEach((before, axis) => {
          const [least, most] = spans[axis]!
          const isInside = before >= least + 0.1 && before <= most - 0.1
          const wall = before < least + 0.1 ? least + 0.1 : most - 0.1
          expect(moved[axis]).toBe(isInside ? before : wall)
        })
      }),
    )
  })
})

describe('heads', () => {
  it('are over the mark, lower where a sitter sits, and the first one counts', () => {
    const [sitter] = set.subjects
    expect(headHeightM({ ...sitter!, pose: 'sitting' })).toBeLessThan(
      headHeightM({ ...sitter!, pose: 'standing' }) - 0.3,
    )
    expectWithin(headHeightM({ ...sitter!, heightM: 2 }) / headHeightM({ ...sitter!, heightM: 1 }), 2, 1e-9)
    near(headOf(sitter!), [0, 3.6, headHeightM(sitter!)])
    const second = { ...sitter!, id: 'second', place: { xM: 1, yM: 3 } }
    near(firstHeadOf({ ...set, subjects: [second, sitter!] }), [1, 3, headHeightM(sitter!)])
    // A standing person's eyes are some twelfth of the height under the crown.
    expectWithin(headHeightM(sitter!) / sitter!.heightM, 0.93, 0.02)
  })
})

describe('where a light looks', () => {
  const aim = { at: 'subject', subjectId: 'sitter', heightM: 1.5, featherPanDeg: 0, featherTiltDeg: 0 } as const

  it('is at its subject, at the first where that one has gone, or at a place', () => {
    const second = { ...set.subjects[0]!, id: 'second', place: { xM: 1, yM: 3 } }
    const two = { ...set, subjects: [...set.subjects, second] }
    near(aimedAt({ ...aim, subjectId: 'second' }, two), [1, 3, 1.5])
    near(aimedAt({ ...aim, subjectId: 'gone' }, two), [0, 3.6, 1.5])
    near(aimedAt({ ...aim, at: 'place', place: { xM: 1, yM: 2, zM: 3 } }, two), [1, 2, 3])
  })

  it('is turned off that by feathering, right as seen from behind and up', () => {
    const light = { ...set.lights[0]!, place: { xM: 0, yM: 6, zM: 1.5 }, aim }
    near(axisOf(light, set), [0, -1, 0])
    near(axisOf({ ...light, aim: { ...aim, featherPanDeg: 30 } }, set), [0.5, -Math.cos(Math.PI / 6), 0])
    near(axisOf({ ...light, aim: { ...aim, featherTiltDeg: 30 } }, set), [0, -Math.cos(Math.PI / 6), 0.5])
    expectWithin(length(axisOf(set.lights[1]!, set)), 1, 1e-12)
  })

  it('stays where it is, with its feathering, when aims are held and everybody leaves', () => {
    const feathered = {
      ...set,
      lights: set.lights.map(light => ({ ...light, aim: { ...light.aim, featherPanDeg: 12, featherTiltDeg: -7 } })),
    }
    const held = { ...feathered, lights: aimsHeld(feathered) }
    const away = { ...held, subjects: [{ ...set.subjects[0]!, place: { xM: 2, yM: 1 } }] }
    held.lights.forEach((light, index) => near(axisOf(light, away), axisOf(feathered.lights[index]!, feathered), 1e-12))
    expect(held.lights.every(({ aim: { at } }) => at === 'place')).toBe(true)
    expect(length(subtract(axisOf(feathered.lights[0]!, away), axisOf(held.lights[0]!, away)))).toBeGreaterThan(0.1)
  })
})

describe('ids of places', () => {
  const own = { ...set, points: everythingSet().points }

  it('are the eight of every set and its own', () => {
    expect(meterPointIds(set)).toHaveLength(8)
    expect(meterPointIds(own)).toEqual([...meterPointIds(set), 'own/hand'])
    expect(meterPointIds(set).filter(isBackdropPlace)).toEqual(['backdrop/left', 'backdrop/middle', 'backdrop/right'])
    expect(isBackdropPlace('backdrop')).toBe(false)
  })

  it('have holds of their own, and one for the backdrop as a whole', () => {
    expect(holdIds(own)).toEqual([...FIXED_HOLDS, 'own/hand'])
    expect([...FIXED_HOLDS].sort()).toEqual([...meterPointIds(set), 'backdrop'].sort())
  })
})

describe('lists that are too long', () => {
  it('are named with what they have and may have, each of its kind, before anything is read', () => {
    expect(tooMany({ lights: Array(61).fill(0), looks: Array(40).fill(0), frames: Array(501).fill(0) })).toEqual([
      { kind: 'lights', count: 61, most: 60 },
      { kind: 'frames', count: 501, most: 500 },
    ])
    for (const odd of [null, 'set', 7, undefined, {}, { lights: 'many' }, { sitters: Array(999).fill(0) }])
      expect(tooMany(odd)).toEqual([])
  })
})

describe('settings with some lights alone', () => {
  it('keep every power', () => {
    const look = set.looks[0]!
    const alone = onlyOn(look, ['key'])
    expect(alone.key).toEqual({ on: true, powerStops: -1.6 })
    expect(alone['backdrop-left']).toEqual({ on: false, powerStops: -2 })
    expect(Object.keys(alone)).toEqual(Object.keys(look.lights))
  })
})

describe('a set of an older version', () => {
  const looks = (targets: unknown) => ({ looks: [{ id: 'a', targets }] })
  const targetsOf = (old: unknown) => (modernised(old) as { looks: { targets: unknown }[] }).looks[0]!.targets
  const stops = (value: unknown) => ({ kind: 'stops', stops: value, firmness: 'wished' })

  it('says of the shadow side a ratio to the key, kept in what a ratio can be', () => {
    const modern = (shadow: unknown, key?: unknown) =>
      targetsOf(looks({ 'subject/shadow-side': shadow, ...(key ? { 'subject/key-side': key } : {}) })) as Record<
        string,
        unknown
      >
    expect(modern(stops(-2), stops(0.5))['subject/shadow-side']).toEqual({
      kind: 'ratio',
      stops: -2.5,
      firmness: 'wished',
    })
    expect(modern(stops(-2), stops(0.5))['subject/key-side']).toEqual(stops(0.5))
    expect(modern(stops(-2))['subject/shadow-side']).toMatchObject({ kind: 'ratio', stops: -2 })
    expect(modern(stops(-2), { kind: 'value', value: 200, stops: 3 })['subject/shadow-side']).toMatchObject({
      stops: -2,
    })
    expect(modern(stops(-2), { kind: 'stops', stops: 'x' })['subject/shadow-side']).toMatchObject({ stops: -2 })
    expect(modern(stops(-11), stops(4))['subject/shadow-side']).toMatchObject({ stops: -12 })
    expect(modern(stops(5), stops(-4))['subject/shadow-side']).toMatchObject({ stops: 6 })
  })

  it('keeps what already says so, and what says nothing that can be read', () => {
    const ratio = { 'subject/shadow-side': { kind: 'ratio', stops: -2 } }
    expect(targetsOf(looks(ratio))).toEqual(ratio)
    for (const odd of [null, 'x', [], { 'subject/shadow-side': 7 }, { 'subject/shadow-side': stops('x') }])
      expect(targetsOf(looks(odd))).toEqual(odd)
    for (const odd of [null, 7, [], { looks: 'none' }, {}]) expect(modernised(odd)).toBe(odd)
    expect(modernised({ looks: ['x', null] })).toEqual({ looks: ['x', null] })
  })

  it('forgets what was kept of lights and points that are not there', () => {
    const old = {
      looks: [],
      lights: [{ id: 'key' }, 'odd', { id: 7 }],
      points: [{ id: 'own/hand' }],
      holds: { 'own/hand': 1, 'own/gone': 2, backdrop: 3, 'subject/hair': 4 },
      frozen: { bounceStops: 0.1, lightStops: { key: 0.2, gone: 0.3 } },
    }
    expect(modernised(old)).toEqual({
      ...old,
      holds: { 'own/hand': 1, backdrop: 3, 'subject/hair': 4 },
      frozen: { bounceStops: 0.1, lightStops: { key: 0.2 } },
    })
    expect(modernised({ ...old, holds: 'x', frozen: null })).toMatchObject({ holds: 'x', frozen: null })
    expect(modernised({ looks: [], points: 'x', holds: { 'own/hand': 1 } })).toMatchObject({ holds: {} })
    expect(modernised({ looks: [], lights: [], frozen: { lightStops: 'x' } })).toMatchObject({
      frozen: { lightStops: 'x' },
    })
  })
})
