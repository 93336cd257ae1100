import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { genericKit } from '../kit/genericKit'
import { axisOf } from '../model/aim'
import { demoSet } from '../edits/demo'
import { validationErrors } from '../validation/validation'
import { headOf } from '../model/headHeight'
import { thingOf } from '../edits/things'
import { backdropSide, figureSide, panelSide } from '../scene/sideOutlines'
import { crowdedSet } from '#support/scenes'
import { emptySet } from './emptySet'
import { standingStart } from './standingStart'
import { direction, dot, subtract } from '../physics/units/vector'

const kit = genericKit()
const CHOICES = [
  'key',
  'fill',
  'edge',
  'hair',
  'top',
  'backdrop',
  'backdrop-pair',
  'subject',
  'box',
  'cylinder',
  'point',
  ...kit.panels.map(({ id }) => `panel:${id}`),
]

describe('what is put on the stage', () => {
  it.each(CHOICES)('%s: stands where it fits, thrice over, with ids of its own', choice => {
    for (const set of [emptySet('a', 'A'), demoSet(), crowdedSet()]) {
      const thrice = [1, 2, 3].reduce(before => {
        const { set: after, ids } = standingStart(before, choice, kit)!
        expect(ids.every(id => thingOf(after, id) && !thingOf(before, id))).toBe(true)
        return after
      }, set)
      expect(validationErrors(thrice)).toEqual([])
      expect(new Set(thrice.lights.map(({ name }) => name)).size).toBe(thrice.lights.length)
    }
  })

  it('looks at what it is for, and takes lamps that are free', () => {
    const { set, ids } = standingStart(emptySet('a', 'A'), 'key', kit)!
    const key = set.lights.find(({ id }) => id === ids[0])!
    const subject = set.subjects[0]!
    const toHead = direction(subtract(headOf(subject), [key.place.xM, key.place.yM, key.place.zM]))
    expectWithin(dot(axisOf(key, set), toHead), 1, 1e-4)
    const lamps = [1, 2, 3]
      .reduce((before, _) => standingStart(before, 'fill', kit)!.set, set)
      .lights.map(({ lamp }) => lamp.kitId)
    expect(lamps).toEqual(['flash-head-200', 'flash-head-200', 'flash-head-400', 'flash-head-400'])
  })

  it('puts a backdrop light on its own side, looking across at a third of the drop, with a lamp and nothing before it', () => {
    const { set, ids } = standingStart(emptySet('a', 'A'), 'backdrop', kit)!
    const [light] = set.lights.filter(({ id }) => ids.includes(id))
    const { centreXM, widthM } = set.backdrop
    const side = Math.sign(light!.place.xM - centreXM)
    expect(light!.aim).toMatchObject({ at: 'place', place: { xM: centreXM - side * 0.33 * widthM, yM: 0 } })
    const pair = standingStart(emptySet('a', 'A'), 'backdrop-pair', kit)!
    expect(pair.ids).toHaveLength(2)
    expect(pair.ids.map(id => pair.set.lights.find(one => one.id === id)!.job)).toEqual(['backdrop', 'backdrop'])
    // Chosen by their ids, whatever was there before.
    const more = standingStart(pair.set, 'backdrop-pair', kit)!
    expect(more.ids.some(id => pair.ids.includes(id))).toBe(false)
    expect(more.ids).toHaveLength(2)
  })

  it('knows what the kit has not', () => expect(standingStart(demoSet(), 'panel:none', kit)).toBeUndefined())
})

describe('the side view', () => {
  it('runs the backdrop from its top round the curve to the end of the sweep, without a jump', () => {
    const course = backdropSide(demoSet().backdrop)
    expect(course[0]).toEqual([0, 2.8])
    expect(course.at(-1)).toEqual([1.6, 0])
    for (const [yM, zM] of course.slice(1, -1)) expectWithin(Math.hypot(0.35 - yM, 0.35 - zM), 0.35, 1e-9)
    expect(backdropSide({ ...demoSet().backdrop, kind: 'lit-panel' })).toEqual([
      [0, 2.8],
      [0, 0],
    ])
  })

  it('draws a figure as tall as it is, and a panel as high', () => {
    const parts = figureSide(demoSet().subjects[0]!)
    expectWithin(
      Math.max(...parts.flatMap(({ from, to, radiusM }) => [from[1] + radiusM, to[1] + radiusM])),
      1.72,
      0.04,
    )
    const board = crowdedSet().panels.find(({ id }) => id === 'v-flat-right')!
    for (const wing of panelSide(board))
      expectWithin(Math.max(...wing.map(([, z]) => z)) - Math.min(...wing.map(([, z]) => z)), board.heightM, 1e-9)
  })
})
