import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { demoSet } from '../set/demo'
import { sceneOf } from '../set/scene'
import { direction, type Vector } from '../units/vector'
import { castRay, isBlocked, noHit, rayScene } from './kernel'
import { pointOn } from './patches'

const scene = sceneOf(demoSet())
const rays = rayScene(scene)
const inRoom = fc.tuple(fc.double({ min: -3.1, max: 3.1, noNaN: true }), fc.double({ min: 0.1, max: 8.3, noNaN: true }), fc.double({ min: 0.1, max: 3.3, noNaN: true }))
const anyWay = fc.tuple(...[0, 1, 2].map(() => fc.double({ min: -1, max: 1, noNaN: true }))).filter(way => Math.hypot(...way) > 0.1) as unknown as fc.Arbitrary<Vector>

/** Distance to a surface by marching: a slow way that has nothing in common with the kernel's algebra. */
const isInsideBody = (point: Vector): boolean => scene.surfaces.some(surface => surface.shape === 'ellipsoid'
  && surface.centre.reduce((sum, middle, axis) => sum + ((point[axis]! - middle) / surface.radii[axis]!) ** 2, 0) < 1)

describe('the ray kernel', () => {
  it('always ends on a surface of the closed room, at the point that its own coordinates name', () => {
    fc.assert(fc.property(inRoom, anyWay, (from, way) => {
      const unit = direction(way)
      const hit = noHit()
      castRay(rays, ...from, ...unit, hit)
      expect(hit.surface).toBeGreaterThanOrEqual(0)
      const { position, normal } = pointOn(scene.surfaces[hit.surface]!, hit.s, hit.t, hit.isFront)
      unit.forEach((part, axis) => expectWithin(position[axis]!, from[axis]! + hit.distanceM * part, 1e-5))
      if (!isInsideBody(from)) expect(normal.reduce((sum, part, axis) => sum + part * unit[axis]!, 0)).toBeLessThan(1e-6)
    }), { numRuns: 500 })
  })

  it('meets no body before the distance it names (by marching)', () => {
    fc.assert(fc.property(inRoom.filter(from => !isInsideBody(from)), anyWay, (from, way) => {
      const unit = direction(way)
      const hit = noHit()
      castRay(rays, ...from, ...unit, hit)
      for (let share = 0; share < 0.995; share += 0.01) {
        const point = from.map((start, axis) => start + share * hit.distanceM * unit[axis]!) as unknown as Vector
        expect(isInsideBody(point)).toBe(false)
      }
    }), { numRuns: 200 })
  })

  it('sees the same obstacles from both ends', () => {
    fc.assert(fc.property(inRoom.filter(from => !isInsideBody(from)), inRoom.filter(to => !isInsideBody(to)), (from, to) => {
      const [x, y, z] = [to[0] - from[0], to[1] - from[1], to[2] - from[2]]
      expect(isBlocked(rays, ...from, x, y, z)).toBe(isBlocked(rays, ...to, -x, -y, -z))
    }), { numRuns: 500 })
  })
})
