import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { NOTHING_LEARNED } from '../calibration/calibration'
import { changedBy } from '../changes/apply'
import { demoSet } from '../edits/demo'
import { lockThings } from '../edits/things'
import type { StudioSet } from '../model/schema'
import { inLook } from '../looks/inLook'
import { flatterWalks, walkLooks, withFlatterWalk, type LookWalk, type Way } from './walks'

const black = [0, 0, 0] as const

/** A black room with one small lamp at a place, which looks along the room. */
const oneLamp = (yM: number): StudioSet => {
  const demo = demoSet()
  const [key] = demo.lights
  return {
    ...demo,
    room: {
      ...demo.room,
      reflectances: { back: black, front: black, left: black, right: black, floor: black, ceiling: black },
    },
    backdrop: { ...demo.backdrop, reflectance: black },
    lights: [
      {
        ...key!,
        place: { xM: 0, yM, zM: 1.6 },
        modifier: { ...key!.modifier, front: { shape: 'disc', radiusM: 0.02 }, halfIntensityDeg: 80, housing: null },
        aim: { at: 'place', place: { xM: 0, yM: 0, zM: 1.6 }, featherPanDeg: 0, featherTiltDeg: 0 },
      },
    ],
    looks: [{ ...demo.looks[0]!, lights: { key: { on: true, powerStops: 0 } } }],
  }
}
const asked = (set: StudioSet) => ({
  set,
  learned: Object.fromEntries(set.looks.map(({ id }) => [id, NOTHING_LEARNED])),
})
const along: Way = { from: [0, 5, 1.6], to: [0, 3, 1.6] }
const across: Way = { from: [-1, 3.6, 1.6], to: [1, 3.6, 1.6] }

describe('walks', () => {
  it('fall by the square of the distance under one small lamp in a black room, whatever it is set to', async () => {
    const set = oneLamp(7)
    const half = { ...set.looks[0]!, id: 'half', name: 'Half', lights: { key: { on: true, powerStops: -1 } } }
    const held = { fNumber: 8, shutterS: 1 / 125, iso: 100, followsPointId: null }
    const two = { ...set, looks: [set.looks[0]!, half].map(look => ({ ...look, exposure: held })) }
    const walks = (await walkLooks(asked(two), along))!
    expect(walks.map(({ lookId }) => lookId)).toEqual(['white', 'half'])
    for (const { points, rangeStops } of walks) {
      expectWithin(points[0]!.stops - points.at(-1)!.stops, 2, 0.03)
      expectWithin(rangeStops, 2, 0.03)
      expectWithin(points.at(-1)!.alongM, 2, 1e-9)
      // Every place, not the ends alone: distance 2 + alongM from the lamp.
      for (const { alongM, stops } of points)
        expectWithin(points[0]!.stops - stops, 2 * Math.log2((2 + alongM) / 2), 0.04)
    }
    expectWithin(walks[0]!.points[7]!.stops - walks[1]!.points[7]!.stops, 1, 1e-6)
  })

  it('are of each look as it stands', async () => {
    const set = oneLamp(7)
    const near = {
      ...set.looks[0]!,
      id: 'near',
      name: 'Near',
      overrides: { ...set.looks[0]!.overrides, lights: { key: { place: { xM: 0, yM: 6, zM: 1.6 } } } },
    }
    const [far, close] = (await walkLooks(asked({ ...set, looks: [set.looks[0]!, near] }), along))! as [
      LookWalk,
      LookWalk,
    ]
    expectWithin(far.rangeStops, 2 * Math.log2(4 / 2), 0.03)
    expectWithin(close.rangeStops, 2 * Math.log2(3 / 1), 0.05)
  })

  it('stop where they are called off', async () => {
    expect(await walkLooks(asked(oneLamp(7)), along, { pause: async () => true })).toBeUndefined()
    expect(await flatterWalks(asked(oneLamp(7)), along, { pause: async () => true })).toBeUndefined()
  })
})

describe('what flattens a walk', () => {
  it('is told with what it comes to, which walking it again confirms', async () => {
    const set = demoSet()
    const [now] = (await walkLooks(asked(set), across))!
    const found = (await flatterWalks(asked(set), across))!
    expect(found.length).toBeGreaterThan(0)
    expect(found.length).toBeLessThanOrEqual(3)
    for (const way of found) {
      const after = withFlatterWalk(set, way)
      const [again] = (await walkLooks(asked(after), across))!
      expectWithin(again!.rangeStops, way.rangeStops, 1e-6)
      // Few rays rank them, and may be out by a little.
      expect(again!.rangeStops).toBeLessThan(now!.rangeStops - 0.05)
      expect(inLook(after, 'white').looks[0]!.lights).toEqual(
        Object.fromEntries(after.lights.map(({ id }) => [id, after.looks[0]!.lights[id]])),
      )
      expect(changedBy(set, way.change)).toBeDefined()
    }
  })

  it('leaves what is locked where it is', async () => {
    const set = demoSet()
    const held = lockThings(
      set,
      set.lights.map(({ id }) => id),
      true,
    )
    expect(await flatterWalks(asked(held), across)).toEqual([])
  })
})
