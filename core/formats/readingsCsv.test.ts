import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { aReading } from '#support/readings'
import { demoSet } from '../edits/demo'
import type { Reading } from '../model/schema'
import { parseReadingsCsv, writeReadingsCsv } from './readingsCsv'
import { tableTold } from '#wording/refusals/told'
import { lineProblemWords } from '#wording/refusals/tables'

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
  const outcome = tableTold(parseReadingsCsv(text, set))
  if (!outcome.ok) throw new Error(outcome.message)
  return outcome.value
}

describe('readings as a table', () => {
  it('come back without loss, whatever they hold', () => {
    fc.assert(
      fc.property(fc.array(anyReading, { maxLength: 6 }), readings => {
        const { understood: _how, ...read } = taken(writeReadingsCsv(readings))
        expect(read).toEqual({ readings, problems: [] })
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
    const long = [names, ...Array.from({ length: 60_000 }, () => line)].join('\n')
    expect(tableTold(parseReadingsCsv(long, set))).toMatchObject({
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
    expect(problems.map(lineProblemWords)).toEqual([expect.stringMatching(words)])
  })

  it.each(['', 'hello', 'id,time\n1,2', '{"format":"keen-tonal-set"}'])(
    'refuse "%s", which is no table of readings',
    text =>
      expect(tableTold(parseReadingsCsv(text, set))).toMatchObject({
        ok: false,
        message: expect.stringMatching(/lacks the columns? .*Nothing was changed/),
      }),
  )
})

describe('tables as offices write them', () => {
  const SIX = ['id', 'time', 'look', 'point', 'fNumber', 'lights']
  const table = (line: readonly string[], { names = SIX, between = ',', before = '', end = '\r\n' } = {}) =>
    `${before}${[names, line].map(cells => cells.join(between)).join(end)}${end}`
  const PLAIN = ['r-1', '2026-05-04T10:11:12Z', 'white', 'backdrop/middle', '8.5', 'key@-1.5:512.25+88.5']
  const only = (text: string, order?: Parameters<typeof parseReadingsCsv>[2]) => {
    const outcome = tableTold(parseReadingsCsv(text, set, order))
    if (!outcome.ok) throw new Error(outcome.message)
    expect(outcome.value.problems).toEqual([])
    expect(outcome.value.readings).toHaveLength(1)
    return { ...outcome.value.readings[0]!, ...outcome.value.understood }
  }

  it('may have the six documented columns alone: the rest is as the set has it', () => {
    const look = set.looks[0]!
    expect(only(table(PLAIN))).toMatchObject({
      fNumber: 8.5,
      receptor: 'flat',
      camera: { fNumber: look.exposure.fNumber, shutterS: look.exposure.shutterS, iso: look.exposure.iso },
      lights: { key: { powerStops: -1.5, directLuxS: 512.25, bouncedLuxS: 88.5 } },
      position: null,
      others: [],
    })
  })

  it('may be separated by semicolons, tabs or bars, with decimal commas, or by what they say themselves', () => {
    const commas = PLAIN.map(cell => cell.replaceAll(/(\d)\.(\d)/g, '$1,$2'))
    for (const between of [';', '\t', '|']) {
      const read = only(table(commas, { between }))
      expect([read.fNumber, read.lights.key!.bouncedLuxS, read.separator, read.hasDecimalCommas]).toEqual([
        8.5,
        88.5,
        between,
        true,
      ])
    }
    expect(only(table(commas, { between: ';', before: 'sep=;\r\n' })).fNumber).toBe(8.5)
    expect(only(table(commas, { between: ';', before: '\r\n;;;\r\n' })).separator).toBe(';')
    // A note of several lines, with every separator in it.
    const note = '"One, two, three\n4,5 | 6,7\ta, b, c\n8,9, ten"'
    const noted = table([...commas, note], { between: ';', names: [...SIX, 'note'] })
    expect(only(noted)).toMatchObject({ fNumber: 8.5, separator: ';', note: note.slice(1, -1) })
    expect(only(table(PLAIN, { between: '~', before: 'sep=~\n', end: '\n' })).hasDecimalCommas).toBe(false)
  })

  it('may have spaced names in capitals, other names, blanks behind cells, and columns that say nothing here', () => {
    const names = [' ID ', 'Date', 'LOOK', 'Point', 'F-Number', 'Lights', 'Who']
    const read = only(table([...PLAIN.map(cell => `${cell}  `), 'me'], { names }))
    expect([read.id, read.fNumber, read.others]).toEqual(['r-1', 8.5, ['Who']])
    expect(only(table(PLAIN.with(2, set.looks[0]!.name))).lookId).toBe('white')
  })

  it('have their dates read by the clock of this place, in whatever order they show; what is open is asked', () => {
    const at = (time: string, order?: Parameters<typeof parseReadingsCsv>[2]) => only(table(PLAIN.with(1, time)), order)
    const local = new Date(2026, 4, 4, 10, 11, 12).toISOString()
    expect(at('04.05.2026 10:11:12')).toMatchObject({ at: local, order: 'day-first' })
    expect(at('2026-05-04 10:11:12').at).toBe(local)
    expect(at('5/13/2026 1:30 pm')).toMatchObject({
      at: new Date(2026, 4, 13, 13, 30).toISOString(),
      order: 'month-first',
    })
    expect(at('13/5/2026 12:05 am')).toMatchObject({
      at: new Date(2026, 4, 13, 0, 5).toISOString(),
      order: 'day-first',
    })
    expect(at('4/5/2026 10:11:12')).toMatchObject({ order: null })
    expect(at('4/5/2026 10:11:12', 'day-first')).toMatchObject({ at: local, order: 'day-first' })
    expect(at('5/4/2026 10:11:12', 'month-first').at).toBe(local)
    // The same day whichever way round.
    expect(at('5/5/2026 10:00').order).toBe('day-first')
  })

  it.each([
    ['30.02.2026 10:00', /Line 2: at/],
    ['4/5/2026 25:00', /Line 2: at/],
    ['yesterday', /Line 2: at/],
  ])('with a time that is none are left out by name: %s', (time, words) => {
    const outcome = parseReadingsCsv(table(PLAIN.with(1, time)), set)
    expect(outcome.ok && outcome.value.readings).toEqual([])
    expect(outcome.ok && outcome.value.problems.map(lineProblemWords)).toEqual([expect.stringMatching(words)])
  })

  it('name a look that the set does not have, whatever else they leave out', () => {
    const outcome = parseReadingsCsv(table(PLAIN.with(2, 'dusk')), set)
    expect(outcome.ok && outcome.value.problems).toEqual([{ line: 2, trouble: { is: 'no-look', text: 'dusk' } }])
  })

  it('turn nothing to nothing in silence: half a place, a constant that is no number', () => {
    const names = [...SIX, 'xM', 'yM', 'zM', 'constant']
    const problems = (...more: string[]) => {
      const outcome = tableTold(parseReadingsCsv(table([...PLAIN, ...more], { names }), set))
      return outcome.ok ? outcome.value.problems.map(lineProblemWords) : [outcome.message]
    }
    expect(problems('1', '2', '1.5', '')).toEqual([])
    expect(problems('1', '', '1.5', '')).toEqual([expect.stringMatching(/Line 2: position/)])
    expect(problems('', '', '', 'C250')).toEqual([expect.stringMatching(/Line 2: constant/)])
  })
})
