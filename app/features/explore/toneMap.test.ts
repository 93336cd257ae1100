import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { fieldsOf, linesAt } from './toneMap'

const xs = [1, 2, 3, 4]
const ys = [0, 1, 2]
/** A plane: one stop a metre along x, half a stop along y. */
const plane = { xs, ys, stops: ys.flatMap(y => xs.map(x => x - 2.5 + 0.5 * y)) }

describe('a map of tones', () => {
  it('is filled with the tones between the places that were worked out', () => {
    const fields = fieldsOf(plane, stops => stops)
    for (const { x, y, width, height, value } of fields)
      expectWithin(value, x + width / 2 - 2.5 + 0.5 * (y + height / 2), 1e-9)
    expectWithin(
      fields.reduce((area, { width, height }) => area + width * height, 0),
      3 * 2,
      1e-9,
    )
    expect(fieldsOf({ ...plane, stops: plane.stops.with(0, Number.NaN) }, stops => stops).length).toBeLessThan(
      fields.length,
    )
  })

  it('has its line where the tone is as wanted, and none where it nowhere is', () => {
    const lines = linesAt(plane, 0.3)
    expect(lines).toHaveLength(1)
    for (const [x, y] of lines[0]!) expectWithin(x - 2.5 + 0.5 * y, 0.3, 0.01)
    expect(linesAt(plane, 9)).toEqual([])
    expect(linesAt({ ...plane, stops: plane.stops.with(3, Number.NaN) }, 0.3)).toEqual([])
  })
})
