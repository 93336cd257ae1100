import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { FIGURE_MATERIALS } from './form'
import { figureMesh } from './figureMesh'
import { BUILDS, headShare } from './builds'
import { POSES } from './poses'
import { surfaceNet } from './surfaceNet'

describe('a mesh from a field', () => {
  // A sphere of radius 0.3: area 4 pi r^2, normals along the radius.
  it('lies on the field\u2019s zero with its slope as normals, on an uneven grid too', () => {
    const lines = [-0.4, -0.36, -0.3, -0.22, -0.15, -0.1, -0.05, 0.01, 0.06, 0.1, 0.17, 0.23, 0.31, 0.36, 0.41]
    const { vertices, normals, faces } = surfaceNet((x, y, z) => Math.hypot(x, y, z) - 0.3, lines, lines, lines)
    for (let at = 0; at < vertices.length; at += 3) {
      expectWithin(Math.hypot(vertices[at]!, vertices[at + 1]!, vertices[at + 2]!), 0.3, 1e-6)
      for (const axis of [0, 1, 2]) expectWithin(normals[at + axis]!, vertices[at + axis]! / 0.3, 1e-4)
    }
    expect(faces.length / 3).toBeGreaterThan(200)
  })
})

describe.each(POSES.flatMap(pose => BUILDS.map(build => [pose, build] as const)))(
  'the mesh of %s, %s',
  (pose, build) => {
    const mesh = figureMesh(pose, build)

    it('is closed: every edge belongs to two triangles that run along it in opposite ways', () => {
      const edges = new Map<string, number>()
      for (let triangle = 0; triangle < mesh.count; triangle++) {
        for (const [a, b] of [
          [0, 1],
          [1, 2],
          [2, 0],
        ] as const) {
          const [from, to] = [mesh.corners[triangle * 3 + a]!, mesh.corners[triangle * 3 + b]!]
          const key = `${Math.min(from, to)} ${Math.max(from, to)}`
          edges.set(key, (edges.get(key) ?? 0) + (from < to ? 1 : -1))
        }
      }
      expect([...edges.values()].every(sum => sum === 0)).toBe(true)
    })
  },
)

const PEOPLE = POSES.filter(pose => pose !== 'object').flatMap(pose => BUILDS.map(build => [pose, build] as const))
/** Litres and square metres of skin of 1.72 m, clothed; a child is weighed as if it were as tall. */
const VOLUMES = { man: 78, woman: 72, child: 78 }

describe.each(PEOPLE)('the %s figure of a %s', (pose, build) => {
  const mesh = figureMesh(pose, build)

  // From memory: an adult of 1.72 m has a skin of about 1.8 m^2 and a volume of about 70 litres; clothed a little more.
  it('has the size of a person', () => {
    let volume = 0
    for (let triangle = 0; triangle < mesh.count; triangle++) {
      const [ax, ay, az, bx, by, bz, cx, cy, cz] = mesh.triangles.subarray(
        triangle * 9,
        triangle * 9 + 9,
      ) as unknown as number[]
      volume += (ax! * (by! * cz! - bz! * cy!) + ay! * (bz! * cx! - bx! * cz!) + az! * (bx! * cy! - by! * cx!)) / 6
    }
    expectWithin(volume * 1.72 ** 3 * 1000, VOLUMES[build], 8)
    expectWithin(mesh.patchArea.reduce((sum, area) => sum + area, 0) * 1.72 ** 2, 1.85, 0.15)
  })

  it('is made of skin, cloth, hair and eyes, the eyes at the height of the head', () => {
    const heightOf = (triangle: number) => mesh.triangles[triangle * 9 + 2]!
    const eyes = [...mesh.material.keys()].filter(
      triangle => mesh.material[triangle] === FIGURE_MATERIALS.indexOf('eyes'),
    )
    expect([...new Set(mesh.material)].filter(material => FIGURE_MATERIALS[material] !== 'irises')).toHaveLength(4)
    eyes.forEach(triangle => expectWithin(heightOf(triangle), headShare(pose, build), 0.025))
  })
})
