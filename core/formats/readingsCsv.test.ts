import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { aReading } from '#support/readings'
import { demoSet } from '../edits/demo'
import type { Reading } from '../model/schema'
import { parseReadingsCsv, writeReadingsCsv } from './readingsCsv'

const set = demoSet()
const number = (min: number, max: number) => fc.double({ min, max, noNaN: true }).map(value => value || 0)
const anyText = fc.oneof(
  fc.string({ maxLength: 60 }),
  fc.constantFrom('a,b', '"quoted"', 'two\nlines', ' spaces ', '=1+1', 'é ½ +⅓', ';\t'),
)
const part = fc.record({ powerStops: number(-7, 0), directLuxS: number(0, 1e6), bouncedLuxS: number(0, 1e-9) })
const parts = fc.dictionary(fc.constantFrom('key', 'backdrop-left', 'backdrop-right'), part, { noNullPrototype: true })
const anyReading: fc.Arbitrary<Reading> = fc
  .record({
    id: fc.integer({ min: 0, max: 99999 }).map(value => `reading-${value}`),
    fNumber: number(0.1, 2000),
    lights: parts,
    others: parts,
    note: anyText,
    shown: anyText,
    direction: anyText,
    receptor: fc.constantFrom('flat', 'dome', 'retracted'),
    looks: fc.constantFrom('light', 'camera', 'between', 'surface', null),
    meterName: fc.string({ maxLength: 60 }),
    constant: fc.option(fc.double({ min: 60, max: 1900, noNaN: true })),
    roomLuxS: fc.double({ min: 0, max: 1e5, noNaN: true }),
    meter: fc.constantFrom('incident', 'spot'),
    source: fc.constantFrom('hand', 'bench', 'file'),
    trust: fc.constantFrom('auto', 'sure', 'out'),
    position: fc.option(fc.tuple(number(-5, 5), number(0, 8), number(0, 3)), { nil: null }),
    camera: fc.record({ fNumber: number(1, 64), shutterS: number(0.001, 1), iso: number(25, 6400) }),
  })
  .map(changes => aReading(changes))

const taken = (text: string) => {
  const outcome = parseReadingsCsv(text, set)
  if (!outcome.ok) throw new Error(outcome.message)
  return outcome.value
}

describe('readings as a table', () => {
  it('come back without loss, whatever they hold', () => {
    fc.assert(
      fc.property(fc.array(anyReading, { maxLength: 6 }), readings => {
        expect(taken(writeReadingsCsv(readings))).toEqual({ readings, problems: [] })
      }),
      { numRuns: 120 },
    )
  })

  it.each(['=1+1', '@SUM(A1)', '+1+1', '-2+3', "'=x", '\tx'])(
    'let no words out that a table calculator would reckon with, and bring them back: %s',
    note => {
      const text = writeReadingsCsv([aReading({ note })])
      expect(text.trim().split('\r\n').at(-1)!.split(',').at(-1)!.replaceAll('"', '')).toBe(`'${note}`)
      expect(taken(text).readings[0]!.note).toBe(note)
    },
  )

  it('leave numbers alone, whatever their sign, and are refused where there are far too many lines', () => {
    expect(writeReadingsCsv([aReading({ position: [-1.5, 0.03, 1.6] })])).toContain(',-1.5,0.03,1.6,')
    const [names, line] = writeReadingsCsv([aReading()]).trim().split('\r\n')
    expect(parseReadingsCsv([names, ...Array.from({ length: 60_000 }, () => line)].join('\n'), set)).toMatchObject({
      ok: false,
      message: expect.stringMatching(/more than 10000 lines.*at most 5000 readings/),
    })
  })

  it('are one line each under a line of names, and quoted as RFC 4180 has it', () => {
    const text = writeReadingsCsv([
      aReading({ note: 'left, "high"', lights: { key: { powerStops: -1.6, directLuxS: 512.25, bouncedLuxS: 88.5 } } }),
    ])
    const [names, line, end] = text.split('\r\n')
    expect(names).toBe(
      'id,time,look,point,xM,yM,zM,receptor,direction,meter,fNumber,shown,lights,off,camera f,shutter s,iso,source,trust,looks,meter name,constant,room lx s,note',
    )
    expect(line).toContain('key@-1.6:512.25+88.5')
    expect(line).toMatch(/"left, ""high"""$/)
    expect(end).toBe('')
  })

  it('may be shuffled, have columns more, and a byte order mark', () => {
    const text = writeReadingsCsv([aReading()])
    const [names, line] = text
      .trim()
      .split('\r\n')
      .map(row => row.split(','))
    const turned = [names!, line!].map(row => [...row.toReversed(), 'extra'].join(',')).join('\n')
    expect(taken(`\uFEFF${turned}`).readings).toEqual([aReading()])
  })

  const broken = (from: string, to: string) =>
    taken(
      `${writeReadingsCsv([aReading(), aReading({ id: 'reading-2', note: 'broken', fNumber: 5.6 })]).replace(from, to)}`,
    )
  it.each([
    ['a figure that is none', '5.6', 'many', /Line 3: fNumber/],
    ['a light that is not there', ',5.6,,', ',5.6,,ghost@0:1+1', /Line 3: the set has no light "ghost"/],
    [
      'a look that is not there',
      'reading-2,2026-01-01T00:00:00.000Z,white',
      'reading-2,2026-01-01T00:00:00.000Z,dusk',
      /Line 3: the set has no look "dusk"/,
    ],
  ])('leave out a line with %s, name it, and keep the others', (_, from, to, words) => {
    const { readings, problems } = broken(from, to)
    expect(readings.map(({ id }) => id)).toEqual(['reading-1'])
    expect(problems).toEqual([expect.stringMatching(words)])
  })

  it.each(['', 'hello', 'id,time\n1,2', '{"format":"keen-tonal-set"}'])(
    'refuse "%s", which is no table of readings',
    text =>
      expect(parseReadingsCsv(text, set)).toMatchObject({
        ok: false,
        message: expect.stringMatching(/lacks the columns? .*Nothing was changed/),
      }),
  )
})
