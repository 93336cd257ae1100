import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoSet } from '../../edits/demo'
import { changeSettings, fitGel, moveLight } from '../../edits/edits'
import { almanacAsked } from '../../looks/almanac'
import { inLook } from '../../looks/inLook'
import { duplicateLook } from '../../looks/lookEdits'
import { looksPlacedOtherwise, onePlacement } from '../../looks/onePlacement'
import { editInLook } from '../../looks/overrides'
import { changesBetween, minutesOfSteps } from '../../looks/between'
import { gelNamed } from '../../starting/studioBuilder'
import { validationErrors } from '../../validation/validation'
import { minutesBetweenAll, withMove, type Placement } from './placement'
import { frontOf } from './front'

/** The demo set with a second look, whose key stands elsewhere and whose left backdrop light has a gel. */
const twoPlacements = () => {
  const { set, lookId } = duplicateLook(demoSet(), 'white', { name: 'Elsewhere' })
  const elsewhere = editInLook(
    set,
    lookId,
    shown => fitGel(moveLight(shown, 'key', { xM: 0.9, yM: 4.4, zM: 2.2 }), 'backdrop-left', gelNamed('Honey')),
    true,
  )
  return { set: elsewhere, lookId }
}
const keyIn = (set: ReturnType<typeof demoSet>, lookId: string) =>
  inLook(set, lookId).lights.find(({ id }) => id === 'key')!.place

describe('one placement', () => {
  it('has lights stand alike in every look, and leaves gels and backdrops to the looks', () => {
    const { set, lookId } = twoPlacements()
    expect(looksPlacedOtherwise(set).map(({ id }) => id)).toEqual([lookId])
    expect(looksPlacedOtherwise(almanacAsked())).toEqual([])
    const [asSet, asLook] = [onePlacement(set), onePlacement(set, lookId)]
    for (const [one, place] of [
      [asSet, keyIn(set, 'white')],
      [asLook, keyIn(set, lookId)],
    ] as const) {
      expect(looksPlacedOtherwise(one)).toEqual([])
      expect(keyIn(one, 'white')).toEqual(place)
      expect(keyIn(one, lookId)).toEqual(place)
      const gelOf = (id: string) => inLook(one, id).lights.find(light => light.id === 'backdrop-left')!.gel
      expect(gelOf(lookId)).toEqual(gelNamed('Honey'))
      expect(gelOf('white')).toBeNull()
      expect(validationErrors(one)).toEqual([])
    }
  })

  it('is moved for all looks, or for one alone', () => {
    const { set, lookId } = twoPlacements()
    const shift = { kind: 'shift', ids: ['backdrop-right'], along: 'depth', byM: 0.4 } as const
    const yOf = (of: typeof set, id: string) =>
      inLook(of, id).lights.find(light => light.id === 'backdrop-right')!.place.yM
    const was = yOf(set, 'white')
    const forAll = withMove(set, { family: 'backdrop-depth', change: shift })
    expect([yOf(forAll, 'white'), yOf(forAll, lookId)]).toEqual([was + 0.4, was + 0.4])
    const forOne = withMove(set, { family: 'backdrop-depth', change: shift, lookId })
    expect([yOf(forOne, 'white'), yOf(forOne, lookId)]).toEqual([was, was + 0.4])
  })
})

describe('minutes between all looks', () => {
  it('are those of the quickest way through them', () => {
    const { set: two, lookId } = twoPlacements()
    const { set: three, lookId: third } = duplicateLook(two, 'white', { name: 'Dim' })
    const set = changeSettings(three, third, { key: { on: true, powerStops: -4 } })
    const camera = { fNumber: 8, shutterS: 1 / 125, iso: 100 }
    const at = (id: string) => ({ look: set.looks.find(look => look.id === id)!, camera })
    const between = (from: string, to: string) => minutesOfSteps(changesBetween(set, at(from), at(to)), 1)
    const ways = [
      ['white', third, lookId],
      ['white', lookId, third],
      [third, 'white', lookId],
      [third, lookId, 'white'],
      [lookId, 'white', third],
      [lookId, third, 'white'],
    ] as const
    const least = Math.min(...ways.map(([a, b, c]) => between(a, b) + between(b, c)))
    const cameras = Object.fromEntries(set.looks.map(({ id }) => [id, camera]))
    expect(minutesBetweenAll(set, cameras)).toBeCloseTo(least, 9)
    expect(least).toBeGreaterThan(0)
  })
})

describe('the front', () => {
  const point = fc.record({
    betweenMinutes: fc.integer({ min: 0, max: 20 }).map(tenths => tenths / 2),
    missStops: fc.integer({ min: 0, max: 20 }).map(tenths => tenths / 4),
    onceMinutes: fc.integer({ min: 0, max: 4 }),
    cost: fc.double({ min: 0, max: 10, noNaN: true }),
  })
  it('keeps what nothing beats in both, in order, and only that', () => {
    fc.assert(
      fc.property(fc.array(point, { minLength: 1, maxLength: 20 }), points => {
        const all = points as unknown as Placement[]
        const front = frontOf(all)
        expect(front.length).toBeGreaterThan(0)
        for (const [index, one] of front.entries())
          if (index > 0) {
            expect(one.betweenMinutes).toBeGreaterThan(front[index - 1]!.betweenMinutes)
            expect(one.missStops).toBeLessThan(front[index - 1]!.missStops)
          }
        // Everything is reached or bettered by something on it.
        for (const one of all)
          expect(front.some(best => best.betweenMinutes <= one.betweenMinutes && best.missStops <= one.missStops)).toBe(
            true,
          )
      }),
    )
  })
})
