import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { everySurface } from '#support/scenes'
import { expectWithin } from '#support/tolerance'
import { formField } from '../figure/form'
import { PARTS } from '../figure/poses'
import { direction, type Vector } from '../units/vector'
import { castRay, isBlocked, noHit, rayScene } from './kernel'
import { onPlainCode } from '../loops/loops'
import { pointOn } from './surfacePoint'

const scene = everySurface()
const at = <T>(run: () => T): T => run()
const kernels = { loops: rayScene(scene), plain: onPlainCode(() => rayScene(scene)) }
const inRoom = fc.tuple(
  fc.double({ min: -3.1, max: 3.1, noNaN: true }),
  fc.double({ min: 0.9, max: 8.3, noNaN: true }),
  fc.double({ min: 0.9, max: 3.3, noNaN: true }),
)
const anyWay = fc
  .tuple(...[0, 1, 2].map(() => fc.double({ min: -1, max: 1, noNaN: true })))
  .filter(way => Math.hypot(...way) > 0.1) as unknown as fc.Arbitrary<Vector>
/** Toward the round corner of the cyclorama, which random rays seldom meet. */
const toCorner = fc
  .tuple(
    inRoom,
    fc.double({ min: -2.7, max: -2.1, noNaN: true }),
    fc.double({ min: 0.1, max: 0.6, noNaN: true }),
    fc.double({ min: 0.1, max: 0.6, noNaN: true }),
  )
  .map(([from, x, y, z]): [Vector, Vector] => [from, [x - from[0], y - from[1], z - from[2]]])
const anyRay = fc.oneof(
  { weight: 9, arbitrary: fc.tuple(inRoom, anyWay) as fc.Arbitrary<[Vector, Vector]> },
  { weight: 1, arbitrary: toCorner },
)

const field = formField(PARTS.standing)
/** How deep a place lies within any subject of the scene, by the form that the mesh stands for and not by the mesh. */
const insideBody = (point: Vector): number =>
  Math.max(
    0,
    ...scene.surfaces.map(surface => {
      if (surface.shape !== 'body') return 0
      const angle = (-surface.turnDeg * Math.PI) / 180
      const [x, y, z] = [point[0] - surface.place[0], point[1] - surface.place[1], point[2]].map(
        part => part / surface.scaleM,
      ) as [number, number, number]
      return (
        -surface.scaleM * field(x * Math.cos(angle) - y * Math.sin(angle), x * Math.sin(angle) + y * Math.cos(angle), z)
      )
    }),
  )

describe.each(['loops', 'plain'] as const)('the ray kernel, %s', which => {
  const rays = kernels[which]
  const cast = (from: Vector, way: Vector) => {
    const hit = noHit()
    castRay(rays, ...from, ...way, hit)
    return hit
  }

  it('always ends on a surface of the closed room, at the point that its own coordinates name, from the side that it says', () => {
    const shapes = new Set<string>()
    fc.assert(
      fc.property(
        anyRay.filter(([from]) => insideBody(from) === 0),
        ([from, way]) => {
          const unit = direction(way)
          const hit = cast(from, unit)
          expect(hit.surface).toBeGreaterThanOrEqual(0)
          const surface = scene.surfaces[hit.surface]!
          shapes.add(surface.shape)
          const { position, normal } = pointOn(surface, hit.s, hit.t, hit.isFront, hit.triangle)
          unit.forEach((part, axis) => expectWithin(position[axis]!, from[axis]! + hit.distanceM * part, 1e-5))
          // A mesh is seen with the normal of the smooth form, which may tip over at its rim.
          if (surface.shape !== 'body')
            expect(normal.reduce((sum, part, axis) => sum + part * unit[axis]!, 0)).toBeLessThan(1e-6)
        },
      ),
      { numRuns: 3000 },
    )
    expect([...shapes].sort()).toEqual(['arc', 'body', 'bowl', 'sheet'])
  })

  it('finds the nearest: nothing of the scene lies before what it names, asked surface by surface', () => {
    const alone = scene.surfaces
      .filter(surface => surface.shape !== 'sheet' || !surface.encloses)
      .map(surface => (which === 'plain' ? onPlainCode : at)(() => rayScene({ surfaces: [surface] })))
    fc.assert(
      fc.property(inRoom, anyWay, (from, way) => {
        const { distanceM } = cast(from, way)
        for (const one of alone) {
          const hit = noHit()
          castRay(one, ...from, ...way, hit)
          expect(hit.distanceM).toBeGreaterThanOrEqual(distanceM)
        }
      }),
      { numRuns: 300 },
    )
  })

  it('goes through no body before the distance it names (by marching through the form)', () => {
    fc.assert(
      fc.property(
        inRoom.filter(from => insideBody(from) === 0),
        anyWay,
        (from, way) => {
          const { distanceM } = cast(from, direction(way))
          for (let share = 0; share < 0.995; share += 0.01) {
            // The mesh cuts corners of the form by a few millimetres.
            expect(
              insideBody(
                from.map((start, axis) => start + share * distanceM * direction(way)[axis]!) as unknown as Vector,
              ),
            ).toBeLessThan(0.006)
          }
        },
      ),
      { numRuns: 300 },
    )
  })

  it('sees the same obstacles from both ends', () => {
    fc.assert(
      fc.property(inRoom, inRoom, (from, to) => {
        const [x, y, z] = [to[0] - from[0], to[1] - from[1], to[2] - from[2]]
        expect(isBlocked(rays, ...from, x, y, z)).toBe(isBlocked(rays, ...to, -x, -y, -z))
      }),
      { numRuns: 500 },
    )
  })
})
