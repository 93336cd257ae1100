import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { demoSet } from '../edits/demo'
import { addPanel } from '../edits/factories'
import { panelOfKind } from '../edits/panels'
import type { Place, StudioSet } from '../model/schema'
import { DRAFT_QUALITY, prepareStage } from '../physics/transport/stage'
import { sceneOf } from '../scene/scene'
import { standFoot } from '../scene/stands'
import { atOnce } from '../shared/steps'
import { anyInFrame, frameIntrusions, lampPlaces, standPlaces } from './frameIntrusions'

const set = demoSet()
const at = (id: string, place: Place, of: StudioSet = set): StudioSet => ({
  ...of,
  lights: of.lights.map(light => (light.id === id ? { ...light, place } : light)),
})
const light = (of: StudioSet, id: string) => of.lights.find(one => one.id === id)!
const found = (of: StudioSet) => frameIntrusions(of, atOnce(prepareStage(sceneOf(of), DRAFT_QUALITY)))

describe('what has no business in the frame', () => {
  it('is nothing of the demo', () => expect(found(set)).toEqual([]))

  it('is a lamp and its stand that stand before the backdrop, by how much of each is seen', () => {
    const inside = at('backdrop-left', { xM: -0.4, yM: 1.5, zM: 1.7 })
    const both = found(inside)
    expect(both.map(({ id, what }) => [id, what])).toEqual([
      ['backdrop-left', 'lamp'],
      ['backdrop-left', 'stand'],
    ])
    expect(both[0]!.inFrame).toBe(1)
    expect(both[0]!.seen).toBeGreaterThan(0.5)
    // Half length: the foot of the stand lies under the frame.
    expect(both[1]!.inFrame).toBeGreaterThan(0.2)
    expect(both[1]!.inFrame).toBeLessThan(0.95)
    // Behind the sitter it is in the frame, and hidden.
    const hidden = found(at('backdrop-left', { xM: 0, yM: 2.8, zM: 1.2 })).find(({ what }) => what === 'stand')!
    expect(hidden.seen).toBeLessThan(0.2)
    // What hangs behind the drop is its own business.
    expect(found(at('backdrop-left', { xM: -0.4, yM: -0.3, zM: 1.7 }))).toEqual([])
  })

  it('is a panel, unless it stands at the backdrop', () => {
    const panel = (xM: number, yM: number) =>
      found(addPanel(set, { ...panelOfKind('flag', 'flag'), place: { xM, yM, zM: 1.2 } }))
    expect(panel(0.5, 2).map(({ id, what }) => [id, what])).toEqual([['flag', 'panel']])
    expect(panel(0.5, 0.3)).toEqual([])
    expect(panel(2.5, 2)).toEqual([])
  })

  it('is told by places over the front of a lamp, out to its rim', () => {
    const places = lampPlaces(light(set, 'key'), set)
    expect(places).toHaveLength(25)
    const { place } = light(set, 'key')
    const mean = [0, 1, 2].map(axis => places.reduce((sum, one) => sum + one[axis]!, 0) / 25)
    expectWithin(mean[0]!, place.xM, 1e-9)
    expectWithin(mean[2]!, place.zM, 1e-9)
    expect(anyInFrame(set, places)).toBe(false)
    expect(anyInFrame(set, [[0, 2, 1.4]])).toBe(true)
    expect(anyInFrame(set, [[0, 9, 1.4]])).toBe(false)
  })

  it('is no stand of a lamp that hangs, and the stand of a boom is where its foot is', () => {
    expect(standPlaces(light(at('key', { xM: -1, yM: 5, zM: 3 }), 'key'), set)).toEqual([])
    const upright = standPlaces(light(set, 'key'), set)
    expect(upright.every(([x, y]) => x === -1.12 && y === 4.93)).toBe(true)
    expectWithin(upright[0]![2], 2.05 / 20, 1e-9)
    const over = at('key', { xM: 0.1, yM: 3.5, zM: 2.4 })
    const [footX, footY] = standFoot(light(over, 'key'), over)!
    const boom = standPlaces(light(over, 'key'), over)
    expect(boom.slice(0, 10).every(([x, y]) => x === footX && y === footY)).toBe(true)
    // The arm goes from the top of the stand toward the lamp, level.
    const arm = boom.slice(10)
    expect(arm.length).toBeGreaterThan(3)
    expect(arm.every(([, , z]) => z === 2.4)).toBe(true)
    for (const [x, y] of arm) {
      const share = (x - footX) / (0.1 - footX)
      expectWithin(y, footY + share * (3.5 - footY), 1e-9)
      expect(share).toBeGreaterThan(0)
      expect(share).toBeLessThan(0.9)
    }
    // No stand through the sitter any more.
    expect(found(over).filter(({ what }) => what === 'stand')).toEqual([])
  })
})
