import { describe, expect, it } from 'vitest'
import { toneCounts } from './toneCounts'

describe('the picture', () => {
  it('is counted tone by tone', () => {
    const data = new Uint8ClampedArray([0, 0, 0, 255, 255, 255, 255, 255, 255, 255, 255, 255, 120, 130, 140, 255])
    expect(toneCounts(data, 4)).toEqual({ shares: [0.25, 0, 0.25, 0.5], clipped: 0.5, crushed: 0.25 })
  })
})
