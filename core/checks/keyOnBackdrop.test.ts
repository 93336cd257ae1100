import { beforeAll, describe, expect, it } from 'vitest'
import { checkedSet } from '#support/checkedSet'
import { demoSet } from '../edits/demo'
import type { Readout } from '../evaluation/readout'
import { headHeightM } from '../model/headHeight'
import type { CheckContext } from './finding'
import { keyOnBackdrop } from './keyOnBackdrop'

let real: CheckContext
beforeAll(async () => {
  real = (await checkedSet(demoSet())).context
})

describe('a key on the backdrop', () => {
  const made = ({ missed = 0.4, share = 0.5, subjectMiss = 3 } = {}): CheckContext => {
    const readouts = real.readouts.map((readout): Readout => {
      const miss = { 'backdrop/left': 0.5, 'backdrop/middle': 0.3 }[readout.point.id]
      const { missStops: _, ...rest } = readout
      if (miss !== undefined)
        return {
          ...rest,
          missStops: miss,
          parts: [
            { lightId: 'key', directLuxS: 10 * share, bouncedLuxS: 0 },
            { lightId: 'backdrop-left', directLuxS: 2, bouncedLuxS: 10 * (1 - share) - 2 },
          ],
        }
      return readout.point.surface === 'backdrop' ? rest : { ...rest, missStops: subjectMiss }
    })
    const point = readouts.find(({ point: { id } }) => id === 'backdrop/left')!.point
    return {
      ...real,
      readouts,
      answer: { ...real.answer, misses: [{ of: { kind: 'point', point }, isHard: true, stops: missed }] },
    }
  }

  it('is said of the backdrop place that is furthest over, whatever the subject is', () => {
    const [found] = keyOnBackdrop(made())
    expect(found!.fact).toMatchObject({
      is: 'key-on-backdrop',
      light: 'A',
      isKey: true,
      share: 0.5,
      tooBrightStops: 0.4,
    })
    expect(found!.concerns).toEqual(['key', 'backdrop/left'])
    expect(keyOnBackdrop(made({ share: 0.19 }))).toEqual([])
    expect(keyOnBackdrop(made({ share: 0.21 }))).toHaveLength(1)
    // Where powers alone mend it, the verdict says so.
    expect(keyOnBackdrop(made({ missed: 0.09 }))).toEqual([])
  })

  it('comes so near that falling off takes that much from the backdrop, and not 5 cm nearer', () => {
    const [found] = keyOnBackdrop(made())
    const nearer = found!.fixes.find(({ purpose }) => purpose?.as === 'bring-nearer')!.change
    if (nearer.kind !== 'distance-to') throw new Error(nearer.kind)
    const key = real.set.lights.find(({ id }) => id === 'key')!
    const [{ xM, yM }, head] = [real.set.subjects[0]!.place, headHeightM(real.set.subjects[0]!)]
    const from = Math.hypot(key.place.xM - xM, key.place.yM - yM, key.place.zM - head)
    /** Stops that the backdrop falls against the subject, by the inverse square of both ways. */
    const falls = (to: number) => 2 * Math.log2(from / to) - 2 * Math.log2(key.place.yM / (key.place.yM - (from - to)))
    expect(falls(nearer.lengthM)).toBeGreaterThan(0.4)
    expect(falls(nearer.lengthM + 0.05)).toBeLessThan(0.4)
  })
})

describe('everything further forward of a key on the backdrop', () => {
  it('takes off what is too much, by the key’s own way to the backdrop', () => {
    const key = real.set.lights.find(({ id }) => id === 'key')!
    const set = { ...real.set, room: { ...real.set.room, depthM: 20 } }
    for (const missed of [0.3, 0.6, 1]) {
      const point = real.at('backdrop/left').point
      const readouts = real.readouts.map(readout =>
        readout.point.id === point.id
          ? { ...readout, missStops: missed, parts: [{ lightId: 'key', directLuxS: 10, bouncedLuxS: 0 }] }
          : { ...readout, missStops: undefined },
      )
      const misses = [{ of: { kind: 'point' as const, point }, isHard: true, stops: missed }]
      const [found] = keyOnBackdrop({ ...real, set, readouts, answer: { ...real.answer, misses } } as CheckContext)
      const forward = found!.fixes.map(({ change }) => change).find(({ kind }) => kind === 'group-depth')
      if (forward?.kind !== 'group-depth') throw new Error('No way forward')
      /** Stops of a point source on the upright backdrop: inverse square and cosine. */
      const stopsAt = (yM: number) => {
        const way = [key.place.xM - point.position[0], yM - point.position[1], key.place.zM - point.position[2]]
        const length = Math.hypot(...way)
        return Math.log2(way[1]! / length / length ** 2)
      }
      const falls = (byM: number) => stopsAt(key.place.yM) - stopsAt(key.place.yM + byM)
      expect(falls(forward.byM)).toBeGreaterThanOrEqual(missed)
      if (forward.byM > 0.55) expect(falls(forward.byM - 0.11)).toBeLessThan(missed)
    }
  })
})
