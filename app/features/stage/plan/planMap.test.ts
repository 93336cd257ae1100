import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { MARGIN_PX, planMap, sideMap, stageLayout, WHOLE, type Shows } from './planMap'

const sizes = [fc.integer({ min: 300, max: 1200 }), fc.integer({ min: 300, max: 1000 })] as const

describe('the plan and the side view', () => {
  const hall = { left: -3.2, right: 3.2, back: -0.8, front: 8.4, floor: 0, ceiling: 3.4 }

  it('go from metres to pixels and back, lying or standing, zoomed or not', () => {
    for (const zoom of [WHOLE, { k: 3, x: -120, y: 40 }])
      for (const turnDeg of [0, 90] as const) {
        const map = planMap(hall, 600, 380, { scale: 40, turnDeg }, zoom)
        const spot = map.at(4.56, 1.23)
        const back = map.from(spot.x, spot.y)
        expectWithin(back.depthM, 4.56, 1e-9)
        expectWithin(back.acrossM, 1.23, 1e-9)
        const way = map.way(map.at(1, 0).x - map.at(0, 0).x, map.at(1, 0).y - map.at(0, 0).y)
        expectWithin(way.depthM, 1, 1e-9)
        expectWithin(way.acrossM, 0, 1e-9)
      }
  })

  it('lie with the backdrop at the left, and stand with it at the top, the camera’s right at the right', () => {
    const lying = planMap(hall, 600, 380, { scale: 40, turnDeg: 0 })
    expect(lying.at(3, 0).x).toBeGreaterThan(lying.at(0, 0).x)
    expect(lying.at(0, 1).y).toBeLessThan(lying.at(0, 0).y)
    const standing = planMap(hall, 380, 600, { scale: 40, turnDeg: 90 })
    expect(standing.at(3, 0).y).toBeGreaterThan(standing.at(0, 0).y)
    expect(standing.at(0, 1).x).toBeGreaterThan(standing.at(0, 0).x)
  })

  it('fit into any field together, the depth of one over the depth of the other', () => {
    fc.assert(
      fc.property(...sizes, (width, height) => {
        const layout = stageLayout(hall, width, height, 'both')
        const { planHeight, sideHeight } = layout
        const plan = planMap(hall, width, planHeight, layout)
        const side = sideMap(plan, sideHeight)
        expect(planHeight + sideHeight).toBe(height)
        expect(side.at(3, 0).x).toBe(plan.at(3, 0).x)
        for (const inside of [
          plan.at(-0.8, 0).x,
          width - plan.at(8.4, 0).x,
          plan.at(0, 3.2).y,
          planHeight - plan.at(0, -3.2).y,
          side.at(0, 3.4).y,
          sideHeight - side.at(0, 0).y,
        ])
          expect(inside).toBeGreaterThanOrEqual(MARGIN_PX - 1)
      }),
    )
  })

  it('give the room nearly all of one side of their field, turned whichever way is larger', () => {
    fc.assert(
      fc.property(...sizes, fc.constantFrom<Shows>('plan', 'both'), (width, height, shows) => {
        const layout = stageLayout(hall, width, height, shows)
        const [deep, wide] = [9.2 * layout.scale, 6.4 * layout.scale]
        const [along, down] = layout.turnDeg === 90 ? [wide, deep] : [deep, wide]
        expect(Math.max(along / width, down / layout.planHeight)).toBeGreaterThan(0.85)
        const other = Math.min((width - 2 * MARGIN_PX) / 6.4, (height - 2 * MARGIN_PX) / 9.2)
        if (shows === 'plan') expect(layout.scale).toBeGreaterThanOrEqual(other - 1e-9)
      }),
    )
  })
})
