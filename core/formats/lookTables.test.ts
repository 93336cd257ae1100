import { describe, expect, it } from 'vitest'
import { writeMapCsv, writeResponseCsv } from './lookTables'

const rows = (text: string) =>
  text
    .trim()
    .split('\r\n')
    .map(line => line.split(','))

describe('what of a look leaves as tables', () => {
  it('has the places of a map in metres, its middle of each cell, and nothing where nothing is lit', () => {
    const text = writeMapCsv({ width: 2, height: 2, stops: [1.23456, -Infinity, 0, -2] }, { acrossM: 4, alongM: 3 })
    expect(rows(text)).toEqual([
      ['from_left_m', 'from_top_m', 'stops'],
      ['1', '0.75', '1.235'],
      ['3', '0.75', ''],
      ['1', '2.25', '0'],
      ['3', '2.25', '-2'],
    ])
  })

  it('has the response in tenths of a stop: mid grey renders 118, two and a half stops over it white', () => {
    const values = new Map(
      rows(writeResponseCsv({ response: { kind: 'srgb' }, lensLossStops: 0 })).map(([stops, value]) => [
        stops,
        Number(value),
      ]),
    )
    // IEC 61966-2-1: 255 (1.055 * 0.18^(1 / 2.4) - 0.055).
    expect(values.get('0')).toBe(117.65)
    expect(values.get('2.5')).toBe(255)
    expect(values.get('-8')).toBeGreaterThan(1)
    expect(values.size).toBe(122)
    // Behind a lens that takes a stop, everything is a stop darker.
    const lossy = new Map(
      rows(writeResponseCsv({ response: { kind: 'srgb' }, lensLossStops: 1 })).map(([stops, value]) => [
        stops,
        Number(value),
      ]),
    )
    expect(lossy.get('1')).toBe(117.65)
  })
})
