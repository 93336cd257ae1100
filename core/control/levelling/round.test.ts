import { describe, expect, it } from 'vitest'
import { aReading } from '#support/readings'
import { middleReadings, readingsIn } from './round'
import { READINGS } from '../thresholds'

describe('readings of a round', () => {
  it('are taken once while lamps are far off, and several times once only the meter’s spread is left', () => {
    expect([1, 2, 3, 6].map(readingsIn)).toEqual([1, 1, READINGS, READINGS])
  })

  it('leave the middle one of each place in the set, whatever order they came in', () => {
    const read = (id: string, pointId: string, fNumber: number) => aReading({ id, pointId, fNumber })
    const left = middleReadings([
      read('a', 'subject/key-side', 8.6),
      read('b', 'backdrop/middle', 11),
      read('c', 'subject/key-side', 7.9),
      read('d', 'subject/key-side', 8.1),
    ])
    expect(left.map(({ id }) => id)).toEqual(['d', 'b'])
  })
})
