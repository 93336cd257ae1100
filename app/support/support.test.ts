import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { base64FromBytes, bytesFromBase64 } from './base64'
import { withClipTexture } from './clipTexture'
import { dodge } from './dodge'
import { planMap } from './planMap'

describe('labels that dodge', () => {
  it('keep their distance, their order and their field', () => {
    fc.assert(fc.property(fc.array(fc.integer({ min: 0, max: 500 }), { minLength: 1, maxLength: 12 }), (wishes) => {
      const placed = dodge(wishes, 20, 10, 490)
      const sorted = placed.toSorted((a, b) => a - b)
      sorted.slice(1).forEach((value, index) => expect(value - sorted[index]!).toBeGreaterThanOrEqual(20 - 1e-9))
      expect(Math.min(...placed)).toBeGreaterThanOrEqual(10)
      expect(Math.max(...placed)).toBeLessThanOrEqual(490)
    }))
  })

  it('stay where they are when there is room', () => expect(dodge([300, 100, 200], 20, 0, 400)).toEqual([300, 100, 200]))
})

describe('the plan', () => {
  it('goes from metres to pixels and back, inside the field', () => {
    const map = planMap({ left: -3.2, right: 3.2, back: -0.8, front: 8.4, floor: 0, ceiling: 3.4 }, 600, 640, 26)
    expectWithin(map.xM(map.x(1.23)), 1.23, 1e-9)
    expectWithin(map.yM(map.y(4.56)), 4.56, 1e-9)
    expect(map.y(-0.8)).toBeGreaterThanOrEqual(26)
    expect(map.x(3.2)).toBeLessThanOrEqual(600 - 26)
  })
})

describe('the picture', () => {
  it('survives base64', () => {
    const bytes = Uint8Array.from({ length: 70_000 }, (_, index) => index * 7 % 256)
    expect(bytesFromBase64(base64FromBytes(bytes))).toEqual(bytes)
  })

  it('marks only what clips or is crushed', () => {
    const tones = [255, 128, 0].map(tone => withClipTexture(new Uint8ClampedArray(64 * 64 * 4).fill(tone), 64))
    expect(tones.map((data, index) => data.some(value => value !== [255, 128, 0][index]))).toEqual([true, false, true])
  })
})
