import { describe, expect, it } from 'vitest'
import { solvedSet } from '#support/solvedSet'
import { expectWithin } from '#support/tolerance'
import { demoSet } from '../edits/demo'
import { withoutLampBodies } from '../evaluation/lightingSolver'
import { NOTHING_LEARNED } from '../calibration/calibration'
import { BACKDROP_MIDDLE, KEY_SIDE } from '../model/placeIds'
import { lightDistance } from '../edits/distances'
import { applyChange } from '../changes/apply'
import { axesOf } from './axes'
import { exploreTones } from './explore'
import { MAP_STEPS, SLIP_M } from './thresholds'
import { sensitivity } from './sensitivity'

const set = demoSet()
const look = set.looks[0]!
const camera = { fNumber: 10, shutterS: 1 / 125, iso: 100 }
const situation = { set, look, camera, learned: NOTHING_LEARNED }

describe('slips', () => {
  it('of the key come to what the inverse square makes of them, and a lamp far off matters little', async () => {
    const slips = (await sensitivity(situation))!
    const key = set.lights.find(({ id }) => id === 'key')!
    const { from, to, lengthM } = lightDistance(key, set)
    // The fall of the key's own light along the room, of a point source: 2 log2(distance), times its share of the
    // reading.
    const { at } = await solvedSet(withoutLampBodies(set))
    const parts = at(KEY_SIDE).parts
    const share =
      parts.filter(({ lightId }) => lightId === 'key').reduce((sum, part) => sum + part.directLuxS, 0) /
      parts.reduce((sum, part) => sum + part.directLuxS + part.bouncedLuxS, 0)
    const expected = (((-2 / Math.LN2) * SLIP_M * (from[1] - to[1])) / lengthM ** 2) * share
    const slip = slips.find(({ id, way }) => id === 'key' && way === 'depth')!
    // A soft source at 1.8 m is no point, and the receptor turns with it.
    expectWithin(slip.subject, expected, 0.02)
    const worst = slips.map(({ subject, backdrop, evenness }) =>
      Math.max(Math.abs(subject), Math.abs(backdrop), Math.abs(evenness)),
    )
    expect(worst).toEqual([...worst].sort((a, b) => b - a))
    expect(Math.abs(slips.find(({ id, way }) => id === 'backdrop-left' && way === 'height')!.subject)).toBeLessThan(
      0.02,
    )
  })
})

describe('a map of the backdrop over two placements', () => {
  it('holds what the set would read there, and going there brings it', async () => {
    const axes = axesOf(set, look.id)
    const [x, y] = [
      axes.find(({ id }) => id === 'key-distance')!,
      axes.find(({ id }) => id === 'backdrop-lights-depth')!,
    ]
    const map = (await exploreTones(situation, [x.id, y.id]))!
    for (const [column, row] of [
      [1, 2],
      [4, 1],
      [MAP_STEPS - 1, 4],
    ] as const) {
      const there = applyChange(applyChange(set, x.to(map.xs[column]!)), y.to(map.ys[row]!))
      expectWithin(
        lightDistance(
          there.lights.find(({ id }) => id === 'key')!,
          there,
        ).lengthM,
        map.xs[column]!,
        1e-6,
      )
      expectWithin(there.lights.find(({ id }) => id === 'backdrop-left')!.place.yM, map.ys[row]!, 1e-6)
      const { at } = await solvedSet(withoutLampBodies(there))
      // The map is made of a quarter of the rays.
      expectWithin(map.stops[row * MAP_STEPS + column]!, at(BACKDROP_MIDDLE).stops - at(KEY_SIDE).stops, 0.08)
    }
    await expect(exploreTones(situation, ['key-distance', 'key-distance'])).rejects.toThrow(
      expect.objectContaining({ name: 'map-needs-two' }),
    )
  })
})
