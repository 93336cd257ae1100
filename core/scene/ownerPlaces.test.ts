import { describe, expect, it } from 'vitest'
import { demoSet } from '../edits/demo'
import { roomBounds } from '../model/bounds'
import { sceneOf } from './scene'
import { ownerPlace } from './ownerPlaces'

describe('where light that is sent on is drawn from', () => {
  const set = demoSet()
  const point = [0.3, 2, 1.4] as const
  const { left, right, back, front, ceiling } = roomBounds(set.room)

  it('is the foot of the perpendicular on walls, floor and ceiling', () => {
    expect(ownerPlace(set, 'room/left', [...point])).toEqual([left, 2, 1.4])
    expect(ownerPlace(set, 'room/right', [...point])).toEqual([right, 2, 1.4])
    expect(ownerPlace(set, 'room/back', [...point])).toEqual([0.3, back, 1.4])
    expect(ownerPlace(set, 'room/front', [...point])).toEqual([0.3, front, 1.4])
    expect(ownerPlace(set, 'room/floor', [...point])).toEqual([0.3, 2, 0])
    expect(ownerPlace(set, 'room/ceiling', [...point])).toEqual([0.3, 2, ceiling])
    expect(ownerPlace(set, 'backdrop', [...point])).toEqual([0.3, 0, 1.4])
  })

  it('is known of everything in the scene that has one place, and of nothing else', () => {
    const owners = new Set(sceneOf(set).surfaces.map(({ owner }) => owner))
    expect(owners.size).toBeGreaterThan(6)
    for (const owner of owners) {
      const place = ownerPlace(set, owner, [...point])
      expect(place, owner).toBeDefined()
      for (const metres of place!) expect(Number.isFinite(metres)).toBe(true)
    }
    expect(ownerPlace(set, 'gloss', [...point])).toBeUndefined()
  })
})
