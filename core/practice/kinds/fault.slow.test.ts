import { beforeAll, describe, expect, it } from 'vitest'
import { make, score, type MadeOf } from '#support/exercises'
import { KEY_SIDE } from '../../model/placeIds'
import { figureOf, minutesAsked, shortestOf, toldBy } from './fault'

describe('find the fault', () => {
  let exercise: MadeOf<'fault'>
  beforeAll(async () => {
    exercise = await make('fault/one', 4, 6, 'fault')
  })

  it('is told by the shortest readings, and by no readings in fewer minutes', () => {
    const { readings, shortest, leastMinutes } = exercise
    expect(toldBy(exercise, shortest)).toBe(true)
    expect(minutesAsked(exercise, shortest)).toBe(leastMinutes)
    for (let some = 0; some < 1 << readings.length; some++) {
      const chosen = readings.map((_, at) => at).filter(at => some & (1 << at))
      if (minutesAsked(exercise, chosen) < leastMinutes - 1e-9) expect(toldBy(exercise, chosen)).toBe(false)
    }
  })

  it('is in the meter, the camera or the light: a frame tells which', async () => {
    // Made until each of them is suspected; what stands in its row is what would be read.
    const rows = new Map<string, { by: string; place: string; off: number }[]>()
    for (let seed = 1; rows.size < 3 && seed < 20; seed++) {
      const one = await make('fault/one', 5, seed, 'fault')
      one.suspects.forEach(([fault], suspect) => {
        if (!['meter-iso', 'camera-iso', 'receptor-turned'].includes(fault!.kind)) return
        const off = one.readings.map(({ by, pointId, lightIds }, at) => ({
          by,
          place: lightIds.length === one.set.lights.length ? pointId : 'alone',
          off: one.table[suspect]![at]! - one.planned[at]!,
        }))
        rows.set(fault!.kind, off)
      })
    }
    const offBy = (kind: string, by: string, place: string) =>
      rows.get(kind)!.find(one => one.by === by && one.place === place)!.off
    // The meter's ISO moves every reading by a stop and no frame; the camera's moves the frames alone.
    for (const place of [KEY_SIDE, 'backdrop/middle']) {
      expect(Math.abs(offBy('meter-iso', 'incident', place))).toBeCloseTo(1, 6)
      expect(offBy('meter-iso', 'frame', place)).toBe(0)
      expect(offBy('camera-iso', 'incident', place)).toBe(0)
    }
    expect(Math.abs(offBy('camera-iso', 'frame', KEY_SIDE))).toBeGreaterThan(30)
    // The dome that looks at the camera reads less of a key from the side; the card in the frame is as it was.
    expect(offBy('receptor-turned', 'incident', KEY_SIDE)).toBeLessThan(0)
    expect(offBy('receptor-turned', 'frame', KEY_SIDE)).toBe(0)
  })

  it('is shown as a meter and a frame show it', () => {
    expect(figureOf({ by: 'incident' }, 4)).toBeCloseTo(4, 9)
    expect(figureOf({ by: 'spot' }, -4)).toBeNull()
    expect(figureOf({ by: 'frame' }, 118)).toBe(118)
  })

  it('is worth less by luck, and nothing when it is wrong', async () => {
    const { right, readings, suspects } = exercise
    expect(await score(exercise, { form: 'fault', at: right, asked: [] })).toBe(0.5)
    const all = readings.map((_, at) => at)
    const thorough = await score(exercise, { form: 'fault', at: right, asked: all })
    expect(thorough).toBeGreaterThan(0)
    expect(thorough).toBeLessThan(0.8)
    expect(await score(exercise, { form: 'fault', at: (right + 1) % suspects.length, asked: all })).toBe(0)
  })

  it('has no shortest way where two suspicions look alike', () => {
    const minutes = [
      { minutes: 1, by: 'incident' },
      { minutes: 2, by: 'spot' },
    ] as const
    expect(
      shortestOf(
        [
          [0, 0],
          [0.2, 0.29],
        ],
        0,
        minutes,
      ),
    ).toBeUndefined()
    expect(
      shortestOf(
        [
          [0, 0],
          [0.3, 0],
        ],
        0,
        minutes,
      ),
    ).toEqual({ readings: [0], minutes: 1 })
    expect(
      shortestOf(
        [
          [0, 0],
          [0, 1],
          [1, 0],
        ],
        0,
        minutes,
      ),
    ).toEqual({ readings: [0, 1], minutes: 3 })
  })
})
