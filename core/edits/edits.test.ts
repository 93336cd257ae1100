import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { axisOf } from '../model/aim'
import { demoSet } from './demo'
import { changeSettings, moveLight, moveSubject } from './edits'
import { validationErrors } from '../validation/validation'
import { lightDistance, placeAtDistance, subjectDistance } from './distances'

const far = fc.double({ min: -50, max: 50, noNaN: true })

describe('moving things', () => {
  it('never leaves the room, whatever is asked, and never changes the set it began with', () => {
    const set = demoSet()
    fc.assert(
      fc.property(far, far, far, (xM, yM, zM) => {
        expect(validationErrors(moveLight(set, 'key', { xM, yM, zM }))).toEqual([])
        expect(validationErrors(moveSubject(set, 'sitter', xM, yM))).toEqual([])
      }),
    )
    changeSettings(set, 'white', { key: { on: false, powerStops: 0 } })
    expect(set).toEqual(demoSet())
  })

  it('keeps a light aimed at the subject that moves', () => {
    const set = moveSubject(demoSet(), 'sitter', 1, 3)
    const axis = axisOf(set.lights[0]!, set)
    const { place } = set.lights[0]!
    expectWithin(Math.atan2(axis[1], axis[0]), Math.atan2(3 - place.yM, 1 - place.xM), 1e-9)
  })

  it("puts a light at the tape's distance that was typed, at its own height", () => {
    const set = demoSet()
    fc.assert(
      fc.property(fc.double({ min: 0.5, max: 2.2, noNaN: true }), wanted => {
        const place = placeAtDistance(set.lights[0]!, set, wanted)!
        expect(place.zM).toBe(set.lights[0]!.place.zM)
        const moved = moveLight(set, 'key', place)
        expectWithin(lightDistance(moved.lights[0]!, moved).lengthM, wanted, 1e-9)
      }),
    )
    expect(placeAtDistance(set.lights[0]!, set, 0.2)).toBeUndefined()
    expectWithin(subjectDistance(set.subjects[0]!).lengthM, 3.6, 1e-9)
  })
})
