import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { removeThings } from '../edits/factories'
import { demoSet } from '../edits/demo'
import { genericKit } from '../kit/genericKit'
import { pickFrom } from '../kit/pick'
import { headHeightM } from '../model/headHeight'
import { BACKDROP_MIDDLE, HAIR, KEY_SIDE, SHADOW_SIDE } from '../model/placeIds'
import type { StudioSet } from '../model/schema'
import { matt } from '../physics/geometry/surface'
import { frontReach } from '../physics/sources/frontShape'
import { GELS } from '../physics/sources/gels'
import { grey } from '../physics/units/rgb'
import { gelNamed, paler, studioBuilder } from './studioBuilder'

const bare = (): StudioSet => {
  const demo = demoSet()
  return removeThings(
    demo,
    demo.lights.map(({ id }) => id),
  )
}
const building = (start = bare()) => studioBuilder(start, pickFrom(genericKit()))
const DEG = Math.PI / 180

describe('building a set-up', () => {
  it('puts a light so many degrees round, so far away and so high over the eyes, looking at the head', () => {
    const studio = building()
    const { xM, yM } = studio.subject().place
    const light = studio.around('key', ['reflector'], { roundDeg: -40, distanceM: 1.5, overEyesM: 0.5 })
    const [dx, dy, dz] = [light.place.xM - xM, light.place.yM - yM, light.place.zM - headHeightM(studio.subject())]
    expectWithin(Math.hypot(dx, dy, dz), 1.5, 1e-9)
    expectWithin(Math.atan2(dx, dy) / DEG, -40, 1e-9)
    expectWithin(dz, 0.5, 1e-9)
    expect(light.aim).toMatchObject({ at: 'subject', subjectId: studio.subject().id })
    expect(studio.set.lights).toEqual([light])
    expect(studio.set.looks[0]!.lights[light.id]).toEqual({ on: true, powerStops: -3 })
  })

  it('keeps it a hand off the walls, and its whole front between floor and ceiling', () => {
    const studio = building()
    const { widthM, heightM } = studio.set.room
    const wide = studio.around('fill', ['octa'], { roundDeg: 90, distanceM: 30, overEyesM: 0 })
    expectWithin(wide.place.xM, widthM / 2 - 0.12, 1e-9)
    const high = studio.around('hair', ['octa'], { roundDeg: 180, distanceM: 2, overEyesM: 5 })
    expectWithin(high.place.zM + frontReach(high.modifier.front).up, heightM - 0.08, 1e-9)
    const low = studio.around('fill', ['octa'], { roundDeg: 0, distanceM: 2, overEyesM: -5 })
    expectWithin(low.place.zM - frontReach(low.modifier.front).up, 0.05, 1e-9)
  })

  it('aims at the backdrop by shares of half its width and of its height', () => {
    const start = bare()
    const studio = building({ ...start, backdrop: { ...start.backdrop, centreXM: 0.3 } })
    const { widthM, heightM } = studio.set.backdrop
    const { aim, job } = studio.onBackdrop(['reflector'], { xM: 1, yM: 1.2, zM: 1 }, -0.5, 0.25)
    expect([aim, job]).toMatchObject([{ at: 'place', place: { yM: 0 } }, 'backdrop'])
    if (aim.at !== 'place') return
    expectWithin(aim.place.xM, 0.3 - widthM / 4, 1e-9)
    expectWithin(aim.place.zM, heightM / 4, 1e-9)
    expect([studio.halfM, studio.centreXM]).toEqual([widthM / 2, 0.3])
  })

  it('crosses two lights beside the backdrop, each aimed past the middle, in front of nobody', () => {
    const studio = building()
    studio.crossed(['wide-reflector'], { heightM: 1.7 })
    const [left, right] = studio.set.lights
    expectWithin(left!.place.xM, -right!.place.xM, 1e-9)
    expect(left!.place.xM).toBeLessThan(-studio.halfM)
    for (const light of [left!, right!]) {
      expectWithin(light.place.yM, Math.min(2.1, studio.subject().place.yM - 0.9), 1e-9)
      expect(light.place.zM).toBe(1.7)
      if (light.aim.at !== 'place') throw new Error(light.aim.at)
      expectWithin(light.aim.place.xM, -Math.sign(light.place.xM) * 0.66 * studio.halfM, 1e-9)
      expectWithin(light.aim.place.zM, Math.min(1.5, 0.55 * studio.set.backdrop.heightM), 1e-9)
    }
    const near = bare()
    const close = building({ ...near, subjects: [{ ...near.subjects[0]!, place: { xM: 0, yM: 1 } }] })
    close.crossed(['wide-reflector'])
    expect(close.set.lights[0]!.place.yM).toBe(0.5)
  })

  it('gels, turns and powers a light as it is told, within what its lamp can', () => {
    const studio = building()
    const warm = gelNamed('Warming, half')
    const light = studio.put(
      'edge',
      ['strip'],
      { xM: 1, yM: 2, zM: 2 },
      { at: 'place', place: { xM: 0, yM: 0, zM: 1 }, featherPanDeg: 0, featherTiltDeg: 0 },
      { gel: warm, turn: { featherPanDeg: 12 }, powerStops: -99 },
    )
    expect([light.gel, light.aim.featherPanDeg]).toEqual([warm, 12])
    expect(studio.set.looks[0]!.lights[light.id]!.powerStops).toBe(-light.lamp.rangeStops)
    expect(() => gelNamed('Nothing')).toThrow('No gel named "Nothing".')
    const pale = paler(warm, 0.25)
    pale.transmittance.forEach((share, channel) =>
      expectWithin(1 - share, 0.75 * (1 - warm.transmittance[channel]!), 1e-12),
    )
    expect(paler(GELS[0]!, 1).transmittance).toEqual([1, 1, 1])
  })

  it('leaves out a panel or a box that would reach through a wall, and lowers one that is too high', () => {
    const studio = building()
    studio.panel('white-board', { xM: 1, yM: 3 }, 90)
    studio.panel('white-board', { xM: 20, yM: 3 })
    expect(studio.set.panels.map(({ place, turnDeg }) => [place.xM, turnDeg])).toEqual([[1, 90]])
    studio.panel('curtain', { xM: 0, yM: 5, zM: 1.5 })
    const { place, heightM } = studio.set.panels[1]!
    expectWithin(place.zM + heightM, studio.set.room.heightM - 0.05, 1e-9)
    const box = { shape: 'box', widthM: 0.4, depthM: 0.4, heightM: 0.4 } as const
    studio.prop('box', 'Box', { xM: 1, yM: 2 }, box, matt(grey(0.5)))
    studio.prop('box', 'Box', { xM: 1, yM: -50 }, box, matt(grey(0.5)))
    expect(studio.set.props.map(({ id }) => id)).toEqual(['box'])
  })

  it('wants what it is told of every look, and no other tone of the backdrop where it says so', () => {
    const studio = building()
    const targets = () => studio.set.looks[0]!.targets
    studio.want({ [KEY_SIDE]: { kind: 'stops', stops: -0.5 } })
    expect(targets()[KEY_SIDE]).toEqual({ kind: 'stops', stops: -0.5 })
    expect(Object.keys(targets()).filter(id => id.startsWith('backdrop/')).length).toBeGreaterThan(1)
    studio.wantOnly({ [BACKDROP_MIDDLE]: { kind: 'value', value: 99 } })
    expect(Object.keys(targets()).filter(id => id.startsWith('backdrop/'))).toEqual([BACKDROP_MIDDLE])
    expect(targets()[KEY_SIDE]).toEqual({ kind: 'stops', stops: -0.5 })
    studio.wantHair(0.7)
    expect(targets()[HAIR]).toEqual({ kind: 'stops', stops: 0.7 })
    // Four to one is two stops.
    studio.wantShadow(4)
    expect(targets()[SHADOW_SIDE]).toEqual({ kind: 'ratio', stops: -2 })
    studio.change(set => ({ ...set, brief: { ...set.brief, ratio: 1 } }))
    studio.wantShadow()
    expectWithin((targets()[SHADOW_SIDE] as { stops: number }).stops, -Math.log2(1.5), 1e-12)
    studio.wantArea({ kind: 'even', withinStops: 0.2 })
    expect(studio.set.looks[0]!.areas.at(-1)).toEqual({ kind: 'even', withinStops: 0.2 })
  })

  it('adds a look on the same lights, some of them off', () => {
    const studio = building()
    studio.crossed(['wide-reflector'])
    const [left, right] = studio.set.lights
    studio.look('dark', 'Dark', 30, [left!.id])
    const [first, second] = studio.set.looks
    expect(second).toMatchObject({
      id: 'dark',
      name: 'Dark',
      targets: { [KEY_SIDE]: { kind: 'stops', stops: 0 }, [BACKDROP_MIDDLE]: { kind: 'value', value: 30 } },
      exposure: first!.exposure,
    })
    expect([second!.lights[left!.id]!.on, second!.lights[right!.id]!.on]).toEqual([false, true])
    expect(first!.lights[left!.id]!.on).toBe(true)
    studio.wantHair(1)
    expect(studio.set.looks.map(({ targets }) => HAIR in targets)).toEqual([true, true])
  })
})
