import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { direction, dot, length, type Vector } from '../units/vector'
import { BUILDS, drawnParts, headShare, reshapeOf } from './builds'
import { cheekOf } from './cheek'
import { figureMesh } from './figureMesh'
import { PARTS } from './poses'
import { shownMesh } from './shown/shownMesh'
import { SHOWN_MATERIALS } from './shown/shapes'

const POSES = ['standing', 'sitting'] as const
const CASES = POSES.flatMap(pose => BUILDS.map(build => [pose, build] as const))
const part = fc.double({ min: -1, max: 1, noNaN: true })
const inBody = fc.tuple(part, part, part).map(([x, y, z]): Vector => [x * 0.2, y * 0.2, 0.5 + z * 0.5])
const way = fc
  .tuple(part, part, part)
  .filter(one => Math.hypot(...one) > 0.1)
  .map(one => direction(one as unknown as Vector))

/** Least and most of the vertices between two heights, along an axis. */
const span = (vertices: Float64Array, [low, high]: readonly [number, number], axis: number) => {
  const found: number[] = []
  for (let at = 0; at < vertices.length; at += 3)
    if (vertices[at + 2]! >= low && vertices[at + 2]! < high) found.push(vertices[at + axis]!)
  return [Math.min(...found), Math.max(...found)] as const
}
const wide = (vertices: Float64Array, heights: readonly [number, number], axis = 0) => {
  const [least, most] = span(vertices, heights, axis)
  return most - least
}

describe.each(CASES)('%s, %s: the form reshaped', (pose, build) => {
  const { out, into, outward } = reshapeOf(pose, build)

  it('goes there and back', () => {
    fc.assert(
      fc.property(inBody, place => {
        const back = into(...out(place))
        back.forEach((value, axis) => expectWithin(value, place[axis]!, 1e-9))
      }),
    )
  })

  // A normal is what no tangent has a part of: tangents move as the form does.
  it('turns normals with the surface', () => {
    fc.assert(
      fc.property(
        inBody.filter(([, , z]) => [0.645, 0.675, 0.845, 0.875].every(kink => Math.abs(z - kink) > 0.002)),
        way,
        way,
        (place, normal, other) => {
          const tangent = other.map((value, axis) => value - dot(other, normal) * normal[axis]!) as unknown as Vector
          if (length(tangent) < 0.1) return
          const [here, there] = [-1, 1].map(side =>
            out(place.map((value, axis) => value + side * 1e-6 * tangent[axis]!) as unknown as Vector),
          )
          const moved = direction(there!.map((value, axis) => value - here![axis]!) as unknown as Vector)
          expectWithin(dot(outward(place, normal), moved), 0, 1e-3)
          expectWithin(length(outward(place, normal)), 1, 1e-9)
        },
      ),
    )
  })

  it('keeps the crown and the floor, and is alike on both sides', () => {
    const { vertices } = figureMesh(pose, build)
    const plain = figureMesh(pose, 'man').vertices
    const all = [-1, 2] as const
    expectWithin(span(vertices, all, 2)[1], span(plain, all, 2)[1], 0.004)
    expectWithin(span(vertices, all, 2)[0], span(plain, all, 2)[0], 0.004)
    const [left, right] = span(vertices, all, 0)
    expectWithin(left, -right, 1e-3)
    const [one, other] = [cheekOf({ pose, build }, 1), cheekOf({ pose, build }, -1)]
    expectWithin(one.place[0], -other.place[0], 1e-6)
    expectWithin(one.normal[0], -other.normal[0], 2e-3)
  })

  it('is shown where it is reckoned with, its eyes at the height of the head', () => {
    const shown = shownMesh({ pose, build, haircut: 'none', glasses: true })
    const plain = figureMesh(pose, build)
    for (const heights of [
      [0.02, 0.3],
      [0.3, 0.6],
      [headShare(pose, build) - 0.05, 1],
    ] as const)
      expectWithin(wide(shown.vertices, heights) / wide(plain.vertices, heights), 1, 0.12)
    const pupils = SHOWN_MATERIALS.indexOf('pupils')
    const triangles = [...shown.material.keys()].filter(triangle => shown.material[triangle] === pupils)
    expect(triangles.length).toBeGreaterThan(3)
    for (const triangle of triangles)
      expectWithin(shown.vertices[shown.corners[triangle * 3]! * 3 + 2]!, headShare(pose, build), 0.006)
    const [vertex] = triangles.map(triangle => shown.corners[triangle * 3]! * 3)
    expect(
      SHOWN_MATERIALS[
        shown.materialAt!(shown.vertices[vertex!]!, shown.vertices[vertex! + 1]!, shown.vertices[vertex! + 2]!)
      ],
    ).toMatch(/pupils|irises/)
    // Glasses before the eyes, whoever wears them.
    const frames = SHOWN_MATERIALS.indexOf('frames')
    const worn = [...shown.material.keys()].filter(triangle => shown.material[triangle] === frames)
    const heights = worn.map(triangle => shown.vertices[shown.corners[triangle * 3]! * 3 + 2]!)
    expectWithin((Math.min(...heights) + Math.max(...heights)) / 2, headShare(pose, build), 0.008)
  })
})

describe('builds', () => {
  // From memory of growth charts: a child of seven, 1.22 m, has a head 19 to 20 cm high and 14.5 wide with hair, about
  // a sixth and an eighth of its height; an adult of 1.75 m one of 23 and 15.5.
  it('give a child the larger head for its height, with the eyes lower', () => {
    const [child, man] = [figureMesh('standing', 'child'), figureMesh('standing', 'man')]
    expectWithin(wide(child.vertices, [0.9, 1]) / wide(man.vertices, [0.92, 0.98]), 1.25, 0.03)
    expectWithin(wide(child.vertices, [0.9, 1], 1) / wide(man.vertices, [0.92, 0.98], 1), 1.25, 0.05)
    expectWithin(wide(child.vertices, [0.9, 1]), 0.122, 0.01)
    expect(headShare('standing', 'child')).toBeLessThan(headShare('standing', 'man') - 0.01)
    expect(headShare('sitting', 'child')).toBeLessThan(headShare('sitting', 'man') - 0.01)
    expect(headShare('object', 'child')).toBe(0.6)
  })

  it('give a woman narrower shoulders and waist, and wider hips', () => {
    const [woman, man] = [figureMesh('standing', 'woman'), figureMesh('standing', 'man')]
    expectWithin(wide(woman.vertices, [0.77, 0.81]) / wide(man.vertices, [0.77, 0.81]), 0.92, 0.015)
    const trunk = (mesh: typeof man, heights: readonly [number, number]) => {
      let most = 0
      for (let at = 0; at < mesh.vertices.length; at += 3) {
        const [x, , z] = [mesh.vertices[at]!, 0, mesh.vertices[at + 2]!]
        if (z >= heights[0] && z < heights[1] && Math.abs(x) < 0.108) most = Math.max(most, Math.abs(x))
      }
      return most
    }
    expect(trunk(woman, [0.51, 0.53])).toBeGreaterThan(trunk(man, [0.51, 0.53]))
    expect(trunk(woman, [0.61, 0.63])).toBeLessThan(trunk(man, [0.61, 0.63]))
    expectWithin(headShare('standing', 'woman'), headShare('standing', 'man'), 1e-9)
  })

  it('are drawn as thick as they are, a man as he always was', () => {
    expect(drawnParts('object', 'child')).toEqual(PARTS.object)
    drawnParts('standing', 'man').forEach((drawn, index) => {
      const plain = PARTS.standing[index]!
      if (drawn.shape !== 'ball' || plain.shape !== 'ball') return
      expect(drawn.centre).toEqual(plain.centre)
      drawn.radii.forEach((radius, axis) => expectWithin(radius, plain.radii[axis]!, 1e-9))
    })
    const heads = (build: 'man' | 'child') =>
      drawnParts('standing', build).filter(one => one.shape === 'ball' && one.material === 'hair')
    const [child, man] = [heads('child')[0]!, heads('man')[0]!]
    if (child.shape !== 'ball' || man.shape !== 'ball') throw new Error('hair is a ball')
    expectWithin(child.radii[0] / man.radii[0], 1.25, 1e-3)
  })
})
