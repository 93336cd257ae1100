import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { demoSet } from '../edits/demo'
import { genericKit } from '../kit/genericKit'
import { roomBounds, vectorOf } from '../model/bounds'
import { firstHeadOf } from '../model/headHeight'
import type { Light, StudioSet } from '../model/schema'
import { modifierOfKind } from '../physics/sources/modifiers'
import { rolledReach } from '../physics/sources/frontShape'
import { direction, distance, dot, subtract } from '../physics/units/vector'
import { apparentSize, softnessDeg } from './apparentSize'
import { fitOnBackdrop, fitOnSubject, lampsOf, outputOf } from './fits'

const demo = demoSet()
const head = firstHeadOf(demo)
const item = (kind: string) => ({ id: kind, count: 1, notes: '', what: modifierOfKind(kind) })
const keyAt = (place: Light['place'], kind = 'octa'): Light => ({
  ...demo.lights[0]!,
  place,
  modifier: modifierOfKind(kind),
})
const roomOf = (widthM: number, depthM: number, heightM: number): StudioSet => ({
  ...demo,
  room: { ...demo.room, widthM, depthM, heightM },
})
const DEG = Math.PI / 180

describe('a light for the subject in another room', () => {
  const place = fc
    .record({
      round: fc.double({ min: -160, max: 160, noNaN: true }),
      up: fc.double({ min: -20, max: 70, noNaN: true }),
      away: fc.double({ min: 0.6, max: 3, noNaN: true }),
    })
    .map(({ round, up, away }) => ({
      xM: head[0] + away * Math.cos(up * DEG) * Math.sin(round * DEG),
      yM: head[1] + away * Math.cos(up * DEG) * Math.cos(round * DEG),
      zM: head[2] + away * Math.sin(up * DEG),
    }))
  const room = fc.tuple(
    fc.double({ min: 2.4, max: 8, noNaN: true }),
    fc.double({ min: 6, max: 10, noNaN: true }),
    fc.double({ min: 2.2, max: 4, noNaN: true }),
  )
  const kind = fc.constantFrom('octa', 'softbox-large', 'strip', 'reflector', 'beauty-dish')

  it('is inside it with its whole front, half a metre off the face, and looks as large where there is room', () => {
    fc.assert(
      fc.property(place, room, kind, kind, (at, size, had, gets) => {
        const was = keyAt(at, had)
        const set = roomOf(...size)
        const fit = fitOnSubject({ light: was, set: demo }, { set, aim: was.aim }, item(gets))
        if (!fit) return
        const { left, right, front, ceiling } = roomBounds(set.room)
        const { xM, yM, zM } = fit.place
        const away = distance(vectorOf(fit.place), head)
        expect(away).toBeGreaterThanOrEqual(0.5 - 1e-9)
        // Aimed at the head, the front's rim rises by what of its height is level.
        const { up } = rolledReach(fit.modifier.front, was.rollDeg)
        const rise = (up * Math.hypot(xM - head[0], yM - head[1])) / away
        expect(xM).toBeGreaterThan(left)
        expect(xM).toBeLessThan(right)
        expect(yM).toBeGreaterThanOrEqual(0.2 - 1e-9)
        expect(yM).toBeLessThanOrEqual(front - 0.1 + 1e-9)
        expect(zM + rise).toBeLessThanOrEqual(ceiling - 0.1 + 1e-9)
        expect(zM - rise).toBeGreaterThanOrEqual(0.1 - 1e-9)
        const [wished, got] = [vectorOf(at), vectorOf(fit.place)].map(one => direction(subtract(one, head)))
        expectWithin(Math.acos(Math.min(1, dot(wished!, got!))) / DEG, fit.turnedDeg, 1e-4)
        expect(fit.against === undefined).toBe(fit.turnedDeg === 0)
        if (fit.against) expect(fit.against.byM).toBeGreaterThan(0)
        expect(fit.turnedDeg).toBeLessThanOrEqual(80 + 1e-6)
      }),
      { numRuns: 300 },
    )
  })

  it('looks as large from the head as it did, whatever the modifier, from as far away as that takes', () => {
    const was = keyAt({ xM: head[0] - 0.9, yM: head[1] + 1.2, zM: head[2] + 0.3 })
    const wide = roomOf(20, 20, 6)
    const aim: Light['aim'] = {
      at: 'place',
      place: { xM: head[0], yM: head[1], zM: head[2] },
      featherPanDeg: 0,
      featherTiltDeg: 0,
    }
    const aimed = { ...was, aim }
    const sizeOf = (light: Light) => softnessDeg(apparentSize(light, demo, head))
    for (const gets of ['octa', 'softbox-large', 'beauty-dish', 'softbox-panel']) {
      const fit = fitOnSubject(
        { light: aimed, set: demo },
        { set: { ...wide, subjects: demo.subjects }, aim },
        item(gets),
      )!
      expectWithin(Math.log2(sizeOf({ ...aimed, modifier: fit.modifier, place: fit.place }) / sizeOf(aimed)), 0, 0.03)
      // Of its power it takes what the way and the two modifiers make: two stops for twice as far.
      const [far, near] = [distance(vectorOf(fit.place), head), distance(vectorOf(was.place), head)]
      expectWithin(fit.needsStops, 2 * Math.log2(far / near) + fit.modifier.lossStops - was.modifier.lossStops, 1e-9)
    }
    const same = fitOnSubject({ light: aimed, set: demo }, { set: wide, aim }, item('octa'))!
    const others = ['softbox-large', 'strip', 'reflector'].map(
      gets => fitOnSubject({ light: aimed, set: demo }, { set: wide, aim }, item(gets))!.unlike,
    )
    expectWithin(same.unlike, 0, 1e-3)
    for (const unlike of others) expect(unlike).toBeGreaterThan(same.unlike)
  })

  it('says against what it stands, and by how much', () => {
    const fit = (place: Light['place'], set: StudioSet) => {
      const was = keyAt(place, 'reflector')
      return fitOnSubject({ light: was, set: demo }, { set, aim: was.aim }, item('reflector'))
    }
    const above = fit({ xM: head[0], yM: head[1] + 0.1, zM: head[2] + 1.5 }, roomOf(6, 9, 2.2))!
    expect(above.against?.of).toBe('ceiling')
    const room = demo.subjects[0]!.place.xM
    const beside = fit({ xM: head[0] - 2, yM: head[1], zM: head[2] }, roomOf(2 * (0.5 - room), 9, 3))!
    expect(beside.against?.of).toBe('wall')
    const near = { ...demo, subjects: [{ ...demo.subjects[0]!, place: { xM: 0, yM: 0.5 } }] }
    const was = keyAt({ xM: head[0], yM: head[1] - 1.5, zM: head[2] }, 'reflector')
    expect(fitOnSubject({ light: was, set: demo }, { set: near, aim: was.aim }, item('reflector'))?.against?.of).toBe(
      'backdrop',
    )
  })
})

describe('a light for the backdrop in another room', () => {
  const was = { light: demo.lights[1]!, set: demo }
  it('stands as it stood against the backdrop, or as near as walls and ceiling let it', () => {
    const same = fitOnBackdrop(was, demo, { ...item('wide-reflector'), what: was.light.modifier })
    expect([same.place, same.unlike, same.against, same.needsStops]).toEqual([was.light.place, 0, undefined, 0])
    const moved = { ...roomOf(12, 9, 3.4), backdrop: { ...demo.backdrop, centreXM: 1.5 } }
    expectWithin(fitOnBackdrop(was, moved, item('wide-reflector')).place.xM, was.light.place.xM + 1.5, 1e-9)
    const narrow = fitOnBackdrop(was, roomOf(2.6, 9, 3.4), item('wide-reflector'))
    expect(narrow.place.xM).toBeGreaterThan(-1.3)
    expect(narrow.against?.of).toBe('wall')
    expectWithin(narrow.against!.byM, Math.abs(narrow.place.xM - was.light.place.xM), 1e-9)
    const high = { ...was, light: { ...was.light, place: { ...was.light.place, zM: 3.2 } } }
    const low = fitOnBackdrop(high, roomOf(6, 9, 2.3), item('wide-reflector'))
    expect(low.against?.of).toBe('ceiling')
    expect(low.place.zM + 0.12).toBeLessThanOrEqual(2.2 + 1e-9)
  })

  it('is unlike by its beam, and where it hides behind somebody by its size', () => {
    const unlike = (kind: string, of = was) => fitOnBackdrop(of, demo, item(kind)).unlike
    expect(unlike('reflector')).toBeGreaterThan(unlike('wide-reflector'))
    expect(unlike('reflector-grid-10')).toBeGreaterThan(unlike('reflector-grid-40'))
    const subject = demo.subjects[0]!.place
    const hidden = { ...was, light: { ...was.light, place: { xM: subject.xM, yM: subject.yM - 0.6, zM: 1.2 } } }
    const sizeCost = (of: typeof was) => unlike('softbox-large', of) - unlike('softbox-medium', of)
    expect(sizeCost(hidden)).toBeGreaterThan(5 * sizeCost(was))
  })
})

describe('lamps of a kit', () => {
  const kit = genericKit()
  const [strong, weak] = ['flash-head-1000', 'flash-head-200'].map(id => kit.lamps.find(one => one.id === id))
  it('are as many as there are, the strongest first, of one kind where it is enough', () => {
    const flash = lampsOf(kit, 2, 'flash')
    expect(flash.every(({ lamp }) => lamp.kind === 'flash')).toBe(true)
    expect(flash).toHaveLength(
      kit.lamps.filter(({ what }) => what.kind === 'flash').reduce((sum, { count }) => sum + count, 0),
    )
    const outputs = flash.map(({ lamp }) => outputOf({ lamp }, 0, 1))
    expect(outputs).toEqual(outputs.toSorted((a, b) => b - a))
    expect([strong, weak].every(one => one === undefined || flash.some(({ id }) => id === one.id))).toBe(true)
    const few = { ...kit, lamps: kit.lamps.filter(({ what }) => what.kind !== 'flash') }
    expect(lampsOf(few, 2, 'flash').every(({ lamp }) => lamp.kind === 'continuous')).toBe(true)
  })

  it('give for one exposure what the shutter lets in, but for flash', () => {
    const [flash] = lampsOf(kit, 1, 'flash')
    expectWithin(outputOf(flash!, -1, 1 / 60) / outputOf(flash!, 0, 1 / 125), 0.5, 1e-12)
    const lasting = { lamp: { ...flash!.lamp, kind: 'continuous' as const } }
    expectWithin(outputOf(lasting as never, 0, 1 / 60) / outputOf(lasting as never, 0, 1 / 120), 2, 1e-9)
  })
})
