import { converter } from 'culori'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { iccOf, PUBLISHED_COLUMNS } from '#support/iccFile'
import { expectWithin } from '#support/tolerance'
import { profileOf } from './colourProfile'
import { iccCurve } from './iccCurve'
import { KNOWN_SPACES } from './knownSpaces'
import { labOf } from '../../physics/units/lab'
import { primariesMatrix } from './primaries'

const toLab = converter('lab65')
const share = fc.double({ min: 0, max: 1, noNaN: true })

describe('CIELAB', () => {
  it('agrees with an independent colour library all over sRGB', () => {
    const encode = (linear: number) => (linear <= 0.0031308 ? 12.92 * linear : 1.055 * linear ** (1 / 2.4) - 0.055)
    fc.assert(
      fc.property(share, share, share, (red, green, blue) => {
        const theirs = toLab({ mode: 'rgb', r: encode(red), g: encode(green), b: encode(blue) })
        const mine = labOf(red, green, blue)
        // The library's matrix has more digits than the standard's, and its white is taken from them.
        ;[theirs.l, theirs.a, theirs.b].forEach((part, index) => expectWithin(mine[index]!, part, 0.05))
      }),
    )
  })

  it('has grey without colour, white at 100 and mid grey of 18 % at 49.5 (CIE 15)', () => {
    fc.assert(fc.property(share, level => expectWithin(Math.hypot(...labOf(level, level, level).slice(1)), 0, 1e-9)))
    expectWithin(labOf(1, 1, 1)[0], 100, 1e-9)
    expectWithin(labOf(0.18, 0.18, 0.18)[0], 49.5, 0.05)
  })
})

describe('primaries', () => {
  it.each(KNOWN_SPACES.map(({ name, primaries }) => [name, primaries] as const))(
    'of %s give the published colorants under the profile\u2019s white',
    (name, primaries) => {
      const found = primariesMatrix(primaries)
      PUBLISHED_COLUMNS[name]!.forEach((column, index) =>
        column.forEach((part, row) => expectWithin(found.get(row, index), part, 6e-4)),
      )
    },
  )
})

/** A curve's tag as it stands in a profile. */
const tagOf = (type: string, write: (view: DataView) => void, length = 60): Uint8Array => {
  const bytes = new Uint8Array(length)
  bytes.set(new TextEncoder().encode(type))
  write(new DataView(bytes.buffer))
  return bytes
}
const parametric = (kind: number, numbers: readonly number[]) =>
  iccCurve(
    tagOf('para', view => {
      view.setUint16(8, kind)
      numbers.forEach((number, index) => view.setInt32(12 + 4 * index, Math.round(number * 65536)))
    }),
    0,
  )!

describe('curves of a profile', () => {
  it('follow their definitions (ISO 15076-1, table 68)', () => {
    const srgb = parametric(3, [2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045])
    for (const [value, linear] of [
      [0, 0],
      [10 / 255, 0.003035],
      [118 / 255, 0.181164],
      [1, 1],
    ] as const)
      expectWithin(srgb(value), linear, 2e-5)
    expectWithin(parametric(0, [2])(0.5), 0.25, 1e-6)
    expectWithin(parametric(1, [2, 0.5, 0.25])(0.5), 0.25, 1e-6)
    expectWithin(parametric(1, [2, 0.5, -0.4])(0.5), 0, 1e-9)
    expectWithin(parametric(2, [2, 1, 0, 0.1])(0.5), 0.35, 1e-4)
    expectWithin(parametric(4, [2, 1, 0, 0.5, 0.2, 0.1, 0.05])(0.1), 0.1, 1e-4)
  })

  it('may be a gamma, a table, or none at all; others are not read', () => {
    const curve = (count: number, numbers: readonly number[]) =>
      iccCurve(
        tagOf('curv', view => {
          view.setUint32(8, count)
          numbers.forEach((number, index) => view.setUint16(12 + 2 * index, number))
        }),
        0,
      )!
    expectWithin(curve(0, [])(0.3), 0.3, 1e-12)
    expectWithin(curve(1, [Math.round(1.8 * 256)])(0.5), 0.5 ** (461 / 256), 1e-9)
    const table = curve(3, [0, 16384, 65535])
    expectWithin(table(0.25), 16384 / 65535 / 2, 1e-9)
    expectWithin(table(1), 1, 1e-9)
    expect(
      iccCurve(
        tagOf('mft2', () => {}),
        0,
      ),
    ).toBeUndefined()
    expect(parametric(9, [1])).toBeUndefined()
  })
})

describe('a profile', () => {
  it('keeps white white and grey grey, whatever the space', () => {
    for (const { name } of KNOWN_SPACES) {
      const { matrix } = profileOf(iccOf(name))
      if (!matrix) continue
      for (let row = 0; row < 3; row++)
        expectWithin(matrix[row * 3]! + matrix[row * 3 + 1]! + matrix[row * 3 + 2]!, 1, 2e-3)
    }
  })
})

describe('a profile of greys', () => {
  /** A grey profile (ISO 15076-1, 8.3.4) with a straight curve, over one of the two connection spaces. */
  const greyProfile = (space: 'XYZ ' | 'Lab '): Uint8Array => {
    const view = new DataView(new ArrayBuffer(128 + 4 + 12 + 12))
    const text = (at: number, letters: string) =>
      [...letters].forEach((letter, index) => view.setUint8(at + index, letter.charCodeAt(0)))
    text(16, 'GRAY')
    text(20, space)
    view.setUint32(128, 1)
    text(132, 'kTRC')
    view.setUint32(136, 144)
    view.setUint32(140, 12)
    text(144, 'curv')
    return new Uint8Array(view.buffer)
  }

  it('gives light over XYZ, and lightness over CIELAB: half is L* 50, which is 18.4 % of white', () => {
    expect(profileOf(greyProfile('XYZ ')).curves[0](0.5)).toBe(0.5)
    const { curves, name } = profileOf(greyProfile('Lab '))
    expect(name).toBe('grey')
    // CIE 15: Y / Yn = ((50 + 16) / 116)^3.
    expectWithin(curves[0](0.5), 0.1841865, 1e-7)
    expect([curves[1](0), curves[2](1)]).toEqual([0, 1])
  })
})
