import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { applyChange } from '../changes/apply'
import { demoSet } from '../edits/demo'
import { lightDistance } from '../edits/distances'
import { roomBounds } from '../model/bounds'
import type { StudioSet } from '../model/schema'
import { axesOf, type AxisId } from './axes'

const set = demoSet()
const axis = (id: AxisId, of: StudioSet = set) => axesOf(of, 'white').find(one => one.id === id)!
const light = (of: StudioSet, id: string) => of.lights.find(one => one.id === id)!

/** What each axis sets, read off the set. */
const VALUES: Record<AxisId, (of: StudioSet) => number> = {
  'key-distance': of => lightDistance(light(of, 'key'), of).lengthM,
  'key-height': of => light(of, 'key').place.zM,
  'key-turn': of => light(of, 'key').aim.featherPanDeg,
  'subject-depth': of => of.subjects[0]!.place.yM,
  'backdrop-lights-depth': of => light(of, 'backdrop-left').place.yM,
  'backdrop-lights-height': of => light(of, 'backdrop-left').place.zM,
  'backdrop-lights-power': of => of.looks[0]!.lights['backdrop-left']!.powerStops,
}

describe('what can be laid along the sides of a map', () => {
  it('is everything that the demo has, each between where it can go', () => {
    expect(axesOf(set, 'white').map(({ id }) => id)).toEqual([
      'key-distance',
      'subject-depth',
      'backdrop-lights-depth',
      'backdrop-lights-height',
      'backdrop-lights-power',
      'key-height',
      'key-turn',
    ])
    expect(axesOf(set, 'white').map(({ unit }) => unit)).toEqual(['m', 'm', 'm', 'm', 'stops', 'm', '°'])
    expect(
      axesOf(set, 'white')
        .filter(({ isStage }) => isStage)
        .map(({ id }) => id),
    ).toEqual(['subject-depth'])
    expect(axis('key-turn').lights).toEqual(['A'])
    expect(axis('backdrop-lights-depth').lights).toEqual(['B', 'C'])
    expect(axesOf({ ...set, lights: [] }, 'white').map(({ id }) => id)).toEqual(['subject-depth'])
  })

  it.each(Object.keys(VALUES) as AxisId[])('%s is set to its least, its most and where it is', id => {
    const { least, most, now, to } = axis(id)
    const read = VALUES[id]
    expectWithin(now, read(set), 1e-9)
    expect(least).toBeLessThan(now)
    expect(most).toBeGreaterThanOrEqual(now)
    for (const value of [least, now, most, least + 0.3 * (most - least)])
      expectWithin(read(applyChange(set, to(value))), value, id === 'backdrop-lights-power' ? 0.051 : 1e-6)
  })

  it('has the ends that the room, the lamps and the trade set', () => {
    const { front } = roomBounds(set.room)
    expectWithin(axis('key-height').most, 3.4 - 0.3, 1e-9)
    expectWithin(axis('key-height').least, 0.3, 1e-9)
    expectWithin(axis('backdrop-lights-depth').most, front - 0.4, 1e-9)
    expectWithin(axis('backdrop-lights-depth').least, 0.4, 1e-9)
    expect([axis('backdrop-lights-power').least, axis('backdrop-lights-power').most]).toEqual([-7, 0])
    expect([axis('key-turn').least, axis('key-turn').most]).toEqual([-45, 45])
    expectWithin(axis('key-distance').least, 0.6, 1e-9)
    expect(axis('key-distance').most).toBeLessThanOrEqual(4)
    // The camera is the furthest of what goes with the sitter: 7.6 m from the backdrop, and 0.15 m before the wall.
    expectWithin(axis('subject-depth').most, 3.6 + (front - 7.6 - 0.15), 1e-9)
    expectWithin(axis('subject-depth').least, 0.4, 1e-9)
    const second = { ...set.subjects[0]!, id: 'second', place: { xM: 1, yM: 3 } }
    expectWithin(axis('subject-depth', { ...set, subjects: [set.subjects[0]!, second] }).least, 1, 1e-9)
    const far = {
      ...set,
      lights: set.lights.map(one => (one.id === 'key' ? { ...one, place: { ...one.place, yM: 8.2 } } : one)),
    }
    expectWithin(axis('subject-depth', far).most, 3.6 + (front - 8.3), 1e-9)
    const turned = { ...set, lights: set.lights.map(one => ({ ...one, aim: { ...one.aim, featherPanDeg: 60 } })) }
    expect([axis('key-turn', turned).least, axis('key-turn', turned).most]).toEqual([-45, 60])
  })

  it('keeps what lights of one row differ by', () => {
    const uneven: StudioSet = {
      ...set,
      lights: set.lights.map(one =>
        one.id === 'backdrop-right' ? { ...one, place: { ...one.place, yM: 2.5, zM: 1.5 } } : one,
      ),
      looks: [
        { ...set.looks[0]!, lights: { ...set.looks[0]!.lights, 'backdrop-right': { on: true, powerStops: -3 } } },
      ],
    }
    const deeper = applyChange(uneven, axis('backdrop-lights-depth', uneven).to(1.6))
    expectWithin(light(deeper, 'backdrop-right').place.yM, 2, 1e-9)
    const brighter = applyChange(uneven, axis('backdrop-lights-power', uneven).to(-1))
    expect(brighter.looks[0]!.lights['backdrop-right']!.powerStops).toBe(-2)
    const higher = applyChange(uneven, axis('backdrop-lights-height', uneven).to(2.2))
    // At one height, whatever they were.
    expectWithin(light(higher, 'backdrop-right').place.zM, 2.2, 1e-9)
  })
})
