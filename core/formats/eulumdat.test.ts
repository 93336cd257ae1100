import { describe, expect, it } from 'vitest'
import { relativeIntensity } from '../physics/sources/photometricTable'
import { measuredLight } from './measuredLight'
import { parsePhotometry } from './photometry'
import { photometricTold } from '#wording/refusals/told'

const degrees = Math.PI / 180

describe('EULUMDAT', () => {
  /** A file as its layout has it, of a trough whose light spreads across its length. */
  const ldt = ({
    symmetry = 4,
    planes = [0, 90, 180, 270],
    rows = [
      [500, 300, 0],
      [500, 100, 0],
    ],
    lamps = '1',
    lumens = '2000',
    factor = '1',
  } = {}) =>
    [
      'A made-up maker',
      '2',
      String(symmetry),
      String(planes.length),
      '90',
      '3',
      '45',
      'report',
      'Trough',
      '12',
      'trough.ldt',
      '2026',
      '1200',
      '100',
      '80',
      '1000',
      '60',
      '0',
      '0',
      '0',
      '0',
      '100',
      '80',
      factor,
      '0',
      '1',
      lamps,
      'tube',
      lumens,
      '4000 K',
      '90',
      '36',
      ...Array<string>(10).fill('0.5'),
      ...planes.map(String),
      '0',
      '45',
      '90',
      ...rows.flat().map(String),
    ].join('\r\n')
  const taken = (text: string) => {
    const outcome = photometricTold(parsePhotometry(text))
    if (!outcome.ok) throw new Error(outcome.message)
    return outcome.value
  }

  it('is read in absolute candela: a thousand lumens give what stands there', () => {
    const file = taken(ldt())
    expect(file).toMatchObject({
      name: 'Trough',
      type: 'C',
      watts: 36,
      lumensPerLamp: 2000,
      verticalDeg: [0, 45, 90],
      horizontalDeg: [0, 90],
    })
    expect(file.candela).toEqual([
      [1000, 600, 0],
      [1000, 200, 0],
    ])
    // Across the trough at 0 degrees it is narrow, along it at 90 it is a metre long.
    expect([file.lengthM, file.widthM]).toEqual([0.06, 1])
    expect(taken(ldt({ factor: '0,5' })).candela[0]).toEqual([500, 300, 0])
  })

  it('is told from LM-63 by its text: a short one is none, a long one of LM-63 is no EULUMDAT', () => {
    const [short, long] = ['just\na\nfew lines', `IESNA:LM-63-2002\n${'[OTHER] words\n'.repeat(60)}`]
    for (const text of [short, long])
      expect(parsePhotometry(text)).toMatchObject({ message: { fault: { is: 'no-tilt' } } })
    expect(parsePhotometry('line\n'.repeat(60))).toMatchObject({ message: { fault: { is: 'no-figure', line: 2 } } })
  })

  it('lays out each of its symmetries', () => {
    const at = (file: ReturnType<typeof taken>, around: number) => {
      const outcome = photometricTold(measuredLight(file, 'x'))
      if (!outcome.ok) throw new Error(outcome.message)
      return relativeIntensity(
        outcome.value.modifier.table!,
        Math.SQRT1_2 * Math.cos(around * degrees),
        Math.SQRT1_2 * Math.sin(around * degrees),
        Math.SQRT1_2,
      )
    }
    const row = (share: number) => [1000, 1000 * share, 0]
    const none = taken(ldt({ symmetry: 0, rows: [row(0.1), row(0.2), row(0.3), row(0.4)] }))
    expect([0, 90, 180, 270, 315].map(angle => Math.round(100 * at(none, angle)))).toEqual([10, 20, 30, 40, 25])
    const round = taken(ldt({ symmetry: 1, rows: [row(0.7)] }))
    expect([0, 77, 200].map(angle => Math.round(100 * at(round, angle)))).toEqual([70, 70, 70])
    const across = taken(ldt({ symmetry: 2, rows: [row(0.1), row(0.2), row(0.3)] }))
    expect([0, 90, 180, 270].map(angle => Math.round(100 * at(across, angle)))).toEqual([10, 20, 30, 20])
    // Planes 270, 0 and 90 stand there; 180 mirrors 0.
    const along = taken(ldt({ symmetry: 3, rows: [row(0.4), row(0.1), row(0.2)] }))
    expect([0, 90, 180, 270].map(angle => Math.round(100 * at(along, angle)))).toEqual([10, 20, 10, 40])
  })

  it.each([
    [
      ldt({
        rows: [
          [500, -3, 0],
          [1, 1, 1],
        ],
      }),
      /line 51 has -3 for an intensity/,
    ],
    [ldt({ rows: [[500, 300, 0]] }), /ends before an intensity/],
    [ldt({ symmetry: 7 }), /line 3 has 7 for the symmetry/],
    [ldt().replace('tube', 'tube').replace('36', 'thirty'), /line 32 has "thirty" where the input watts should be/],
  ])('is refused with its line (%#)', (text, words) => {
    const outcome = photometricTold(parsePhotometry(text))
    expect(!outcome.ok && outcome.message).toMatch(words)
  })
})
