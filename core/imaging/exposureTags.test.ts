import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { exposureMismatch, exposureStops, soundExposure, takenWith } from './exposureTags'

const camera = { fNumber: 8, shutterS: 1 / 125, iso: 100 }
const positive = fc.double({ min: 0.1, max: 1000, noNaN: true })

describe('stops of exposure', () => {
  it('go up by one for twice the time or the speed, and for an f-number less by the square root of two', () => {
    fc.assert(
      fc.property(positive, positive, positive, (fNumber, shutterS, iso) => {
        const now = exposureStops({ fNumber, shutterS, iso })
        expectWithin(exposureStops({ fNumber, shutterS: 2 * shutterS, iso }) - now, 1, 1e-9)
        expectWithin(exposureStops({ fNumber, shutterS, iso: 2 * iso }) - now, 1, 1e-9)
        expectWithin(exposureStops({ fNumber: fNumber / Math.SQRT2, shutterS, iso }) - now, 1, 1e-9)
      }),
    )
    expectWithin(exposureStops({ fNumber: 1, shutterS: 1, iso: 1 }), 0, 1e-12)
  })
})

describe('what a frame was taken with', () => {
  it('is what it names, and the set’s for the rest', () => {
    expect(takenWith({ fNumber: 4, shutterS: null, iso: 200 }, camera)).toEqual({ ...camera, fNumber: 4, iso: 200 })
    expect(takenWith(null, camera)).toEqual(camera)
  })

  it('differs from the set by more than rounding: an eighth of a stop', () => {
    const of = (changes: Partial<typeof camera>) => exposureMismatch({ ...camera, ...changes }, camera)
    expect(of({})).toEqual([])
    expect(of({ fNumber: 8 * 2 ** (0.1 / 2) })).toEqual([])
    expect(of({ fNumber: 8 * 2 ** (-0.15 / 2) })).toEqual(['fNumber'])
    expect(of({ shutterS: (1 / 125) * 2 ** 0.11, iso: 100 * 2 ** -0.11 })).toEqual([])
    expect(of({ shutterS: (1 / 125) * 2 ** -0.13, iso: 100 * 2 ** 0.13 })).toEqual(['shutterS', 'iso'])
    expect(exposureMismatch({ fNumber: null, shutterS: null, iso: null }, camera)).toEqual([])
    expect(exposureMismatch(null, camera)).toEqual([])
  })

  it('leaves out what no camera can be set to', () => {
    expect(soundExposure({ fNumber: 8, shutterS: 0, iso: 1e9 })).toEqual({ fNumber: 8, shutterS: null, iso: null })
    expect(soundExposure({ fNumber: -1, shutterS: null, iso: null })).toBeNull()
  })
})
