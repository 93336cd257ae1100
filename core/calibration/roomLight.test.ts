import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { demoSet } from '../edits/demo'
import type { Reading } from '../model/schema'
import { readRoom, roomColour, roomLightAt, roomLux, roomLuxAt, roomReadings } from './roomLight'

const camera = { fNumber: 8, shutterS: 1 / 60, iso: 100 }
const reading = (change: Partial<Reading>): Reading =>
  ({
    pointId: 'p',
    position: [0, 1, 1],
    receptor: 'flat',
    fNumber: 2,
    camera,
    shown: 'f-number',
    lights: {},
    trust: 'auto',
    constant: null,
    ...change,
  }) as unknown as Reading
const set = demoSet()
const withRoom = { ...set, room: { ...set.room, ambient: { lux: 90, cctK: 4000 } } } as typeof set

describe('the room’s own light', () => {
  it('is E = C N^2 / (S t) of a flat receptor, and what a dome reads over the root of two', () => {
    // ISO 2720 with C = 250: f/2 at 1/60 s and ISO 100 is 600 lux; a dome's C is 340.
    expectWithin(roomLux(reading({})), 600, 1e-6)
    expectWithin(roomLux(reading({ receptor: 'dome' })), (340 * 4 * 60) / 100 / Math.SQRT2, 1e-6)
    expectWithin(roomLux(reading({ camera: { ...camera, iso: 400, shutterS: 1 / 15 } })), 600 / 16, 1e-6)
    expect(roomLux(reading({ shown: 'nothing' }))).toBe(0)
  })

  it('comes from readings with every light off that count, the newest of each place', () => {
    const [old, new_, lit, out, other] = [
      reading({ id: 'old' }),
      reading({ id: 'new', fNumber: 4 }),
      reading({ id: 'lit', lights: { key: { powerStops: -1, directLuxS: 1, bouncedLuxS: 0 } } }),
      reading({ id: 'out', trust: 'out' }),
      reading({ id: 'other', pointId: 'q' }),
    ]
    expect(roomReadings([old, new_, lit, out, other]).map(({ id }) => id)).toEqual(['new', 'other'])
    expect(readRoom([lit, out])).toBeUndefined()
    expectWithin(readRoom([new_])![0]!.lux, 2400, 1e-6)
  })

  it('lies between what was read, is what was read where it was, and is the plan’s where nothing was', () => {
    const at = [0, 1, 1] as const
    expect([roomLuxAt(set, undefined, at), roomLuxAt(withRoom, undefined, at)]).toEqual([0, 90])
    const read = [
      { position: [0, 0, 1] as const, lux: 100 },
      { position: [0, 4, 1] as const, lux: 400 },
    ]
    // A metre from one and three from the other: nine parts to one.
    expectWithin(roomLuxAt(withRoom, read, at), (9 * 100 + 400) / 10, 1e-9)
    expectWithin(roomLuxAt(withRoom, read, [0, 2, 1]), 250, 1e-9)
    expectWithin(roomLuxAt(withRoom, read, [0, 0, 1]), 100, 0.1)
    fc.assert(
      fc.property(fc.float({ min: -3, max: 6, noNaN: true }), y => {
        const lux = roomLuxAt(set, read, [0.5, y, 1])
        expect(lux).toBeGreaterThanOrEqual(100)
        expect(lux).toBeLessThanOrEqual(400)
      }),
    )
  })

  it('counts for as long as the shutter is open, on a dome by the root of two more, in its own colour', () => {
    const where = { position: [0, 1, 1] as const, receptor: 'flat' as const }
    const [r, g, b] = roomLightAt(withRoom, undefined, where, 1 / 30)
    const white = roomColour(withRoom)
    expectWithin(g, 3 * white[1], 1e-9)
    expect(r).toBeGreaterThan(b)
    expectWithin(roomLightAt(withRoom, undefined, { ...where, receptor: 'dome' }, 1 / 30)[1], g * Math.SQRT2, 1e-9)
    expect(roomLightAt(set, undefined, where, 1)).toEqual([0, 0, 0])
    expect(roomColour(set)).toEqual([1, 1, 1])
  })
})
