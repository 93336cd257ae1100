import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { demoSet } from '../edits/demo'
import { changeSettings } from '../edits/edits'
import { lightDistance } from '../edits/distances'
import { groupThings, lockThings } from '../edits/things'
import { subjectGroupIds } from '../edits/subjectGroup'
import type { Light, StudioSet } from '../model/schema'
import { validationErrors } from '../validation/validation'
import { applyChange, applyChanges, inverseOf, isPossible } from './apply'
import type { Change } from './change'
import { isLocked, mayBeDone, touchedBy } from './constraints'
import { MINUTES, minutesOf, newBooms } from './effort'

const set = demoSet()
const ids = ['backdrop-left', 'backdrop-right']
const lightOf = (of: StudioSet, id: string): Light => of.lights.find(light => light.id === id)!
const settings = { key: { on: true, powerStops: -1 } }

/** One change of every kind that the demo set can take. */
const EVERY: readonly Change[] = [
  { kind: 'place', id: 'key', place: { xM: 0.4, yM: 3.2, zM: 2 } },
  { kind: 'shift', ids, along: 'depth', byM: 0.4 },
  { kind: 'shift', ids, along: 'height', byM: 0.3 },
  { kind: 'shift', ids, along: 'aside', byM: -0.3 },
  { kind: 'distance-by', id: 'key', factor: 1.2 },
  { kind: 'distance-to', id: 'key', lengthM: 1.5 },
  { kind: 'group-depth', byM: 0.4 },
  { kind: 'aim', id: 'key', aim: { at: 'place', place: { xM: 0, yM: 0, zM: 1 }, featherPanDeg: 3, featherTiltDeg: 0 } },
  { kind: 'aim-across', ids, share: 0.7 },
  { kind: 'aim-height', ids, byM: 0.35 },
  { kind: 'swing', id: 'key', byDeg: 12 },
  { kind: 'tilt', id: 'key', byDeg: -8 },
  { kind: 'roll', ids: ['key'] },
  { kind: 'grid', id: 'backdrop-left' },
  { kind: 'half-scrim', ids, turnDeg: 90, isMirrored: true },
  { kind: 'arrange', ids, how: 'crossed' },
  { kind: 'arrange', ids, how: 'straight' },
  { kind: 'arrange', ids, how: 'from-above' },
  { kind: 'arrange', ids, how: 'lower' },
  { kind: 'arrange', ids, how: 'crossed-wide' },
  { kind: 'add-twin', id: 'key' },
  { kind: 'mirror', fromId: 'backdrop-left', toId: 'key', lookId: 'white' },
  { kind: 'add-lights', what: 'backdrop-pair', lookId: 'white' },
  { kind: 'add-lights', what: 'edge', lookId: 'white' },
  { kind: 'add-lights', what: 'key', lookId: 'white' },
  { kind: 'flag', id: 'backdrop-left', off: 'subject' },
  { kind: 'flag', id: 'backdrop-left', off: 'lens' },
  { kind: 'stand', what: 'key-flag' },
  { kind: 'stand', what: 'black-sides' },
  { kind: 'stand', what: 'near-black-sides' },
  { kind: 'stand', what: 'curtains' },
  { kind: 'stand', what: 'fill-board' },
  { kind: 'power', lookId: 'white', settings },
  { kind: 'exposure', lookId: 'white', exposure: { shutterS: 1 / 60 } },
  { kind: 'camera', camera: { lens: { focalLengthMm: 50 } } },
  { kind: 'backdrop', backdrop: { widthM: 3 } },
  { kind: 'brief', brief: { framing: 'head' } },
  { kind: 'seat' },
  { kind: 'several', changes: [{ kind: 'seat' }, { kind: 'shift', ids, along: 'depth', byM: 0.2 }] },
]

describe('every change', () => {
  it.each(EVERY.map(change => [JSON.stringify(change).slice(0, 70), change] as const))(
    '%s: changes something, leaves no fault, is data, and can be taken back',
    (_, change) => {
      const after = applyChange(set, change)
      expect(isPossible(set, change)).toBe(true)
      expect(validationErrors(after)).toEqual([])
      expect(applyChange(set, JSON.parse(JSON.stringify(change)) as Change)).toEqual(after)
      expect(applyChange(after, inverseOf(set, change))).toEqual(set)
      expect(minutesOf(set, change)).toBeGreaterThanOrEqual(0)
    },
  )

  it('of a thing that is not there changes nothing', () => {
    for (const change of [
      { kind: 'swing', id: 'none', byDeg: 5 },
      { kind: 'shift', ids: ['none'], along: 'depth', byM: 1 },
      { kind: 'add-twin', id: 'none' },
      { kind: 'mirror', fromId: 'none', toId: 'key', lookId: 'white' },
      { kind: 'flag', id: 'none', off: 'lens' },
    ] satisfies Change[]) {
      expect(isPossible(set, change), change.kind).toBe(false)
      expect(applyChange(set, change)).toEqual(set)
    }
  })

  it('stops at walls, whatever is asked', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<'depth' | 'height' | 'aside'>('depth', 'height', 'aside'),
        fc.double({ min: -40, max: 40, noNaN: true }),
        (along, byM) => {
          expect(validationErrors(applyChange(set, { kind: 'shift', ids: ['key', ...ids], along, byM }))).toEqual([])
        },
      ),
    )
  })
})

describe('changes of lights', () => {
  it('shift each light by as much, outward to its own side', () => {
    const after = applyChange(set, { kind: 'shift', ids, along: 'aside', byM: -0.2 })
    const [left, right] = ids.map(id => lightOf(after, id).place.xM - lightOf(set, id).place.xM)
    expectWithin(left!, 0.2, 1e-12)
    expectWithin(right!, -0.2, 1e-12)
    const deeper = applyChange(set, { kind: 'shift', ids, along: 'depth', byM: 0.3 })
    for (const id of ids) expectWithin(lightOf(deeper, id).place.yM - lightOf(set, id).place.yM, 0.3, 1e-12)
    const higher = applyChange(set, { kind: 'shift', ids, along: 'height', byM: 0.3 })
    for (const id of ids) expectWithin(lightOf(higher, id).place.zM - lightOf(set, id).place.zM, 0.3, 1e-12)
  })

  it('bring a light along its line to what it lights, never nearer than 0.55 m', () => {
    const reach = (of: StudioSet) => lightDistance(lightOf(of, 'key'), of).lengthM
    expectWithin(reach(applyChange(set, { kind: 'distance-by', id: 'key', factor: 0.7 })), 0.7 * reach(set), 1e-9)
    expectWithin(reach(applyChange(set, { kind: 'distance-to', id: 'key', lengthM: 1.4 })), 1.4, 1e-9)
    expect(isPossible(set, { kind: 'distance-by', id: 'key', factor: 0.54 / reach(set) })).toBe(false)
    expect(isPossible(set, { kind: 'distance-by', id: 'key', factor: 0.56 / reach(set) })).toBe(true)
  })

  it('aim both backdrop lights alike, across and up, and never under the floor', () => {
    const { centreXM, widthM } = set.backdrop
    const aims = (of: StudioSet) =>
      ids.map(id => lightOf(of, id).aim).map(aim => (aim.at === 'place' ? aim.place : null)!)
    const [left, right] = aims(applyChange(set, { kind: 'aim-across', ids, share: 0.5 }))
    expectWithin(left!.xM, centreXM + widthM / 4, 1e-12)
    expectWithin(right!.xM, centreXM - widthM / 4, 1e-12)
    expect(aims(applyChange(set, { kind: 'aim-height', ids, byM: -9 })).map(({ zM }) => zM)).toEqual([0, 0])
    expectWithin(aims(applyChange(set, { kind: 'aim-height', ids, byM: 0.2 }))[0]!.zM - aims(set)[0]!.zM, 0.2, 1e-12)
  })

  it('turn a light off its aim, up to straight up and down', () => {
    const aim = (change: Change) => lightOf(applyChange(set, change), 'key').aim
    const now = lightOf(set, 'key').aim
    expect(aim({ kind: 'swing', id: 'key', byDeg: 12 }).featherPanDeg).toBe(now.featherPanDeg + 12)
    expect(aim({ kind: 'tilt', id: 'key', byDeg: 500 }).featherTiltDeg).toBe(90)
    expect(aim({ kind: 'tilt', id: 'key', byDeg: -500 }).featherTiltDeg).toBe(-90)
  })

  it('roll a front by a quarter, and back', () => {
    const roll: Change = { kind: 'roll', ids: ['key'] }
    const once = applyChange(set, roll)
    expect(lightOf(once, 'key').rollDeg).toBe(90)
    expect(lightOf(applyChange(once, roll), 'key').rollDeg).toBe(0)
  })

  it('put half-scrims over mirrored halves of a pair, or over the same half of each', () => {
    const turns = (isMirrored: boolean) =>
      ids.map(
        id =>
          lightOf(applyChange(set, { kind: 'half-scrim', ids, turnDeg: 90, isMirrored }), id).modifier.halfScrim!
            .turnDeg,
      )
    expect(turns(true)).toEqual([90, -90])
    expect(turns(false)).toEqual([90, 90])
  })

  it('make a light the mirror image of another, its power in that look too', () => {
    const turned = applyChanges(set, [
      { kind: 'swing', id: 'backdrop-left', byDeg: 7 },
      { kind: 'power', lookId: 'white', settings: { 'backdrop-left': { on: true, powerStops: -0.7 } } },
      { kind: 'mirror', fromId: 'backdrop-left', toId: 'backdrop-right', lookId: 'white' },
    ])
    const [left, right] = ids.map(id => lightOf(turned, id))
    expectWithin(right!.place.xM, 2 * set.backdrop.centreXM - left!.place.xM, 1e-12)
    expect(right!.aim.featherPanDeg).toBe(-left!.aim.featherPanDeg)
    expect(right!.name).toBe('C')
    expect(turned.looks.find(({ id }) => id === 'white')!.lights['backdrop-right']).toEqual({
      on: true,
      powerStops: -0.7,
    })
  })

  it('add a twin across the middle with a name and an id of its own, but not in a wall', () => {
    const twin = applyChange(set, { kind: 'add-twin', id: 'key' }).lights.at(-1)!
    expectWithin(twin.place.xM, 2 * set.backdrop.centreXM - lightOf(set, 'key').place.xM, 1e-12)
    expect(set.lights.map(({ id }) => id)).not.toContain(twin.id)
    expect(set.lights.map(({ name }) => name)).not.toContain(twin.name)
    const offside = { ...set, backdrop: { ...set.backdrop, centreXM: 2.5 } }
    expect(isPossible(offside, { kind: 'add-twin', id: 'key' })).toBe(false)
  })

  it('arrange backdrop lights: crossed aims lie beyond the middle, straight ones on their own side', () => {
    const aimX = (how: 'crossed' | 'straight' | 'from-above' | 'crossed-wide', id: string) => {
      const { aim } = lightOf(applyChange(set, { kind: 'arrange', ids, how }), id)
      return (aim.at === 'place' ? aim.place.xM : Number.NaN) - set.backdrop.centreXM
    }
    const { widthM } = set.backdrop
    expectWithin(aimX('crossed', 'backdrop-left'), widthM / 3, 1e-12)
    expectWithin(aimX('crossed', 'backdrop-right'), -widthM / 3, 1e-12)
    expectWithin(aimX('straight', 'backdrop-left'), -widthM / 4, 1e-12)
    expectWithin(aimX('from-above', 'backdrop-right'), widthM / 4, 1e-12)
    expectWithin(aimX('crossed-wide', 'backdrop-left'), 0.36 * widthM, 1e-12)
    const lower = applyChange(set, { kind: 'arrange', ids, how: 'lower' })
    for (const id of ids) {
      const { aim, place } = lightOf(lower, id)
      expect([aim.at === 'place' && aim.place.zM <= 0.7, place.zM <= 1.5]).toEqual([true, true])
    }
  })
})

describe('changes of the stage', () => {
  it('move subjects, their lights and the camera as one, or none of them', () => {
    const after = applyChange(set, { kind: 'group-depth', byM: 0.4 })
    const depths = (of: StudioSet) => [of.subjects[0]!.place.yM, of.camera.place.yM, lightOf(of, 'key').place.yM]
    depths(after).forEach((yM, index) => expectWithin(yM - depths(set)[index]!, 0.4, 1e-9))
    for (const id of ids) expect(lightOf(after, id).place).toEqual(lightOf(set, id).place)
    expect(applyChange(set, { kind: 'group-depth', byM: 30 })).toBe(set)
    expect(applyChange(set, { kind: 'group-depth', byM: -30 })).toBe(set)
  })

  it('stand a flag before a light, on the way to where it is not wanted', () => {
    const light = lightOf(set, 'backdrop-left')
    for (const off of ['subject', 'lens'] as const) {
      const flag = applyChange(set, { kind: 'flag', id: light.id, off }).panels.at(-1)!
      expectWithin(Math.hypot(flag.place.xM - light.place.xM, flag.place.yM - light.place.yM), 0.4, 0.02)
      const goal = off === 'lens' ? set.camera.place : set.subjects[0]!.place
      const way = [goal.xM - light.place.xM, goal.yM - light.place.yM]
      const at = [flag.place.xM - light.place.xM, flag.place.yM - light.place.yM]
      expectWithin(way[0]! * at[1]! - way[1]! * at[0]!, 0, 1e-9)
      expect(way[0]! * at[0]! + way[1]! * at[1]!).toBeGreaterThan(0)
    }
  })

  it('stand boards on both sides, or on the dark one', () => {
    const sides = applyChange(set, { kind: 'stand', what: 'black-sides' }).panels
    expect(sides.map(({ place }) => Math.sign(place.xM - set.subjects[0]!.place.xM)).sort()).toEqual([-1, 1])
    // A wide lens sees past both; a frame that is narrow lets neither nearer than 0.6 m.
    const wide: StudioSet = { ...set, camera: { ...set.camera, lens: { focalLengthMm: 35 } } }
    const asideM = (what: 'black-sides' | 'near-black-sides') =>
      Math.abs(applyChange(wide, { kind: 'stand', what }).panels[0]!.place.xM - set.subjects[0]!.place.xM)
    expectWithin(asideM('black-sides') - asideM('near-black-sides'), 0.03, 1e-9)
    const [board] = applyChange(set, { kind: 'stand', what: 'fill-board' }).panels
    const key = lightOf(set, 'key').place.xM - set.subjects[0]!.place.xM
    expect(Math.sign(board!.place.xM - set.subjects[0]!.place.xM)).toBe(-Math.sign(key))
  })

  it('add lights with jobs of their own: a pair at both sides, an edge from behind, a key in front', () => {
    const added = (what: 'backdrop-pair' | 'edge' | 'key') =>
      applyChange(set, { kind: 'add-lights', what, lookId: 'white' }).lights.slice(set.lights.length)
    expect(added('backdrop-pair').map(({ job }) => job)).toEqual(['backdrop', 'backdrop'])
    const [a, b] = added('backdrop-pair')
    expectWithin(a!.place.xM - set.backdrop.centreXM, set.backdrop.centreXM - b!.place.xM, 1e-9)
    const [edge] = added('edge')
    expect(edge!.job).toBe('edge')
    const { place, heightM } = set.subjects[0]!
    expect(edge!.place.yM).toBeLessThan(place.yM)
    const [key] = added('key')
    expect(key!.job).toBe('key')
    expect(key!.place.yM).toBeGreaterThan(place.yM)
    const round = ({ xM, yM }: { xM: number; yM: number }) => (Math.atan2(xM - place.xM, yM - place.yM) * 180) / Math.PI
    const away = (at: { xM: number; yM: number }) => Math.hypot(at.xM - place.xM, at.yM - place.yM)
    // Forty degrees round to the left; 35 degrees off straight behind, on the other side from the key.
    expectWithin(round(key!.place), -40, 1e-9)
    expectWithin(away(key!.place), 1.7, 1e-9)
    expectWithin(round(edge!.place), 145, 1e-9)
    expectWithin(away(edge!.place), 1.5, 1e-9)
    for (const light of [key!, edge!]) {
      expect(light.place.zM).toBeGreaterThan(heightM)
      expect(light.place.zM).toBeLessThan(set.room.heightM - 0.5)
    }
    const mirrored = { ...set, lights: set.lights.map(one => ({ ...one, place: { ...one.place, xM: -one.place.xM } })) }
    const other = applyChange(mirrored, { kind: 'add-lights', what: 'edge', lookId: 'white' }).lights.at(-1)!
    expectWithin(round(other.place), -145, 1e-9)
    // Each backdrop light looks past the middle to the far third, from beside the backdrop, in front of the sitter.
    const { centreXM, widthM } = set.backdrop
    expectWithin(b!.place.xM - centreXM, Math.min(widthM / 2 + 0.9, set.room.widthM / 2 - 0.2), 1e-9)
    expect(a!.place.yM).toBeLessThan(place.yM)
    for (const light of [a!, b!]) {
      if (light.aim.at !== 'place') throw new Error(light.aim.at)
      expect(Math.sign(light.aim.place.xM - centreXM)).toBe(-Math.sign(light.place.xM - centreXM))
      expectWithin(Math.abs(light.aim.place.xM - centreXM), 0.33 * widthM, 1e-9)
    }
  })

  it('add an edge light a stop over the key, as far as its lamp goes', () => {
    const edge = (keyStops: number) => {
      const keyed = changeSettings(set, 'white', { key: { on: true, powerStops: keyStops } })
      const lit = applyChange(keyed, { kind: 'add-lights', what: 'edge', lookId: 'white' })
      return lit.looks[0]!.lights[lit.lights.at(-1)!.id]!
    }
    expect(edge(-3.2)).toEqual({ on: true, powerStops: -2.2 })
    expect(edge(-0.4)).toEqual({ on: true, powerStops: 0 })
    expect(edge(-7).powerStops).toBe(-6)
  })
})

describe('lights that a change adds', () => {
  it('are on in the look that they are for, and off in every other', () => {
    const two = { ...set, looks: [set.looks[0]!, { ...set.looks[0]!, id: 'other', name: 'Other' }] }
    const added = applyChange(two, { kind: 'add-lights', what: 'backdrop-pair', lookId: 'other' })
    const ids = added.lights.slice(set.lights.length).map(({ id }) => id)
    expect(added.looks.map(look => ids.map(id => look.lights[id]!.on))).toEqual([
      [false, false],
      [true, true],
    ])
    expect(added.looks[0]!.lights).toMatchObject(set.looks[0]!.lights)
  })
})

describe('what a change asks for', () => {
  it('is minutes by what is carried, turned and climbed', () => {
    const minutes = (change: Change) => minutesOf(set, change)
    expect(minutes({ kind: 'shift', ids, along: 'depth', byM: 1 })).toBe(2 * MINUTES.place)
    expect(minutes({ kind: 'shift', ids, along: 'height', byM: 1 })).toBe(2 * MINUTES.raise)
    expect(minutes({ kind: 'swing', id: 'key', byDeg: 3 })).toBe(MINUTES.aim)
    expect(minutes({ kind: 'half-scrim', ids, turnDeg: 90, isMirrored: true })).toBe(2 * MINUTES.fit)
    expect(minutes({ kind: 'stand', what: 'black-sides' })).toBe(2 * MINUTES.board)
    expect(minutes({ kind: 'stand', what: 'key-flag' })).toBe(MINUTES.board)
    expect(minutes({ kind: 'add-lights', what: 'backdrop-pair', lookId: 'white' })).toBe(2 * MINUTES.light)
    expect(minutes({ kind: 'add-lights', what: 'edge', lookId: 'white' })).toBe(MINUTES.light)
    expect(minutes({ kind: 'arrange', ids, how: 'from-above' })).toBe(2 * MINUTES.place)
    expect(minutes({ kind: 'arrange', ids, how: 'crossed' })).toBe(2 * MINUTES.aim)
    expect(minutes({ kind: 'power', lookId: 'white', settings })).toBe(MINUTES.power)
    expectWithin(
      minutes({ kind: 'group-depth', byM: 1 }),
      MINUTES.group + MINUTES.aim * (subjectGroupIds(set).length - 2),
      1e-12,
    )
    expect(
      minutes({
        kind: 'several',
        changes: [{ kind: 'seat' }, { kind: 'swing', id: 'key', byDeg: 3 }, { kind: 'grid', id: 'key' }],
      }),
    ).toBe(MINUTES.aim + MINUTES.fit)
  })

  it('is a boom for a lamp that comes to hang over somebody, but for none under the ceiling or beside a head', () => {
    const [subject] = set.subjects
    const { xM, yM } = subject!.place
    const over = (from: StudioSet, zM: number, asideM = 0.3) =>
      applyChange(from, { kind: 'place', id: 'key', place: { xM: xM + asideM, yM, zM } })
    const high = over(set, 2.4)
    expect(newBooms(set, set)).toEqual([])
    expect(newBooms(set, high)).toEqual(['key'])
    expect(newBooms(high, over(set, 2.3))).toEqual([])
    expect(newBooms(high, set)).toEqual([])
    expect(newBooms(set, over(set, set.room.heightM - 0.6))).toEqual([])
    expect(newBooms(set, over(set, 0.95 * subject!.heightM))).toEqual([])
    expect(newBooms(set, over(set, 2.4, 0.8))).toEqual([])
  })

  it('is hands off what is locked, what is grouped with it, and what has to stay', () => {
    const swing: Change = { kind: 'swing', id: 'key', byDeg: 3 }
    expect(mayBeDone(set, swing)).toBe(true)
    expect(mayBeDone(set, swing, ['key'])).toBe(false)
    const locked = lockThings(set, ['key'], true)
    expect([isLocked(locked, 'key'), isLocked(locked, 'backdrop-left'), mayBeDone(locked, swing)]).toEqual([
      true,
      false,
      false,
    ])
    const grouped = groupThings(locked, ['key', 'backdrop-left'])
    expect(mayBeDone(grouped, { kind: 'shift', ids, along: 'depth', byM: 1 })).toBe(false)
    expect(mayBeDone(locked, { kind: 'group-depth', byM: 1 })).toBe(false)
    expect(mayBeDone(locked, { kind: 'stand', what: 'curtains' })).toBe(true)
    expect(touchedBy(set, { kind: 'several', changes: [swing, { kind: 'roll', ids }] })).toEqual(['key', ...ids])
    expect(touchedBy(set, { kind: 'mirror', fromId: 'key', toId: 'backdrop-left', lookId: 'white' })).toEqual([
      'backdrop-left',
    ])
  })
})
