import fc from 'fast-check'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { guarded, unguarded, writeCsv } from './csvCells'

describe('a cell of a table', () => {
  it('comes back as it was, whatever it was', () => {
    const tricky = fc.oneof(
      fc.string(),
      fc.tuple(fc.constantFrom('=', '+', '-', '@', '\t', '\r', "'", "''"), fc.string()).map(parts => parts.join('')),
      fc.double({ noNaN: true }).map(String),
    )
    fc.assert(fc.property(tricky, cell => unguarded(guarded(cell)) === cell))
  })

  it('that a calculator would take for a formula gets an apostrophe; a number keeps its sign', () => {
    for (const cell of ['=1+1', '+x', '-x', '@name', '\tx', "'quoted", '-1-1', '+1', '-1.5.2'])
      expect(guarded(cell)).toBe(`'${cell}`)
    for (const cell of ['-1', '-1.5', '-2e-7', '3', '', 'word', 'a=b', "it's"]) expect(guarded(cell)).toBe(cell)
    expect(unguarded("'word")).toBe("'word")
    expect(unguarded("'=1")).toBe('=1')
  })

  it('is written with the others, a line of names first, and each line ended', () => {
    const text = writeCsv(
      ['name', 'stops'],
      [
        ['=A', '-1.5'],
        ['two, "words"', ''],
      ],
    )
    expect(text).toBe('name,stops\r\n\'=A,-1.5\r\n"two, ""words""",\r\n')
    expect(Papa.parse(text.trimEnd()).data).toHaveLength(3)
  })
})
