import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { crowdedSet } from '#support/scenes'
import { expectWithin } from '#support/tolerance'
import { aimAt } from './aims'
import { aimBoard, boardFacing } from './aimBoard'
import { axisOf } from '../model/aim'
import { vectorOf } from '../model/bounds'
import { demoSet } from './demo'
import { validationErrors } from '../validation/validation'
import { copyThings, mirrorThings, removeThings } from './factories'
import { snapPlace } from './snap'
import {
  alignThings,
  CAMERA,
  groupThings,
  lockThings,
  moveThings,
  placeExactly,
  thingOf,
  thingsOf,
  turnThings,
  withGroups,
} from './things'
import { lightDistance } from './distances'
import { add, direction, dot, scale, subtract, type Vector } from '../physics/units/vector'

const set = crowdedSet()
const ids = thingsOf(set).map(thing => thing.id)
const metres = fc.double({ min: -9, max: 9, noNaN: true })
const placeOf = (from: typeof set, id: string) => thingOf(from, id)!.place

describe('a place that is typed', () => {
  it.each(ids.map(id => [id] as const))('is where %s stands, to the millimetre, and nothing else moves', id => {
    const typed = { xM: 0.123, yM: 1.234, zM: 0.345 }
    const after = placeExactly(set, id, typed)
    const { zM: _, ...onFloor } = typed
    expect(placeOf(after, id)).toMatchObject(thingOf(set, id)!.kind === 'subject' ? onFloor : typed)
    for (const other of ids) if (other !== id) expect(placeOf(after, other)).toEqual(placeOf(set, other))
  })

  it('of nothing changes nothing', () => expect(placeExactly(set, 'nobody', { xM: 0, yM: 1, zM: 1 })).toEqual(set))
})

describe('moving things', () => {
  it('never puts anything through a wall, whatever is asked', () => {
    fc.assert(
      fc.property(fc.subarray(ids, { minLength: 1 }), metres, metres, metres, (chosen, xM, yM, zM) => {
        expect(validationErrors(moveThings(set, chosen, { xM, yM, zM }))).toEqual([])
      }),
      { numRuns: 60 },
    )
  })

  it('goes there and back where nothing is in the way', () => {
    for (const id of ids) {
      const there = moveThings(set, [id], { xM: 0.02, yM: 0.03 })
      const back = moveThings(there, [id], { xM: -0.02, yM: -0.03 })
      expectWithin(placeOf(back, id).xM, placeOf(set, id).xM, 1e-9)
      expectWithin(placeOf(back, id).yM, placeOf(set, id).yM, 1e-9)
    }
  })

  it('leaves what is locked, and takes a group along', () => {
    const locked = lockThings(set, ['key'], true)
    expect(moveThings(locked, ['key', 'drum'], { xM: 0.2 }).lights).toEqual(set.lights)
    expect(turnThings(locked, ['key'], 30).lights).toEqual(set.lights)
    const grouped = groupThings(set, ['key', 'sitter'])
    expect(withGroups(grouped, ['sitter']).toSorted()).toEqual(['key', 'sitter'])
    expect(withGroups(removeThings(grouped, ['key']), ['sitter'])).toEqual(['sitter'])
  })

  it('brings others into line with the first', () => {
    const aligned = alignThings(set, ['backdrop-left', 'key', CAMERA], 'zM')
    expect(['key', CAMERA].map(id => placeOf(aligned, id).zM)).toEqual([1.9, 1.9])
  })

  it('turns lights and boards the same way round, as seen from above', () => {
    const turned = turnThings(set, ['key', 'silver'], 30)
    const [light, before] = [turned.lights[0]!, set.lights[0]!]
    const level = ([x, y]: Vector) => Math.atan2(y, x)
    const by = level(axisOf(light, turned)) - level(axisOf(before, set))
    const [board, was] = [
      turned.panels.find(({ id }) => id === 'silver')!,
      set.panels.find(({ id }) => id === 'silver')!,
    ]
    expectWithin(by, Math.PI / 6, 1e-9)
    expectWithin(
      ((level(boardFacing(board)) - level(boardFacing(was)) + 3 * Math.PI) % (2 * Math.PI)) - Math.PI,
      by,
      1e-9,
    )
  })
})

describe('more of the same', () => {
  it('copies and mirrors with ids and letters of their own, settings in every look', () => {
    const copied = copyThings(set, ids)
    const all = thingsOf(copied.set).map(thing => thing.id)
    expect(new Set(all).size).toBe(all.length)
    expect(copied.ids).toHaveLength(ids.length - 1)
    expect(validationErrors(copied.set)).toEqual([])
    expect(new Set(copied.set.lights.map(({ name }) => name)).size).toBe(6)
  })

  it('makes the second backdrop light the mirror image of the first', () => {
    const alone = removeThings(demoSet(), ['backdrop-right'])
    const {
      set: mirrored,
      ids: [made],
    } = mirrorThings(alone, ['backdrop-left'])
    const [twin, wanted] = [mirrored.lights.find(({ id }) => id === made)!, demoSet().lights[2]!]
    expect([twin.place, twin.aim, twin.name, twin.modifier.kind]).toEqual([
      wanted.place,
      wanted.aim,
      'C',
      wanted.modifier.kind,
    ])
  })

  it('keeps the last sitter, and aims at who is left', () => {
    const gone = removeThings(set, ['sitter', 'second'])
    expect(gone.subjects.map(({ id }) => id)).toEqual(['sitter'])
    expect(validationErrors(removeThings(set, ids))).toEqual([])
    expect(removeThings(set, ['sitter']).lights[0]!.aim).toMatchObject({ subjectId: 'second' })
  })
})

describe('useful places', () => {
  it('pulls a light to its twin’s mirror image, and to round distances', () => {
    expect(snapPlace(demoSet(), 'backdrop-left', -2.33, 2.4, 0.1)).toMatchObject({ xM: -2.3 })
    const { xM, yM, guides } = snapPlace(demoSet(), 'key', -1.75, 5.33, 0.1)
    expect(guides).toEqual([{ kind: 'distance', atM: guides[0]!.atM }])
    const key = demoSet().lights[0]!
    expectWithin(lightDistance({ ...key, place: { ...key.place, xM, yM } }, demoSet()).lengthM, guides[0]!.atM, 1e-9)
  })

  it('leaves alone what is near nothing', () => expect(snapPlace(demoSet(), CAMERA, 1.7, 6.6, 0.05).guides).toEqual([]))
})

describe('aims', () => {
  it('takes a subject where it is let go near one, and a place elsewhere', () => {
    expect(aimAt(demoSet(), 'backdrop-left', { xM: 0.2, yM: 3.5, zM: 1.4 }).lights[1]!.aim).toMatchObject({
      at: 'subject',
      subjectId: 'sitter',
      heightM: 1.4,
    })
    expect(aimAt(demoSet(), 'key', { xM: 1, yM: 0, zM: 1 }).lights[0]!.aim).toMatchObject({
      at: 'place',
      place: { xM: 1, yM: 0, zM: 1 },
    })
  })

  it('turns a board so that a mirror in it would throw the light to the goal', () => {
    const panel = { ...set.panels.find(({ id }) => id === 'silver')!, place: { xM: 1.2, yM: 4.4, zM: 0.8 } }
    const placed = { ...set, panels: [panel] }
    const goal: Vector = [0.15, 3.7, 1.6]
    const aimed = aimBoard(placed, panel, placed.lights[0]!, goal).panels[0]!
    const middle: Vector = [panel.place.xM, panel.place.yM, panel.place.zM + panel.heightM / 2]
    const coming = direction(subtract(middle, vectorOf(placed.lights[0]!.place)))
    const normal = boardFacing(aimed)
    const leaving = add(coming, scale(normal, -2 * dot(coming, normal)))
    expectWithin(dot(leaving, direction(subtract(goal, middle))), 1, 1e-4)
  })
})
