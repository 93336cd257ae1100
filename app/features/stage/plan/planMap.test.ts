import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { MARGIN_PX, planMap, sideMap, stageLayout, WHOLE } from './planMap'

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
