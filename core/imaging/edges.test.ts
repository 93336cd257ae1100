import { describe, expect, it } from 'vitest'
import { exposureMismatch, takenWith } from './exposureTags'
import type { ExposureTags } from './exposureTags'
import { sized, type PictureFile } from './files/pictureFile'
import { doubtOf } from './regions/confidence'
import { piecesOf } from './regions/maps'
import { pictureTold } from '#wording/refusals/told'

const camera = { fNumber: 8, shutterS: 1 / 125, iso: 100 }
const tags = (change: Partial<ExposureTags>): ExposureTags =>
  ({ fNumber: null, shutterS: null, iso: null, ...change }) as ExposureTags

describe('the exposure in a file against the set’s', () => {
  it('differs by the sixth of a stop that no rounded name explains, each by its own law', () => {
    // Two stops double an f-number once; one stop doubles time and ISO.
    const off = (stops: number) => [
      exposureMismatch(tags({ fNumber: 8 * 2 ** (stops / 2) }), camera),
      exposureMismatch(tags({ shutterS: 2 ** stops / 125 }), camera),
      exposureMismatch(tags({ iso: 100 * 2 ** stops }), camera),
    ]
    for (const stops of [1 / 3, -1 / 3, 2]) expect(off(stops)).toEqual([['fNumber'], ['shutterS'], ['iso']])
    for (const stops of [0.04, -0.04, 0]) expect(off(stops)).toEqual([[], [], []])
    expect(exposureMismatch(tags({ fNumber: 16, shutterS: 1, iso: 800 }), camera)).toEqual([
      'fNumber',
      'shutterS',
      'iso',
    ])
    expect([exposureMismatch(null, camera), exposureMismatch(tags({}), camera)]).toEqual([[], []])
  })

  it('is the file’s where it says one, and the set’s for the rest', () => {
    expect(takenWith(tags({ iso: 400 }), camera)).toEqual({ ...camera, iso: 400 })
    expect(takenWith(tags({ fNumber: 4, shutterS: 1 }), camera)).toEqual({ fNumber: 4, shutterS: 1, iso: 100 })
    expect(takenWith(null, camera)).toEqual(camera)
  })
})

describe('a picture’s size', () => {
  const of = (width: number, height: number) => pictureTold(sized({ width, height } as PictureFile))
  it('is from 16 to 16 pixels up to what can be held', () => {
    expect([of(16, 16).ok, of(15, 16).ok, of(16, 15).ok]).toEqual([true, false, false])
    expect(of(15, 4000)).toMatchObject({ message: expect.stringMatching(/only 15 × 4000 pixels/) })
    const most = 12_000
    expect(of(most, most).ok || /megapixels/.test((of(most, most) as { message: string }).message)).toBe(true)
    expect(of(40_000, 40_000)).toMatchObject({
      ok: false,
      message: expect.stringMatching(/1600 megapixels; up to \d+ are/),
    })
  })
})

describe('what speaks against a picture', () => {
  const sure = { isSure: false, borders: 1, rough: 0, spanStops: 0, closed: 0 }
  it('is said one thing at a time, what is worst first', () => {
    expect(doubtOf({ ...sure, isSure: true, closed: 9 })).toBeUndefined()
    expect(doubtOf({ ...sure, closed: 9, borders: 0, rough: 99 })).toBe('crossed')
    expect(doubtOf({ ...sure, borders: 0, rough: 99 })).toBe('few-borders')
    expect(doubtOf({ ...sure, rough: 99 })).toBe('rough')
    expect(doubtOf({ ...sure, spanStops: 9 })).toBe('wide-span')
  })
})

describe('pieces of a mask', () => {
  it('hang together by their sides and by no corner, and not round the edge', () => {
    const rows = ['##..#', '#..##', '....#', '#....']
    const mask = Uint8Array.from(rows.join(''), sign => (sign === '#' ? 1 : 0))
    const { of, sizes } = piecesOf({ width: 5, height: 4 }, mask)
    expect(sizes.toSorted()).toEqual([1, 3, 4])
    const at = (x: number, y: number) => of[y * 5 + x]
    expect([at(0, 0), at(1, 0), at(0, 1)]).toEqual([0, 0, 0])
    expect(new Set([at(4, 0), at(3, 1), at(4, 1), at(4, 2)]).size).toBe(1)
    expect([at(2, 0), at(0, 2)]).toEqual([-1, -1])
    expect(at(0, 3)).not.toBe(at(4, 2))
    // A last pixel alone is a piece.
    expect(piecesOf({ width: 2, height: 2 }, Uint8Array.from([0, 0, 0, 1])).sizes).toEqual([1])
  })
})
