import { describe, expect, it } from 'vitest'
import type { FileKind } from '#core/formats/envelope'
import type { PictureRefusal } from '#core/imaging/files/pictureFile'
import { RULES } from '#core/model/rules'
import { fileRefusedWords, leftOutOfSetWords, salvageRefusedWords, unreadWords } from './files'
import { changeRefusedWords, faultWords, misfitsWords } from './misfits'
import { photometricNoteWords, photometricRefusedWords } from './photometric'
import { assumedWords, pictureRefusedWords, spaceWords } from './pictures'
import { leftOutWords, lineProblemWords, tableRefusedWords } from './tables'

const SENTENCE = /^(?:[A-Z][^]*|"[^]*)[.?]$/
const FILES: FileKind[] = ['set', 'kit', 'record', 'collection', 'results']

describe('a file of our own that is refused', () => {
  it.each(FILES)('%s: says why, and what stayed as it was', file => {
    const said = [
      fileRefusedWords({ is: 'not-json', file, parser: 'Unexpected end' }),
      fileRefusedWords({ is: 'foreign', file, format: 'keen-tonal-x' }),
      fileRefusedWords({ is: 'no-version', file }),
      fileRefusedWords({ is: 'newer', file, version: 12, newest: 10 }),
      fileRefusedWords({ is: 'unread', file, why: { is: 'none' } }),
    ]
    for (const one of said) {
      expect(one).toMatch(SENTENCE)
      expect(one).toMatch(/(Nothing was changed|is as it was|are as they were)[^.]*\.$/)
    }
    expect(said[0]).toContain('it is not JSON (Unexpected end).')
    expect(said[3]).toMatch(/has version 12, made by a newer .* up to version 10\. Update the app, then /)
  })

  it('names places and what is there, the first three and how many more', () => {
    const first = [
      { at: 'set.room.widthM', misfit: { is: 'bound', bound: 'least', limit: 1.5, value: -3 } },
      { at: 'set.surprise', misfit: { is: 'unknown' } },
      { at: 'set.lights.0.job', misfit: { is: 'other', expected: '"key"', received: '"sun"' } },
    ] as const
    const misfits = { first: [...first], more: 4 }
    expect(fileRefusedWords({ is: 'unread', file: 'set', why: { is: 'misfits', misfits } })).toBe(
      'This set file cannot be opened. set.room.widthM is at least 1.5 and not -3; set.surprise is not known here; ' +
        'set.lights.0.job should be "key" and not "sun"; and 4 more. Nothing was changed in what is already saved.',
    )
    expect(misfitsWords({ first: [{ at: null, misfit: { is: 'missing' } }], more: 0 }, 'the kit')).toBe(
      'the kit is missing.',
    )
  })

  it('says whose set it is that cannot be read', () => {
    const over = [{ kind: 'lights', count: 70, most: 60 } as const]
    const why = { is: 'set', exercise: 3, why: { is: 'over', over } } as const
    expect(unreadWords(why, 'collection')).toBe(
      'The set of exercise 3 cannot be read: It has more than a set can hold: lights: 70 of at most 60.',
    )
    expect(unreadWords({ ...why, exercise: null }, 'record')).toMatch(/^Its set cannot be read/)
  })

  it('and what of a damaged set was left out', () => {
    const look = { kind: 'looks', called: 'White' } as const
    expect([
      leftOutOfSetWords({ is: 'thing', thing: { kind: 'readings', called: 4 } }),
      leftOutOfSetWords({ is: 'setting-off', id: 'key', look }),
      leftOutOfSetWords({ is: 'over', over: { kind: 'lights', count: 70, most: 60 } }),
      leftOutOfSetWords({ is: 'readings', count: 1 }),
      leftOutOfSetWords({ is: 'readings', count: 2 }),
      salvageRefusedWords({ is: 'too-damaged' }),
    ]).toEqual([
      'reading 4',
      'the setting of light "key" in look White (now off)',
      '10 of 70 lights, over the 60 that a set holds',
      'one reading',
      '2 readings',
      'Too much of it is damaged.',
    ])
  })
})

describe('what does not fit', () => {
  it('has a whole sentence for each rule', () => {
    for (const rule of RULES)
      expect(misfitsWords({ first: [{ at: null, misfit: { is: 'rule', rule } }], more: 0 }, 'it')).toMatch(SENTENCE)
  })

  it('of a change names the thing and its part in words', () => {
    const misfit = { is: 'bound', bound: 'most', limit: 30, value: 100.00049 } as const
    expect(changeRefusedWords({ is: 'change-misfit', names: ['Flag'], keys: ['panels', 'heightM'], misfit })).toBe(
      'Flag: height is at most 30 and not 100.',
    )
    expect(changeRefusedWords({ is: 'change-misfit', names: [], keys: ['room', 'behindBackdropM'], misfit })).toBe(
      'Room behind backdrop is at most 30 and not 100.',
    )
    const rule = { is: 'rule', rule: 'levels-crossed' } as const
    expect(changeRefusedWords({ is: 'change-misfit', names: [], keys: ['rig', 'fixtures'], misfit: rule })).toBe(
      'Rig fixtures: The lowest level of a lamp lies under its highest.',
    )
    expect(changeRefusedWords({ is: 'set-over', over: { kind: 'points', count: 61, most: 60 } })).toBe(
      'A set holds at most 60 points of your own; with this it would have 61.',
    )
  })

  it('of one look says so', () =>
    expect(faultWords({ is: 'in-look', look: 'Black', fault: { is: 'too-tall', name: 'Ida' } })).toBe(
      'In look Black: Ida is taller than the room.',
    ))
})

describe('a photometric file', () => {
  const said = (fault: Parameters<typeof photometricRefusedWords>[0]['fault']) =>
    photometricRefusedWords({ is: 'photometric', fault })
  it('that is refused names line, field and border', () => {
    const field = { field: 'candela', number: { at: 3, of: 19 }, planeDeg: 45 } as const
    expect(said({ is: 'outside', line: 12, found: '-4', field, least: 0, most: null })).toBe(
      'This photometric file cannot be used: line 12 has -4 for number 3 of 19 candela at 45 degrees, which is 0 or more. Nothing was changed.',
    )
    expect(said({ is: 'too-many-values', count: null, most: 200_000 })).toContain(
      'announces more than 200000 candela values; up to 200000 are read.',
    )
    expect(said({ is: 'too-wide', widthM: 20, most: 12 })).toMatch(/up to 12 m\. Is its unit of sizes right\? Nothing/)
  })

  it('that was taken says what was taken to be meant', () => {
    expect(photometricNoteWords({ is: 'loose-lines', count: 1 })).toBe(
      'A line before TILT= that is no keyword was passed over.',
    )
    expect(photometricNoteWords({ is: 'loose-lines', count: 2 })).toBe(
      '2 lines before TILT= that are no keyword were passed over.',
    )
  })
})

describe('a table', () => {
  it('that is refused says which columns it lacks, or how many lines there may be', () => {
    expect(tableRefusedWords({ is: 'lacks-columns', table: 'patch', missing: ['universe'], columns: ['light'] })).toBe(
      'This is no patch sheet: it lacks the column universe. Other columns that are read: light. Nothing was changed.',
    )
    const long = { is: 'too-many-lines', table: 'sitters', least: 400, most: 200, there: 1 } as const
    expect(tableRefusedWords({ ...long, lines: null })).toMatch(
      /more than 400 lines.*at most 200 sitters, of which 1 is/,
    )
    expect(tableRefusedWords({ ...long, lines: 210, there: 0 })).toMatch(
      /has 210 lines, and a day holds at most 200 sitters\./,
    )
  })

  it('names the first three lines that it leaves out', () => {
    const problems = [2, 3, 5, 8].map(line => ({ line, trouble: { is: 'no-look', text: 'dusk' } as const }))
    expect(leftOutWords(problems)).toBe(
      '4 lines were left out. Line 2: the set has no look "dusk". Line 3: the set has no look "dusk". ' +
        'Line 5: the set has no look "dusk". And 1 more.',
    )
    expect(lineProblemWords({ line: 4, trouble: { is: 'flash', name: 'A' } })).toBe(
      'Line 4: light A is a flash head, for which there is no open standard.',
    )
  })
})

describe('a picture that is refused', () => {
  const PLAIN = [
    'file-empty',
    'not-a-picture',
    'jpeg-damaged',
    'cut-off',
    'incomplete',
    'animation',
    'cmyk',
    'tiff-lab',
    'tiff-signed',
    'hdr',
    'see-through',
    'raw-in-bracket',
    'raw-no-numbers',
    'not-one-shot',
    'flat-field-clips',
  ] as const
  const all: PictureRefusal[] = [
    ...PLAIN.map(is => ({ is })),
    { is: 'too-many-bytes', bytes: 5e8, most: 4e8 },
    { is: 'other-kind', kind: 'zip' },
    { is: 'sizeless', kind: 'png' },
    { is: 'pictureless', kind: 'box' },
    { is: 'bits', kind: 'jpeg', bits: 12 },
    { is: 'tiff-packing', number: 4 },
    { is: 'too-small', width: 8, height: 9 },
    { is: 'too-many-pixels', pixels: 1.6e9, most: 1.6e8 },
    { is: 'undecodable', why: 'it ends' },
  ]
  it.each(all.map(one => [one.is, one] as const))('%s: why, that nothing was changed, what to do', (_, refusal) =>
    expect(pictureRefusedWords(refusal)).toMatch(
      /^(?:This|Parts|The raw|A flat) [^]+\. Nothing was changed\. [A-Z][^]+\.$/,
    ),
  )

  it('names its figures', () => {
    expect(pictureRefusedWords({ is: 'bits', kind: 'jpeg', bits: 12 })).toContain(
      '12 bits a channel; 8 are understood.',
    )
    expect(pictureRefusedWords({ is: 'too-many-pixels', pixels: 1.6e9, most: 1.6e8 })).toContain(
      '1600 megapixels; up to 160 are read.',
    )
  })

  it('is said of what space it is, by its standard’s name where it has one', () => {
    expect([spaceWords('P3 (D65)'), spaceWords('sensor')]).toEqual(['P3 (D65)', 'the sensor'])
    expect(assumedWords('no-space')).toMatch(/taken as sRGB\.$/)
  })
})
