import { tiltFactor } from '../physics/sources/tilt'
import type { Vector } from '../physics/units/vector'
import { describe, expect, it } from 'vitest'
import { expectShare, expectWithin } from '#support/tolerance'
import { relativeIntensity, type PhotometricTable } from '../physics/sources/photometricTable'
import { rayScene } from '../physics/geometry/kernel'
import { placedEmitter } from '../physics/sources/emitter'
import { directAt, sampleEmitter } from '../physics/transport/direct'
import { measuredLight } from './measuredLight'
import { parseIes, type IesFile } from './iesFile'
import { photometricTold } from '#wording/refusals/told'

/** A file after the layout of ANSI/IES LM-63-2002, with values worked by hand. */
const file = ({
  first = 'IESNA:LM-63-2002',
  tilt = 'TILT=NONE',
  head = '1 1000 2 3 1 1 2 0.3 0.6 0',
  factors = '0.5 1 120',
  vertical = '0 45 90',
  horizontal = '0',
  rows = ['100 50 0'],
} = {}) =>
  [
    first,
    '[TEST] made by hand',
    '[LUMINAIRE] Hall lamp',
    '[MORE] of oak',
    tilt,
    head,
    factors,
    vertical,
    horizontal,
    ...rows,
  ].join('\r\n')
const read = (text: string): IesFile => {
  const outcome = photometricTold(parseIes(text))
  if (!outcome.ok) throw new Error(outcome.message)
  return outcome.value
}
const reason = (text: string): string => {
  const outcome = photometricTold(parseIes(text))
  return outcome.ok ? 'it was accepted' : outcome.message
}
const lightOf = (text: string) => {
  const outcome = photometricTold(measuredLight(read(text), 'x'))
  if (!outcome.ok) throw new Error(outcome.message)
  return outcome.value
}
const tableOf = (text: string): PhotometricTable => lightOf(text).modifier.table!
const degrees = Math.PI / 180

describe('photometric files', () => {
  it('are read with their absolute candela, every multiplier taken in', () => {
    const { candela, keywords, lumensPerLamp, type, widthM, lengthM, watts } = read(file())
    // 100 cd times the candela multiplier 2 and the ballast factor 0.5.
    expect(candela).toEqual([[100, 50, 0]])
    expect(keywords).toEqual({ TEST: 'made by hand', LUMINAIRE: 'Hall lamp of oak' })
    expect([lumensPerLamp, type, widthM, lengthM, watts]).toEqual([1000, 'C', 0.3, 0.6, 120])
    expect(read(file({ head: '1 -1 2 3 1 1 1 -1 0 0' })).lumensPerLamp).toBeNull()
    expectWithin(read(file({ head: '1 -1 2 3 1 1 1 -1 0 0' })).widthM, -0.3048, 1e-12)
  })

  it('of each edition differ in what the second factor means', () => {
    expect(read(file({ first: 'IESNA:LM-63-1995', factors: '0.5 0.8 120' })).candela[0]![0]).toBe(80)
    expect(read(file({ first: 'IES:LM-63-2019', factors: '0.5 1.10001 120' })).candela[0]![0]).toBe(100)
  })

  it.each<[string, Parameters<typeof file>[0], RegExp]>([
    ['dim', { rows: ['0.4 0.2 0'] }, /greatest intensity is 0\.4 cd, and lights here have 1 to 100,000,000 cd/],
    ['far too bright', { rows: ['1e9 1 0'] }, /1,000,000,000 cd/],
    ['wider than a hall', { head: '1 1000 2 3 1 1 2 20 0.6 0' }, /opening is 20 m wide/],
  ])('that no light can be are refused in words: %s', (_, parts, words) => {
    const outcome = photometricTold(measuredLight(read(file({ ...parts })), 'x'))
    expect(!outcome.ok && outcome.message).toMatch(words)
  })

  it('of a reading every degree all round are read, of more not', () => {
    const angles = (count: number, most: number) =>
      Array.from({ length: count }, (_, index) => (index * most) / (count - 1)).join(' ')
    const row = Array.from({ length: 181 }, () => '5').join(' ')
    const whole = (count: number) =>
      file({
        head: `1 -1 1 181 ${count} 1 2 0 0 0`,
        vertical: angles(181, 180),
        horizontal: angles(count, 360),
        rows: Array.from({ length: count }, () => row),
      })
    expect(lightOf(whole(361)).output).toEqual({ from: 'lux-at-1-m', lux: 2.5 })
    expect(reason(file({ head: '1 -1 1 1000 1000 1 2 0 0 0' }))).toMatch(
      /announces 1000000 candela values; up to 200000/,
    )
  })

  it('keep inline tilt factors', () => {
    const { tilt, candela } = read(file({ tilt: 'TILT=INCLUDE\n1\n3\n0 45 90\n1 .95 .9' }))
    expect(tilt).toEqual({ anglesDeg: [0, 45, 90], factors: [1, 0.95, 0.9] })
    expect(candela[0]).toEqual([100, 50, 0])
  })

  it('burn as bright as their tilt says, between its angles too', () => {
    const { modifier } = lightOf(file({ tilt: 'TILT=INCLUDE\n1\n3\n0 45 90\n1 .9 .6' }))
    const leaning = (degreesFromDown: number): Vector => [
      0,
      Math.sin(degreesFromDown * degrees),
      -Math.cos(degreesFromDown * degrees),
    ]
    for (const [angle, factor] of [
      [0, 1],
      [22.5, 0.95],
      [45, 0.9],
      [90, 0.6],
      [150, 0.6],
    ] as const)
      expectWithin(tiltFactor(modifier.tilt, leaning(angle)), factor, 1e-9)
    expect(tiltFactor(lightOf(file({})).modifier.tilt, leaning(90))).toBe(1)
  })

  // LM-63 (from memory): width is across the 90 to 270 plane, length along the 0 to 180 plane. A trough one metre
  // long and 0.2 wide, whose
  // light spreads in the plane across it, is long across its 0-degree plane here as there.
  it('lay the length of the opening along the 0-degree plane of the distribution', () => {
    const { modifier } = lightOf(
      file({ head: '1 -1 1 3 2 1 2 0.2 1 0', factors: '1 1 1', horizontal: '0 90', rows: ['100 20 0', '100 80 0'] }),
    )
    expect(modifier.front).toEqual({ shape: 'rectangle', widthM: 1, heightM: 0.2 })
    expectWithin(relativeIntensity(modifier.table!, Math.SQRT1_2, 0, Math.SQRT1_2), 0.2, 1e-9)
    expectWithin(relativeIntensity(modifier.table!, 0, Math.SQRT1_2, Math.SQRT1_2), 0.8, 1e-9)
  })

  // An even (Lambertian) distribution of 1000 cd ahead has pi times 1000 lumens; summed over the table by zones.
  it('give back the flux of a distribution worked by hand', () => {
    const angles = Array.from({ length: 91 }, (_, angle) => angle)
    const table = tableOf(
      file({
        head: '1 -1 1 91 1 1 2 0 0 0',
        factors: '1 1 100',
        vertical: angles.join(' '),
        rows: [angles.map(angle => (1000 * Math.cos(angle * degrees)).toFixed(6)).join('\n')],
      }),
    )
    let flux = 0
    for (let step = 0; step < 9000; step++) {
      const angle = ((step + 0.5) / 100) * degrees
      flux +=
        1000 *
        relativeIntensity(table, Math.sin(angle), 0, Math.cos(angle)) *
        2 *
        Math.PI *
        Math.sin(angle) *
        0.01 *
        degrees
    }
    expectShare(flux, 1000 * Math.PI, 1e-3)
  })

  it('light what lies behind them where that was measured', () => {
    const both = lightOf(
      file({ head: '1 -1 1 3 1 1 2 0 0 0', factors: '1 1 1', vertical: '0 90 180', rows: ['100 0 60'] }),
    ).modifier
    expect(both.housing).toBeNull()
    const light = sampleEmitter(placedEmitter('l', [1, 1, 1], both, { centre: [0, 0, 2], axis: [0, 0, -1] }), 2)
    const above = directAt(light, rayScene({ surfaces: [] }), 0, 0, 22, 0, 0, -1, 'flat') * 400
    expectShare(above, 0.6, 2e-3)
  })

  it('are folded by their symmetry around the axis', () => {
    const quarter = tableOf(
      file({ head: '1 -1 1 3 2 1 2 0 0 0', factors: '1 1 1', horizontal: '0 90', rows: ['100 80 0', '100 20 0'] }),
    )
    const at = (table: PhotometricTable, around: number) =>
      relativeIntensity(
        table,
        Math.SQRT1_2 * Math.cos(around * degrees),
        Math.SQRT1_2 * Math.sin(around * degrees),
        Math.SQRT1_2,
      )
    for (const [around, share] of [
      [0, 0.8],
      [90, 0.2],
      [45, 0.5],
      [135, 0.5],
      [180, 0.8],
      [225, 0.5],
      [270, 0.2],
    ] as const)
      expectWithin(at(quarter, around), share, 1e-9)
    const half = tableOf(
      file({
        head: '1 -1 1 3 3 1 2 0 0 0',
        factors: '1 1 1',
        horizontal: '90 180 270',
        rows: ['100 20 0', '100 80 0', '100 40 0'],
      }),
    )
    for (const [around, share] of [
      [90, 0.2],
      [180, 0.8],
      [0, 0.8],
      [270, 0.4],
      [45, 0.5],
    ] as const)
      expectWithin(at(half, around), share, 1e-9)
  })

  it('of types A and B lie around the axis ahead, and send nothing where nothing was measured', () => {
    const lines = {
      factors: '1 1 1',
      vertical: '-90 0 90',
      horizontal: '-90 0 90',
      rows: ['0 0 0', '10 100 40', '0 60 0'],
    }
    const a = tableOf(file({ ...lines, head: '1 -1 1 3 3 3 2 0 0 0' }))
    expectWithin(relativeIntensity(a, 0, 0, 1), 1, 1e-12)
    expectWithin(relativeIntensity(a, Math.SQRT1_2, 0, Math.SQRT1_2), 0.8, 1e-9)
    expectWithin(relativeIntensity(a, 0, Math.SQRT1_2, Math.SQRT1_2), 0.7, 1e-9)
    // At 45 degrees across and up: A measures the height over the level, B the turn about the level axis.
    const b = tableOf(file({ ...lines, head: '1 -1 1 3 3 2 2 0 0 0' }))
    const [x, y, z] = [0.6, 0.48, 0.64]
    expect(relativeIntensity(a, x, y, z)).not.toBeCloseTo(relativeIntensity(b, x, y, z), 3)
    const narrow = tableOf(file({ head: '1 -1 1 2 1 1 2 0 0 0', factors: '1 1 1', vertical: '0 90', rows: ['10 10'] }))
    expect(relativeIntensity(narrow, 0, 0.6, -0.8)).toBe(0)
  })

  it.each([
    ['', /no TILT= line, and its first line is ""/],
    [file({ first: 'IESNA:LM-63-2031' }), /line 1 names an edition that is not known/],
    [file({ tilt: '' }), /no TILT=/],
    [file({ tilt: 'TILT=lamp.tlt' }), /another file \("lamp\.tlt"\)/],
    [file({ head: '1 1000 2 3 1 4 2 0 0 0' }), /line 6: the photometric type is 4/],
    [file({ head: '1 0 2 3 1 1 2 0 0 0' }), /0 lumens/],
    [file({ head: '1 1000 2 3 1 1 2 1e9 0 0' }), /line 6 has 1e9 for number 1 of 3 sizes of the opening/],
    [file({ factors: '1 1 -50' }), /line 7 has -50 for the input watts/],
    [file({ factors: '1 1 1e999' }), /line 7 has 1e999 for the input watts/],
    [file({ tilt: 'TILT=INCLUDE\n1\n2\n0 90\n1 -0.5' }), /line 9 has -0\.5 for number 2 of 2 tilt factors/],
    [file({ rows: ['100 50'] }), /ends before number 3 of 3 candela/],
    [file({ rows: ['100 50 0 7'] }), /1 more numbers follow/],
    [file({ rows: ['100 50 x'] }), /line 10 has "x"/],
    [file({ rows: ['100 -50 0'] }), /line 10 has -50 for .*candela/],
    [file({ rows: ['0 0 0'] }), /all candela values are 0/],
    [file({ vertical: '0 90 45' }), /do not rise/],
    [file({ vertical: '20 45 90' }), /run from 20 to 90/],
    [file({ head: '1 1000 2 3 2 1 2 0 0 0', horizontal: '15 30', rows: ['1 1 1', '1 1 1'] }), /run from 15 to 30/],
  ])('are refused with the reason, and the line (%#)', (text, words) => expect(reason(text)).toMatch(words))
})

describe('what is met in the wild', () => {
  it('is read as it is meant: old editions, small letters, an end mark, a blank line before', () => {
    expect(read(file({ first: 'IESNA91' }))).toMatchObject({ version: '1991', notes: [] })
    expect(read(`\r\n${file({ first: 'iesna:lm-63-1995' })}\u001A\u0000rubbish 12`)).toMatchObject({
      version: '1995',
      notes: [],
    })
    expect(read(file().replace('TILT=NONE', 'tilt = none').replace('[TEST]', '[test]')).keywords.TEST).toBe(
      'made by hand',
    )
    const oldest = read(file({ first: 'A lamp of oak' }).replace(/\[/g, '').replace(/\]/g, ''))
    expect(oldest.version).toBe('1986')
    expect(oldest.notes).toEqual([{ is: 'no-edition' }])
    expect(read(file({ tilt: 'a loose line\nTILT=NONE' })).notes).toEqual([{ is: 'loose-lines', count: 1 }])
    expect(read(file({ tilt: '[LAMPPOSITION] 0,90\nTILT=NONE' })).keywords.LAMPPOSITION).toBe('0,90')
  })

  it('whose angles end early sends nothing beyond, and says so', () => {
    const short = file({ vertical: '0 45 80', rows: ['100 80 60'] })
    expect(read(short).notes).toEqual([{ is: 'angles-end', of: 'vertical', atDeg: 80 }])
    const at = (angle: number) =>
      relativeIntensity(tableOf(short), Math.sin(angle * degrees), 0, Math.cos(angle * degrees))
    expect(at(79)).toBeGreaterThan(0.6)
    expect(at(81)).toBe(0)
  })

  it('whose planes stop before they come round is closed by the first', () => {
    const planes = Array.from({ length: 12 }, (_, index) => 30 * index)
    const open = file({
      head: '1 -1 1 3 12 1 2 0 0 0',
      factors: '1 1 1',
      horizontal: planes.join(' '),
      rows: planes.map(angle => `100 ${50 + angle / 10} 0`),
    })
    expect(read(open).horizontalDeg.at(-1)).toBe(360)
    expect(read(open).candela.at(-1)).toEqual(read(open).candela[0])
    expect(read(open).notes).toEqual([{ is: 'planes-end', atDeg: 330 }])
    // Half way from the last to the first: between 83 and 50.
    const table = tableOf(open)
    const found = relativeIntensity(
      table,
      Math.SQRT1_2 * Math.cos(345 * degrees),
      Math.SQRT1_2 * Math.sin(345 * degrees),
      Math.SQRT1_2,
    )
    expectWithin(found, 0.665, 1e-9)
  })

  it('whose planes count from minus 180 is laid out from 0', () => {
    const turned = file({
      head: '1 -1 1 3 5 1 2 0 0 0',
      factors: '1 1 1',
      horizontal: '-180 -90 0 90 180',
      rows: ['100 10 0', '100 20 0', '100 30 0', '100 40 0', '100 10 0'],
    })
    const table = tableOf(turned)
    for (const [around, share] of [
      [0, 0.3],
      [90, 0.4],
      [180, 0.1],
      [270, 0.2],
      [315, 0.25],
    ] as const)
      expectWithin(
        relativeIntensity(
          table,
          Math.SQRT1_2 * Math.cos(around * degrees),
          Math.SQRT1_2 * Math.sin(around * degrees),
          Math.SQRT1_2,
        ),
        share,
        1e-9,
      )
  })

  it('that begins a little off the axis goes on to it', () => {
    const { verticalDeg, candela, notes } = read(file({ vertical: '2.5 45 90' }))
    expect(verticalDeg).toEqual([0, 2.5, 45, 90])
    expect(candela[0]).toEqual([100, 100, 50, 0])
    expect(notes).toEqual([{ is: 'axis-taken', atDeg: 2.5 }])
  })
})
