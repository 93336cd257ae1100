import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { applyChange } from '../changes/apply'
import { demoSet } from '../edits/demo'
import { roomBounds } from '../model/bounds'
import type { Brief, StudioSet } from '../model/schema'
import { askRatio, editBrief } from './editBrief'
import { coverFixes, coverOf, feasibility, type Answer } from './feasibility'
import { evenBackdrop, targetsOf } from './looks'
import { bestLens, distanceFor, frameNeed, frameUp, lensesThatFit, roomForCamera } from './framing'

const set = demoSet()
const asking = (changes: Partial<Brief>, of: StudioSet = set) => editBrief(of, changes)
const answer = (of: StudioSet, id: Answer['id']) => feasibility(of).find(one => one.id === id)

describe('what a brief asks', () => {
  it('is changed in its parts alone, and a ratio is wanted of one look', () => {
    expect(asking({ ratio: 8 }).brief).toEqual({ ...set.brief, ratio: 8 })
    const two = { ...set, looks: [set.looks[0]!, { ...set.looks[0]!, id: 'second' }] }
    const asked = askRatio(two, 'second', 8)
    expect(asked.brief.ratio).toBe(8)
    // Eight to one is three stops.
    expect(asked.looks[1]!.targets['subject/shadow-side']).toEqual({ kind: 'ratio', stops: -3 })
    expect(asked.looks[0]).toBe(two.looks[0])
    expect(asked.looks[1]!.targets['backdrop/middle']).toEqual(set.looks[0]!.targets['backdrop/middle'])
  })

  it('can be done in time at four minutes a look, and not at less', () => {
    const at = (looksWanted: number, minutesPerSitter: number) =>
      answer(asking({ looksWanted, minutesPerSitter }), 'time')!
    expect(at(5, 20)).toMatchObject({ isOk: true, fact: { eachMinutes: 4 } })
    expect(at(5, 19)).toMatchObject({ isOk: false, fact: { looks: 5, minutes: 19 } })
  })

  it('wants the sweep past the feet where the picture shows them, and lengthens it as far as the room goes', () => {
    expect(answer(asking({ framing: 'half' }), 'floor')).toBeUndefined()
    const full = asking({ framing: 'full' })
    // The paper runs 1.6 m out, the feet are at 3.6.
    const short = answer(full, 'floor')!
    expect(short.isOk).toBe(false)
    expect(short.fact).toMatchObject({ is: 'floor' })
    if (short.fact.is === 'floor') expectWithin(short.fact.pastFeetM, -2, 1e-9)
    const mended = applyChange(full, short.fixes[0]!.change)
    expectWithin(mended.backdrop.sweepM, 4.2, 1e-9)
    expect(answer(mended, 'floor')!.isOk).toBe(true)
    const just = { ...full, backdrop: { ...full.backdrop, sweepM: 3.9 } }
    expect(answer(just, 'floor')!.isOk).toBe(true)
    expect(answer({ ...full, backdrop: { ...full.backdrop, sweepM: 3.89 } }, 'floor')!.isOk).toBe(false)
    for (const kind of ['lit-panel', 'painted-wall'] as const)
      expect(answer({ ...full, backdrop: { ...full.backdrop, kind } }, 'floor')).toBeUndefined()
    const far = { ...full, subjects: [{ ...full.subjects[0]!, place: { xM: 0, yM: 8.2 } }] }
    const { front } = roomBounds(set.room)
    expectWithin(applyChange(far, answer(far, 'floor')!.fixes[0]!.change).backdrop.sweepM, front - 0.1, 1e-9)
  })
})

describe('a frame', () => {
  it('is as high as the tallest and as wide as the group, with room at its sides', () => {
    expectWithin(frameNeed(asking({ framing: 'half' })).heightM, 0.58 * 1.72, 1e-9)
    expect(frameNeed(asking({ framing: 'half' })).widthM).toBe(0)
    const second = { ...set.subjects[0]!, id: 'second', heightM: 1.9, place: { xM: -0.8, yM: 3.6 } }
    const two = asking({ framing: 'group' }, { ...set, subjects: [set.subjects[0]!, second] })
    expectWithin(frameNeed(two).heightM, 1.2 * 1.9, 1e-9)
    expectWithin(frameNeed(two).widthM, 2 * (0.8 + 0.45), 1e-9)
    expectWithin(frameNeed(asking({ framing: 'group' })).widthM, 0.9, 1e-9)
    const seated = { ...set, subjects: [{ ...set.subjects[0]!, pose: 'sitting' as const }] }
    expectWithin(frameNeed(set).middleM - frameNeed(seated).middleM, 0.2 * 1.72, 1e-9)
  })

  it('takes the camera back by focal length over sensor, by height or by width, whichever is more', () => {
    const camera = { ...set.camera, lens: { focalLengthMm: 100 }, sensor: { widthMm: 24, heightMm: 36 } }
    expectWithin(distanceFor(asking({ framing: 'half' }), camera), (100 * 0.58 * 1.72) / 36, 1e-9)
    const wide = asking({ framing: 'group' })
    expectWithin(distanceFor(wide, { ...camera, sensor: { widthMm: 10, heightMm: 36 } }), (100 * 0.9) / 10, 1e-9)
  })

  it('fits with lenses that leave the photographer room, the longest up to a portrait’s taken', () => {
    expectWithin(roomForCamera(set), roomBounds(set.room).front - 0.4 - 3.6, 1e-9)
    const half = asking({ framing: 'half' })
    const fitting = lensesThatFit(half)
    expect(fitting.every(({ distanceM }) => distanceM <= roomForCamera(half))).toBe(true)
    expect(fitting.at(-1)!.focalLengthMm).toBe(135)
    expect(bestLens(half)).toBe(105)
    expect(bestLens(half, 60)).toBe(50)
    expect(bestLens({ ...half, room: { ...half.room, depthM: 4.9 } })).toBe(24)
  })

  it('is framed from straight before the first sitter, at the height of its kind, within the room', () => {
    const framed = frameUp(asking({ framing: 'half' }), 85)
    const { place, lens, aimHeightM } = framed.camera
    expect(lens.focalLengthMm).toBe(85)
    expect(place.xM).toBe(0)
    expectWithin(place.yM, 3.6 + (85 * 0.58 * 1.72) / 36, 1e-9)
    expectWithin(aimHeightM, 0.75 * 1.72, 1e-9)
    expectWithin(place.zM, 0.82 * 1.72, 1e-9)
    // Where it cannot go as far back as it has to, it stands at the wall.
    const long = frameUp(asking({ framing: 'full' }), 200)
    expectWithin(long.camera.place.yM, roomBounds(set.room).front - 0.4, 1e-9)
  })
})

describe('a backdrop and a ceiling', () => {
  it('is hung as wide as the frame, with a hand to spare, where the room takes it', () => {
    const narrow = { ...set, backdrop: { ...set.backdrop, widthM: 1.2 } }
    const found = coverOf(narrow)
    expect(found).toMatchObject({ isOk: false, widthM: 1.2, heightM: 2.8, aboveM: 0 })
    const [hung] = coverFixes(narrow).flatMap(({ change }) => (change.kind === 'backdrop' ? [change.backdrop] : []))
    expectWithin(hung!.widthM!, 1.2 + 2 * found.asideM + 0.1, 1e-9)
    expect(coverOf(applyChange(narrow, { kind: 'backdrop', backdrop: hung! })).isOk).toBe(true)
    const low = { ...set, backdrop: { ...set.backdrop, heightM: 1.6 } }
    const [higher] = coverFixes(low).flatMap(({ change }) => (change.kind === 'backdrop' ? [change.backdrop] : []))
    expectWithin(higher!.heightM!, 1.6 + coverOf(low).aboveM + 0.05, 1e-9)
    expect(coverFixes(set)).toEqual([])
    // Every way that is named makes it fill the frame.
    for (const { change } of coverFixes(narrow)) expect(coverOf(applyChange(narrow, change)).isOk).toBe(true)
  })

  it('lets the key up to its front and a hand under it, by the key’s own front or a usual one', () => {
    const fact = (of: StudioSet) => {
      const { fact: found } = answer(of, 'height')!
      return found.is === 'height' ? found : undefined
    }
    const [key] = set.lights
    if (key!.modifier.front.shape !== 'rectangle') throw new Error('a box is a rectangle')
    expectWithin(fact(set)!.mostM, 3.4 - 0.1 - key!.modifier.front.heightM / 2, 1e-9)
    expect(fact(set)!.modifier).toBe(key!.modifier.name)
    const none = fact({ ...set, lights: set.lights.slice(1) })!
    expect(none.modifier).toBeNull()
    expectWithin(none.mostM, 3.4 - 0.1 - 0.45, 1e-9)
    expectWithin(none.overHeadM, 3.4 - 0.935 * 1.72 - 0.11, 1e-9)
    // 0.6 m over the head are just enough for a boom.
    const room = (heightM: number): StudioSet => ({ ...set, lights: [], room: { ...set.room, heightM } })
    const crown = 0.935 * 1.72 + 0.11
    expect(answer(room(crown + 0.61), 'height')!.isOk).toBe(true)
    const lowRoom = answer(room(crown + 0.54), 'height')!
    expect(lowRoom).toMatchObject({ isOk: false, fixes: [{ purpose: { as: 'seat' } }] })
    const seated = { ...room(1.9), subjects: [{ ...set.subjects[0]!, pose: 'sitting' as const, heightM: 1.9 }] }
    expect(answer(seated, 'height')).toMatchObject({ isOk: false, fixes: [] })
  })

  it('is wanted alike at its three places, and the key only where it shall show', () => {
    expect(evenBackdrop(60)).toEqual({
      'backdrop/left': { kind: 'value', value: 60 },
      'backdrop/middle': { kind: 'value', value: 60 },
      'backdrop/right': { kind: 'value', value: 60 },
    })
    expect(targetsOf('mid-grey')).toEqual({ 'subject/key-side': { kind: 'stops', stops: 0 }, ...evenBackdrop(118) })
    expect(targetsOf('silhouette')).toEqual(evenBackdrop(250))
  })
})
