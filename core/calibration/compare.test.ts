import { describe, expect, it } from 'vitest'
import { aReading } from '#support/readings'
import { expectWithin } from '#support/tolerance'
import { NOTHING_LEARNED } from './calibration'
import { isOfLights, learnedExposure, measuredExposure, slopesOf, stopsRead, surpriseStops } from './compare'

const parts = {
  key: { powerStops: 0, directLuxS: 6, bouncedLuxS: 2 },
  fill: { powerStops: 0, directLuxS: 1, bouncedLuxS: 1 },
}

describe('a reading against the plan', () => {
  it('is no surprise where it is what the plan says, and one stop where it is twice that', () => {
    const exposure = measuredExposure(aReading())
    const half = { key: { powerStops: 0, directLuxS: exposure / 2, bouncedLuxS: exposure / 2 } }
    expectWithin(surpriseStops(aReading({ lights: half, roomLuxS: 0 }), NOTHING_LEARNED), 0, 1e-9)
    const twice = { key: { powerStops: 0, directLuxS: exposure / 4, bouncedLuxS: exposure / 4 } }
    expectWithin(surpriseStops(aReading({ lights: twice, roomLuxS: 0 }), NOTHING_LEARNED), 1, 1e-9)
  })

  it("leaves the room's own light to the room, but for a twentieth", () => {
    const exposure = measuredExposure(aReading())
    const lights = { key: { powerStops: 0, directLuxS: exposure, bouncedLuxS: 0 } }
    expectWithin(surpriseStops(aReading({ lights, roomLuxS: exposure / 2 }), NOTHING_LEARNED), -1, 1e-9)
    const least = surpriseStops(aReading({ lights, roomLuxS: 2 * exposure }), NOTHING_LEARNED)
    expectWithin(least, Math.log2(1 / 20), 1e-9)
  })

  it('is taken with what was learned: a lamp by its stops, bounced light by the room', () => {
    const learned = { ...NOTHING_LEARNED, lightStops: { key: 1 }, bounceStops: -1 }
    // By hand: 2 (6 + 2 / 2) + (1 + 1 / 2).
    expectWithin(learnedExposure(parts, learned), 15.5, 1e-9)
    // How far it moves with each, as shares: the key 14 of it, the fill 1.5, all that is bounced 2 + 0.5.
    const [key, fill, bounce] = slopesOf(parts, ['key', 'fill'], learned)
    expectWithin(key!, 14 / 15.5, 1e-9)
    expectWithin(fill!, 1.5 / 15.5, 1e-9)
    expectWithin(bounce!, 2.5 / 15.5, 1e-9)
    expect(slopesOf({}, ['key'], learned)).toEqual([0, 0])
    expect(slopesOf(parts, ['other'], learned)[0]).toBe(0)
  })

  it('tells of lights only where some gave light', () => {
    expect(isOfLights(aReading({ lights: parts }))).toBe(true)
    expect(isOfLights(aReading({ lights: { key: { powerStops: 0, directLuxS: 0, bouncedLuxS: 0 } } }))).toBe(false)
    expect(isOfLights(aReading({ lights: {} }))).toBe(false)
  })

  it('stands a stop over a camera that is a stop slower', () => {
    const reading = aReading()
    const at = (fNumber: number, iso: number) => stopsRead(reading, { fNumber, iso })
    expectWithin(at(4, 100) - at(4, 50), 1, 1e-9)
    expectWithin(at(4, 100) - at(4 * Math.SQRT2, 100), 1, 1e-9)
  })
})
