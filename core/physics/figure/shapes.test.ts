import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { evenDraw } from '../../shared/chance'
import { dot, length, type Vector } from '../units/vector'
import { mixedTriangles } from './borders'
import { cheekOf } from './cheek'
import { softLesser, toBall, toLimb } from './distances'
import { figureMesh } from './figureMesh'
import { FIGURE_MATERIALS, formField, materialAt } from './form'
import { headShare } from './builds'
import { PARTS, POSES, SEAT_DROP } from './poses'
import { hairWay, lockDepth } from './shown/hair'
import { EYE, faceMaterial } from './shown/head'
import { DRESS, foldDepth } from './shown/body'
import { noise } from './shown/noise'
import { both, chain, cut, limb, mapped, nearestMaterial, toPiece, toPieces, ball, type Piece } from './shown/shapes'
import { sparseNet } from './shown/sparseNet'
import { underOf } from './shown/under'
import { triangleMesh } from '../geometry/triangleMesh'

const part = fc.double({ min: -1, max: 1, noNaN: true })
const place = fc.tuple(part, part, part) as fc.Arbitrary<Vector>
const size = fc.double({ min: 0.05, max: 0.5, noNaN: true })

describe('distances to forms', () => {
  it('are exact for a ball of one radius, and 0 all over an ellipsoid', () => {
    fc.assert(
      fc.property(place, place, size, ([x, y, z], c, radius) => {
        const away = Math.hypot(x - c[0], y - c[1], z - c[2])
        if (away > 1e-3) expectWithin(toBall(x, y, z, c, [radius, radius, radius]), away - radius, 1e-9)
      }),
    )
    fc.assert(
      fc.property(place, size, size, size, (way, a, b, c) => {
        const long = Math.hypot(...way)
        if (long < 0.1) return
        const [x, y, z] = [(way[0] / long) * a, (way[1] / long) * b, (way[2] / long) * c]
        expectWithin(toBall(0.2 + x, y - 0.1, z, [0.2, -0.1, 0], [a, b, c]), 0, 1e-12)
        // Inside it is below 0, outside above, and never more than the way to the centre.
        expect(toBall(0.2 + x * 0.9, y * 0.9 - 0.1, z * 0.9, [0.2, -0.1, 0], [a, b, c])).toBeLessThan(0)
        expect(toBall(0.2 + x * 1.1, y * 1.1 - 0.1, z * 1.1, [0.2, -0.1, 0], [a, b, c])).toBeGreaterThan(0)
      }),
    )
    expect(toBall(0, 0, 0, [0, 0, 0], [0.3, 0.2, 0.4])).toBe(-0.2)
  })

  it('are those of a capsule for a limb of one radius, and taper along its bone', () => {
    const bone = { from: [0, 0, 0] as Vector, to: [0, 0, 1] as Vector, fromRadius: 0.1, toRadius: 0.1 }
    expectWithin(toLimb(0.3, 0.4, 0.5, bone), 0.4, 1e-12)
    expectWithin(toLimb(0, 0.3, 1.4, bone), 0.4, 1e-12)
    expectWithin(toLimb(0.3, 0, -0.4, bone), 0.4, 1e-12)
    const cone = { ...bone, toRadius: 0.3 }
    expectWithin(toLimb(0.5, 0, 0, cone), 0.4, 1e-12)
    expectWithin(toLimb(0.5, 0, 0.5, cone), 0.3, 1e-12)
    expectWithin(toLimb(0.5, 0, 1, cone), 0.2, 1e-12)
    // Wherever it lies and whichever way.
    fc.assert(
      fc.property(place, place, fc.double({ min: 0, max: 1, noNaN: true }), (from, to, share) => {
        const way = to.map((end, axis) => end - from[axis]!) as unknown as Vector
        if (length(way) < 0.05) return
        const at = from.map((start, axis) => start + share * way[axis]!) as unknown as Vector
        expectWithin(toLimb(...at, { from, to, fromRadius: 0.1, toRadius: 0.2 }), -0.1 - share * 0.1, 1e-9)
      }),
    )
  })

  it('run together: the lesser where they are apart, a quarter of the softness less where they meet', () => {
    fc.assert(
      fc.property(part, part, size, (a, b, soft) => {
        const both = softLesser(a, b, soft)
        expectWithin(both, softLesser(b, a, soft), 1e-12)
        expect(both).toBeLessThanOrEqual(Math.min(a, b))
        expect(both).toBeGreaterThanOrEqual(Math.min(a, b) - soft / 4 - 1e-12)
        if (Math.abs(a - b) >= soft) expect(both).toBe(Math.min(a, b))
      }),
    )
    expectWithin(softLesser(0.2, 0.2, 0.4), 0.1, 1e-12)
    expectWithin(softLesser(0.2, 0.4, 0.4), 0.175, 1e-12)
  })
})

describe('pieces of the shown form', () => {
  const cap: Piece = { shape: 'cap', centre: [0, 0, 1], radius: 0.5, normal: [0, 0, 1], material: 'skin', soft: 0.01 }

  it('have a ball, half a ball on the side of its normal, and a limb', () => {
    expectWithin(toPiece(0, 0, 1.7, cap), 0.2, 1e-12)
    expectWithin(toPiece(0, 0, 0.8, cap), 0.2, 1e-12)
    expect(toPiece(0, 0, 1.2, cap)).toBeLessThan(0)
    expectWithin(toPiece(1, 0, 0, ball([0, 0, 0], [0.4, 0.4, 0.4], 'skin', 0.01)), 0.6, 1e-12)
    expectWithin(toPiece(0.5, 0, 0.5, limb([[0, 0, 0], 0.1], [[0, 0, 1], 0.1], 'skin', 0.01)), 0.4, 1e-12)
  })

  it('are one whole, less what is cut out of what came before', () => {
    const body = ball([0, 0, 0], [1, 1, 1], 'clothing', 0.001)
    const hole = cut(ball([1, 0, 0], [0.3, 0.3, 0.3], 'skin', 0.001))
    expect(toPieces([body], 0.9, 0, 0)).toBeLessThan(0)
    expect(toPieces([body, hole], 0.9, 0, 0)).toBeGreaterThan(0)
    expect(toPieces([hole, body], 0.9, 0, 0)).toBeLessThan(0)
    expect(toPieces([body, hole], -0.9, 0, 0)).toBeLessThan(0)
    expect(nearestMaterial([body, hole], 1, 0, 0)).toBe('clothing')
    expect(nearestMaterial([body, ball([3, 0, 0], [1, 1, 1], 'hair', 0.1)], 2.5, 0, 0)).toBe('hair')
    expect(nearestMaterial([], 0, 0, 0)).toBe('skin')
  })

  it('are mirrored, moved and strung together', () => {
    const [left, right] = both({ ...cap, centre: [0.3, 0, 1], normal: [0.6, 0, 0.8] })
    fc.assert(
      fc.property(place, ([x, y, z]) => expectWithin(toPiece(x, y, z, left!), toPiece(-x, y, z, right!), 1e-12)),
    )
    const [one, other] = both(limb([[0.2, 0.1, 0], 0.1], [[0.5, 0, 1], 0.2], 'hair', 0.01))
    fc.assert(fc.property(place, ([x, y, z]) => expectWithin(toPiece(x, y, z, one!), toPiece(-x, y, z, other!), 1e-12)))
    const up = mapped(one!, ([x, y, z]) => [x, y, z + 2])
    fc.assert(fc.property(place, ([x, y, z]) => expectWithin(toPiece(x, y, z, one!), toPiece(x, y, z + 2, up), 1e-9)))
    const string = chain(
      [
        [[0, 0, 0], 0.1],
        [[0, 0, 1], 0.2],
        [[0, 1, 1], 0.3],
      ],
      'hair',
      0.02,
    )
    expect(string).toHaveLength(2)
    expect(string[1]).toMatchObject({
      from: [0, 0, 1],
      fromRadius: 0.2,
      to: [0, 1, 1],
      toRadius: 0.3,
      material: 'hair',
    })
  })

  it('mirror each other: whoever stands or sits is alike on both sides, but for folds', () => {
    for (const { cloth, hands } of Object.values(DRESS))
      fc.assert(
        fc.property(part, part, part, (x, y, z) => {
          const at = [x * 0.25, y * 0.3, 0.5 + z * 0.5] as const
          expectWithin(toPieces(cloth, ...at), toPieces(cloth, -at[0], at[1], at[2]), 2e-3)
          expectWithin(
            Math.min(...hands.map(one => toPiece(...at, one))),
            Math.min(...hands.map(one => toPiece(-at[0], at[1], at[2], one))),
            1e-9,
          )
        }),
      )
  })
})

describe('the form that light is reckoned with', () => {
  it.each(POSES)('of %s is alike on both sides', pose => {
    const field = formField(PARTS[pose])
    fc.assert(
      fc.property(part, part, part, (x, y, z) => {
        const at = [x * 0.2, y * 0.3, 0.5 + z * 0.5] as const
        // Asked in another order, soft joints of three parts differ by less than a hair.
        expectWithin(field(...at), field(-at[0], at[1], at[2]), 1e-3)
      }),
    )
  })

  // Shares of height, from memory of drawing canons: shoulders a quarter wide, the head an eighth high and narrower
  // than deep, feet a seventh long, finger tips at mid thigh, nothing under the floor.
  it('has the measures of a person', () => {
    const { vertices } = figureMesh('standing', 'man')
    const between = (low: number, high: number) => {
      const found: Vector[] = []
      for (let at = 0; at < vertices.length; at += 3)
        if (vertices[at + 2]! >= low && vertices[at + 2]! < high)
          found.push([vertices[at]!, vertices[at + 1]!, vertices[at + 2]!])
      return found
    }
    const span = (places: readonly Vector[], axis: number) => {
      const values = places.map(one => one[axis]!)
      return [Math.min(...values), Math.max(...values)] as const
    }
    const wide = (low: number, high: number, axis: number) => {
      const [least, most] = span(between(low, high), axis)
      return most - least
    }
    expectWithin(span(between(-1, 2), 2)[1], 1.005, 0.01)
    expectWithin(span(between(-1, 2), 2)[0], 0, 0.012)
    // With the sleeves.
    expectWithin(wide(0.76, 0.82, 0), 0.31, 0.02)
    expectWithin(wide(0.92, 0.98, 0), 0.098, 0.012)
    expectWithin(wide(0.92, 0.98, 1), 0.13, 0.015)
    expectWithin(wide(0.862, 0.876, 0), 0.066, 0.015)
    expectWithin(wide(-0.1, 0.05, 1), 0.13, 0.02)
    expectWithin(wide(0.4, 0.48, 0), 0.37, 0.03)
    expect(span(between(0.4, 0.43), 0)[1]).toBeGreaterThan(0.15)
    // The face looks ahead: nose and toes lie before the middle.
    expectWithin(span(between(0.9, 0.93), 1)[1], 0.075, 0.006)
    expectWithin(span(between(-0.1, 0.05), 1)[1], 0.087, 0.008)
    const seated = figureMesh('sitting', 'man').vertices
    const tops = seated.filter((_, at) => at % 3 === 2)
    expectWithin(Math.max(...tops), 1.005 - SEAT_DROP, 0.01)
    expectWithin(Math.max(...seated.filter((_, at) => at % 3 === 1)), 0.32, 0.012)
    expect([headShare('standing', 'man'), headShare('sitting', 'man')]).toEqual([0.935, 0.935 - SEAT_DROP])
  })

  it('is of the material of its nearest part, an eye between its lids, an iris in its middle', () => {
    const parts = PARTS.standing
    const name = (x: number, y: number, z: number) => materialAt(parts, x, y, z)
    expect(name(0, 0.06, 0.72)).toBe('clothing')
    expect(name(0, -0.07, 0.96)).toBe('hair')
    expect(name(0, 0.075, 0.914)).toBe('skin')
    expect(name(0.0185, 0.0508, 0.938)).toBe('irises')
    expect(name(-0.0185, 0.0508, 0.938)).toBe('irises')
    expect(name(0.0235, 0.0495, 0.938)).toBe('eyes')
    // Over and under the lids, and behind the eye, there is skin; nowhere is there nothing.
    expect(name(0.0185, 0.0495, 0.9425)).toBe('skin')
    expect(name(0.0185, 0.0495, 0.9325)).toBe('skin')
    expect(materialAt([], 0, 0, 0)).toBe('skin')
    const used = new Set([...figureMesh('standing', 'man').material].map(number => FIGURE_MATERIALS[number]))
    expect(used.size).toBeGreaterThanOrEqual(4)
  })

  it.each(POSES)('of %s has its cheeks on its surface, mirrored, each looking outward', pose => {
    const field = formField(PARTS[pose])
    const [left, right] = [cheekOf({ pose, build: 'man' }, 1), cheekOf({ pose, build: 'man' }, -1)]
    for (const { place: at, normal } of [left, right]) {
      expectWithin(field(...at), 0, 1e-6)
      expectWithin(length(normal), 1, 1e-9)
      expect(dot(normal, [at[0], at[1], 0])).toBeGreaterThan(0)
      expect(field(at[0] + 0.004 * normal[0], at[1] + 0.004 * normal[1], at[2] + 0.004 * normal[2])).toBeGreaterThan(0)
    }
    expectWithin(left.place[0], -right.place[0], 1e-6)
    expect(left.place[0]).toBeGreaterThan(0)
    expectWithin(left.normal[0], -right.normal[0], 1e-3)
    const round = (Math.atan2(left.place[0], left.place[1]) * 180) / Math.PI
    expectWithin(round, pose === 'object' ? 58 : 40, 1e-6)
  })
})

describe('borders of materials', () => {
  // Two triangles side by side on four corners, and one apart.
  const mesh = {
    count: 3,
    corners: Uint32Array.from([0, 1, 2, 1, 2, 3, 4, 5, 6]),
    vertices: new Float64Array(21),
    material: Uint8Array.from([0, 1, 0]),
  }

  it('run through triangles that share a corner with another material', () => {
    expect([...mixedTriangles(mesh)]).toEqual([1, 1, 0])
    expect([...mixedTriangles({ ...mesh, material: Uint8Array.from([2, 2, 0]) })]).toEqual([0, 0, 0])
    expect([...mixedTriangles(mesh, material => material === 0)]).toEqual([0, 0, 0])
  })
})

describe('what makes a shown figure less even', () => {
  it('is a noise that is even, smooth, repeatable, and runs through its drawn numbers', () => {
    const values = Array.from({ length: 3000 }, (_, step) => {
      const [u, v] = [40 * evenDraw(step, 'u'), 40 * evenDraw(step, 'v')]
      const value = noise(u, v)
      expect(noise(u, v)).toBe(value)
      expectWithin(noise(u + 1e-5, v), value, 1e-4)
      expectWithin(noise(u, v + 1e-5), value, 1e-4)
      return value
    })
    expect(Math.max(...values.map(Math.abs))).toBeLessThanOrEqual(1)
    expectWithin(values.reduce((sum, value) => sum + value, 0) / values.length, 0, 0.08)
    expect(Math.max(...values)).toBeGreaterThan(0.6)
    expect(Math.min(...values)).toBeLessThan(-0.6)
    // Between two drawn numbers the middle is their mean.
    for (const [i, j] of [
      [3, 4],
      [-2, 7],
    ] as const) {
      expectWithin(noise(i + 0.5, j), (noise(i, j) + noise(i + 1, j)) / 2, 1e-9)
      expectWithin(noise(i, j + 0.5), (noise(i, j) + noise(i, j + 1)) / 2, 1e-9)
      expectWithin(noise(i + 0.25, j), noise(i, j) + 0.15625 * (noise(i + 1, j) - noise(i, j)), 1e-9)
    }
  })

  it('is folds and locks of a few millimetres, folds deepest where cloth is drawn together', () => {
    const depth = (z: number) =>
      Math.max(
        ...Array.from({ length: 200 }, (_, step) =>
          Math.abs(foldDepth(0.1 * Math.sin(step), 0.1 * Math.cos(step), z + 0.0001 * step)),
        ),
      )
    expect(depth(0.57)).toBeGreaterThan(1.5 * depth(0.42))
    expect(depth(0.57)).toBeLessThan(0.009)
    const lock = Array.from({ length: 300 }, (_, step) =>
      lockDepth(0.05 * Math.sin(step), 0.05 * Math.cos(step), 0.9 + step * 1e-4),
    )
    expect(Math.max(...lock.map(Math.abs))).toBeLessThan(0.0025)
    expect(Math.max(...lock) - Math.min(...lock)).toBeGreaterThan(0.002)
  })

  it('is hair that runs across the surface and down from the crown', () => {
    for (const [x, y, z] of [
      [0.045, -0.02, 0.93],
      [-0.045, -0.02, 0.93],
      [0, -0.07, 0.93],
    ] as const) {
      const normal: Vector = [x / Math.hypot(x, y + 0.02), (y + 0.02) / Math.hypot(x, y + 0.02), 0]
      const way = hairWay([x, y, z], normal)
      expectWithin(length(way), 1, 1e-9)
      expectWithin(dot(way, normal), 0, 1e-9)
      expect(way[2]).toBeLessThan(-0.9)
    }
  })

  it('is a face with pupils in irises, brows that thin outward, and a line between its lips', () => {
    const [x, y, z] = [EYE.centre[0], EYE.centre[1] + EYE.radius, EYE.centre[2]]
    for (const side of [-1, 1]) {
      expect(faceMaterial('eyes', side * x, y, z)).toBe('pupils')
      expect(faceMaterial('eyes', side * (x + 0.0025), y, z)).toBe('irises')
      expect(faceMaterial('eyes', side * x, y, z - 0.005)).toBe('eyes')
      expect(faceMaterial('eyes', side * x, y - 0.01, z)).toBe('eyes')
      expect(faceMaterial('skin', side * 0.012, 0.05, 0.951)).toBe('brows')
      expect(faceMaterial('skin', side * 0.012, 0.05, 0.956)).toBe('skin')
      expect(faceMaterial('skin', side * 0.012, 0, 0.951)).toBe('skin')
      expect(faceMaterial('skin', side * 0.004, 0.05, 0.9495)).toBe('skin')
      expect(faceMaterial('skin', side * 0.03, 0.05, 0.949)).toBe('skin')
    }
    expect(faceMaterial('lips', 0, 0.06, 0.897)).toBe('mouth')
    expect(faceMaterial('lips', 0, 0.06, 0.899)).toBe('lips')
    expect(faceMaterial('lips', 0.014, 0.06, 0.8966)).toBe('lips')
    expect(faceMaterial('hair', 0, 0, 1)).toBe('hair')
  })
})

describe('a fine mesh', () => {
  it('lies on its pieces, closed, and each corner is under the nearest triangle that faces its way', () => {
    const pieces = [ball([0, 0, 0.5], [0.1, 0.1, 0.1], 'skin', 0.01)]
    const net = sparseNet(pieces, 0.02)
    for (let at = 0; at < net.vertices.length; at += 3) {
      const [x, y, z] = [net.vertices[at]!, net.vertices[at + 1]!, net.vertices[at + 2]!]
      expectWithin(Math.hypot(x, y, z - 0.5), 0.1, 2e-4)
      expectWithin(net.normals[at]!, x / 0.1, 0.02)
      expectWithin(net.normals[at + 1]!, y / 0.1, 0.02)
      expectWithin(net.normals[at + 2]!, (z - 0.5) / 0.1, 0.02)
    }
    const edges = new Map<string, number>()
    for (let face = 0; face < net.faces.length; face += 3)
      for (let corner = 0; corner < 3; corner++) {
        const [a, b] = [net.faces[face + corner]!, net.faces[face + ((corner + 1) % 3)]!]
        const key = a < b ? `${a} ${b}` : `${b} ${a}`
        edges.set(key, (edges.get(key) ?? 0) + (a < b ? 1 : -1))
      }
    expect([...edges.values()].every(sum => sum === 0)).toBe(true)
    // 4 pi r^2, less what flat triangles cut off.
    const area = (mesh: { vertices: ArrayLike<number>; faces: ArrayLike<number> }) => {
      let sum = 0
      for (let face = 0; face < mesh.faces.length; face += 3) {
        const [a, b, c] = [0, 1, 2].map(corner =>
          [0, 1, 2].map(axis => mesh.vertices[mesh.faces[face + corner]! * 3 + axis]!),
        )
        const [u, v] = [b!.map((one, axis) => one - a![axis]!), c!.map((one, axis) => one - a![axis]!)]
        sum +=
          Math.hypot(u[1]! * v[2]! - u[2]! * v[1]!, u[2]! * v[0]! - u[0]! * v[2]!, u[0]! * v[1]! - u[1]! * v[0]!) / 2
      }
      return sum
    }
    expectWithin(area(net) / (4 * Math.PI * 0.01), 0.99, 0.015)
    const coarse = sparseNet(pieces, 0.045)
    const made = (one: typeof net, patch: number | undefined) =>
      triangleMesh(
        Float64Array.from(one.vertices),
        Float64Array.from(one.normals),
        Uint32Array.from(one.faces),
        new Uint8Array(one.faces.length / 3),
        patch,
      )
    const mesh = made(coarse, 0.05)
    const { triangleOfVertex, patchOfTriangle } = underOf(mesh, made(net, undefined))
    const middle = (triangle: number) =>
      [0, 1, 2].map(axis =>
        [0, 1, 2].reduce((sum, corner) => sum + mesh.vertices[mesh.corners[triangle * 3 + corner]! * 3 + axis]! / 3, 0),
      )
    for (let vertex = 0; vertex < triangleOfVertex.length; vertex += 7) {
      const at = [0, 1, 2].map(axis => net.vertices[vertex * 3 + axis]!)
      const away = (triangle: number) => Math.hypot(...middle(triangle).map((one, axis) => one - at[axis]!))
      const nearest = Math.min(...Array.from({ length: mesh.count }, (_, triangle) => away(triangle)))
      expect(away(triangleOfVertex[vertex]!)).toBeLessThan(nearest + 0.012)
    }
    expect(Math.max(...patchOfTriangle)).toBeLessThan(mesh.patchCount)
  })
})
