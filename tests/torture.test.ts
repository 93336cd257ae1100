import { describe, expect, it } from 'vitest'
import { torture } from '#support/torture'

describe('random use of two tabs', () => {
  it.each([1, 2, 3, 4, 5])('loses nothing that was acknowledged: seed %i, a hundred steps', async seed => {
    const { lost, acknowledged, steps } = await torture(100, seed)
    expect(lost).toEqual([])
    expect(steps).toBe(100)
    expect(acknowledged).toBeGreaterThan(10)
  })
})
