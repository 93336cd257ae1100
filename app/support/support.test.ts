import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { base64FromBytes, bytesFromBase64 } from './base64'
import { withClipTexture } from './clipTexture'
import { dodge } from './dodge'
import { MARGIN_PX, planMap, sideMap, stageLayout, WHOLE } from './planMap'
import { toneCounts } from './toneCounts'

describe('labels that dodge', () => {
  it('keep their distance, their order and their field', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 500 }), { minLength: 1, maxLength: 12 }), wishes => {
        const placed = dodge(wishes, 20, 10, 490)
        const sorted = placed.toSorted((a, b) => a - b)
        sorted.slice(1).forEach((value, index) => expect(value - sorted[index]!).toBeGreaterThanOrEqual(20 - 1e-9))
        expect(Math.min(...placed)).toBeGreaterThanOrEqual(10)
        expect(Math.max(...placed)).toBeLessThanOrEqual(490)
      }),
    )
  })

  it('stay where they are when there is room', () =>
    expect(dodge([300, 100, 200], 20, 0, 400)).toEqual([300, 100, 200]))
})

describe('the plan and the side view', () => {
  const hall = { left: -3.2, right: 3.2, back: -0.8, front: 8.4, floor: 0, ceiling: 3.4 }

  it('go from metres to pixels and back, zoomed or not', () => {
    for (const zoom of [WHOLE, { k: 3, x: -120, y: 40 }]) {
      const map = planMap(hall, 600, 380, 40, zoom)
      expectWithin(map.acrossM(map.y(1.23)), 1.23, 1e-9)
      expectWithin(map.depthM(map.x(4.56)), 4.56, 1e-9)
    }
  })

  it('fit into any field together, the depth of one over the depth of the other', () => {
    fc.assert(
      fc.property(fc.integer({ min: 300, max: 1200 }), fc.integer({ min: 300, max: 1000 }), (width, height) => {
        const { scale, planHeight, sideHeight } = stageLayout(hall, width, height, 'both')
        const plan = planMap(hall, width, planHeight, scale)
        const side = sideMap(plan, sideHeight)
        expect(planHeight + sideHeight).toBe(height)
        expect(side.x(3)).toBe(plan.x(3))
        for (const inside of [
          plan.x(-0.8),
          width - plan.x(8.4),
          plan.y(3.2),
          planHeight - plan.y(-3.2),
          side.y(3.4),
          sideHeight - side.y(0),
        ])
          expect(inside).toBeGreaterThanOrEqual(MARGIN_PX - 1)
      }),
    )
  })
})

describe('the picture', () => {
  it('survives base64', () => {
    const bytes = Uint8Array.from({ length: 70_000 }, (_, index) => (index * 7) % 256)
    expect(bytesFromBase64(base64FromBytes(bytes))).toEqual(bytes)
  })

  it('marks only what clips or is crushed', () => {
    const tones = [255, 128, 0].map(tone => withClipTexture(new Uint8ClampedArray(64 * 64 * 4).fill(tone), 64))
    expect(tones.map((data, index) => data.some(value => value !== [255, 128, 0][index]))).toEqual([true, false, true])
  })

  it('is counted tone by tone', () => {
    const data = new Uint8ClampedArray([0, 0, 0, 255, 255, 255, 255, 255, 255, 255, 255, 255, 120, 130, 140, 255])
    expect(toneCounts(data, 4)).toEqual({ shares: [0.25, 0, 0.25, 0.5], clipped: 0.5, crushed: 0.25 })
  })
})
