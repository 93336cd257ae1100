import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { everySurface, levelSquare } from '#support/scenes'
import { expectShare, expectWithin } from '#support/tolerance'
import { LEAF_COUNTS, NODE_BYTES, NODE_CHILDREN } from '../loops/layout'
import { grey } from '../units/rgb'
import { cross, dot, length, subtract, type Vector } from '../units/vector'
import { mayStandBetween } from './between'
import { emptyBox, holdPlaces } from './box'
import { boxTree } from './bvh'
import { facesOf } from './faces'
import { castRay, castRays, isBlocked, noHit, rayScene } from './kernel'
import { boxAround, layOut } from './layOut'
import { matt, opaqueSheet, patchSizeFor, sideOf, transmits, translucent, type Arc, type Bowl } from './surface'
import { facetOf, pointOn } from './surfacePoint'
import { triangleMesh } from './triangleMesh'
import { wideTree } from './wideTree'

const metre = fc.double({ min: -4, max: 4, noNaN: true })
const side = fc.double({ min: 0, max: 1.5, noNaN: true })
const boxOf = fc
  .tuple(metre, metre, metre, side, side, side)
  .map(([x, y, z, a, b, c]) => [x, y, z, x + a, y + b, z + c] as const)
const boxes = fc.array(boxOf, { minLength: 1, maxLength: 60 })

describe('a box', () => {
  it('grows to hold places, any of them and no more', () => {
    const box = emptyBox()
    holdPlaces(box, [9, 1, 2, 3, 0, 9, -1, 5, 2, 0, 9, 9, 9, 9], 1, 2, 5)
    expect([...box]).toEqual([-1, 2, 2, 1, 5, 3])
  })
})

describe('a tree of boxes', () => {
  it('has each item in one leaf, within every box above it, and no leaf with too many', () => {
    fc.assert(
      fc.property(boxes, fc.integer({ min: 1, max: 4 }), (given, leafSize) => {
        const items = Float64Array.from(given.flat())
        const tree = boxTree(items, leafSize)
        expect([...tree.order].sort((a, b) => a - b)).toEqual(given.map((_, index) => index))
        const seen = new Set<number>()
        const within = (item: number, box: ArrayLike<number>) =>
          [0, 1, 2].every(
            axis => items[item * 6 + axis]! >= box[axis]! && items[item * 6 + 3 + axis]! <= box[axis + 3]!,
          )
        const visit = (child: number, above: ArrayLike<number>[]) => {
          if (child < 0) {
            const leaf = -1 - child
            const [first, count] = [tree.leaves[leaf * 2]!, tree.leaves[leaf * 2 + 1]!]
            for (const item of tree.order.subarray(first, first + count)) {
              expect(seen.has(item)).toBe(false)
              seen.add(item)
              for (const box of above) expect(within(item, box)).toBe(true)
            }
            // Things whose middles are one and the same cannot be told apart.
            const apart = [0, 1, 2].map(axis => {
              const middles = [...tree.order.subarray(first, first + count)].map(
                item => items[item * 6 + axis]! + items[item * 6 + 3 + axis]!,
              )
              return Math.max(...middles) - Math.min(...middles)
            })
            if (Math.max(...apart) > 1e-6) expect(count).toBeLessThanOrEqual(leafSize)
            return
          }
          for (const which of [0, 1])
            visit(tree.children[child * 2 + which]!, [
              ...above,
              tree.boxes.subarray(child * 12 + which * 6, child * 12 + which * 6 + 6),
            ])
        }
        visit(tree.root!, [tree.bounds])
        expect(seen.size).toBe(given.length)
      }),
    )
    expect(boxTree(new Float64Array(0), 2).root).toBeUndefined()
  })

  it('is no deeper than it has to be, and tells far things apart first', () => {
    // Two clusters far apart: the first cut parts them.
    const near = Array.from({ length: 8 }, (_, index) => [index / 10, 0, 0, index / 10 + 0.05, 1, 1])
    const far = near.map(([a, b, c, d, e, f]) => [a! + 50, b!, c!, d! + 50, e!, f!])
    const tree = boxTree(Float64Array.from([...near, ...far].flat()), 2)
    const [left, right] = [tree.boxes.subarray(0, 6), tree.boxes.subarray(6, 12)]
    expect(Math.min(left[3]!, right[3]!)).toBeLessThan(2)
    expect(Math.max(left[0]!, right[0]!)).toBeGreaterThanOrEqual(50)
    expect(tree.children.length / 2).toBeLessThan(16)
  })

  it('is made of four-way nodes that hold the same leaves in boxes at least as wide', () => {
    fc.assert(
      fc.property(boxes, given => {
        const items = Float64Array.from(given.flat())
        const tree = boxTree(items, 2)
        const { nodes, root } = wideTree(tree, (first, count) => ({ first, count }))
        const [bounds, children] = [new Float32Array(nodes), new Int32Array(nodes)]
        const found: number[] = []
        const visit = (code: number, box: readonly number[] | undefined) => {
          if (code < 0) {
            const [first, count] = [Math.floor(~code / LEAF_COUNTS), ~code % LEAF_COUNTS]
            for (const item of tree.order.subarray(first, first + count)) {
              found.push(item)
              if (box)
                for (const axis of [0, 1, 2]) {
                  expect(items[item * 6 + axis]!).toBeGreaterThanOrEqual(box[axis]!)
                  expect(items[item * 6 + 3 + axis]!).toBeLessThanOrEqual(box[axis + 3]!)
                }
            }
            return
          }
          for (let lane = 0; lane < 4; lane++) {
            const own = [0, 1, 2, 3, 4, 5].map(at => bounds[(code * NODE_BYTES) / 4 + at * 4 + lane]!)
            if (own[0]! > own[3]!) continue
            visit(children[(code * NODE_BYTES + NODE_CHILDREN) / 4 + lane]!, own)
          }
        }
        visit(root!, undefined)
        expect(found.sort((a, b) => a - b)).toEqual(given.map((_, index) => index))
      }),
    )
  })
})

const scene = everySurface()

describe('a scene laid out', () => {
  it('has a box around every surface that holds all of it, and hardly more where it is flat or straight', () => {
    for (const surface of scene.surfaces) {
      const box = boxAround(surface)
      const count = surface.shape === 'body' ? surface.mesh.count : 1
      const places = Array.from({ length: 400 }, (_, index) =>
        surface.shape === 'body'
          ? pointOn(surface, 0.3, 0.3, true, Math.floor((index * count) / 400)).position
          : pointOn(surface, (index % 20) / 19, Math.floor(index / 20) / 19, true).position,
      )
      for (const place of places)
        place.forEach((value, axis) => {
          expect(value).toBeGreaterThanOrEqual(box[axis]! - 1e-9)
          expect(value).toBeLessThanOrEqual(box[axis + 3]! + 1e-9)
        })
      if (surface.shape === 'sheet')
        [0, 1, 2].forEach(axis => {
          const least = Math.min(...places.map(place => place[axis]!))
          expectWithin(box[axis]!, least, 1e-4)
        })
    }
  })

  it('takes six walls that make a box, and no others', () => {
    const walls = scene.surfaces.filter(surface => surface.shape === 'sheet' && surface.encloses)
    expect(layOut({ surfaces: walls }).walls?.surface).toHaveLength(6)
    expect(() => layOut({ surfaces: walls.slice(1) })).toThrow(/six walls; got 5/)
    const [first, ...rest] = walls
    const aslant = { ...first!, corner: [-9, -9, 1] as Vector } as (typeof walls)[number]
    expect(() => layOut({ surfaces: [aslant, ...rest] })).toThrow(/box along the axes/)
    expect(layOut({ surfaces: [] }).walls).toBeUndefined()
  })

  it('may have something between two boxes wherever a ray from one to the other is stopped', () => {
    const rays = rayScene(scene)
    let clear = 0
    fc.assert(
      fc.property(boxOf, boxOf, fc.integer({ min: 0, max: 7 }), fc.integer({ min: 0, max: 7 }), (a, b, m, n) => {
        const corner = (box: readonly number[], which: number) =>
          [0, 1, 2].map(axis => box[axis + ((which >> axis) & 1) * 3]!)
        const [from, to] = [corner(a, m), corner(b, n)]
        const may = mayStandBetween(rays, Float64Array.from(a), Float64Array.from(b), -1, -1)
        if (isBlocked(rays, from[0]!, from[1]!, from[2]!, to[0]! - from[0]!, to[1]! - from[1]!, to[2]! - from[2]!))
          expect(may).toBe(true)
        if (!may) clear++
      }),
      { numRuns: 400 },
    )
    expect(clear).toBeGreaterThan(0)
    // One thing alone stands between until it is spared.
    const one = rayScene({ surfaces: [levelSquare('one', [0, 0, 1], 1, matt(grey(0.5)))] })
    const [under, over] = [Float64Array.of(0, 0, 0, 0.1, 0.1, 0.1), Float64Array.of(0, 0, 2, 0.1, 0.1, 2.1)]
    expect(mayStandBetween(one, under, over, -1, -1)).toBe(true)
    expect(mayStandBetween(one, under, over, 0, -1)).toBe(false)
    expect(mayStandBetween(one, under, over, -1, 0)).toBe(false)
    expect(mayStandBetween(one, over, Float64Array.of(3, 3, 0, 3.1, 3.1, 0.1), -1, -1)).toBe(true)
    expect(
      mayStandBetween(one, Float64Array.of(3, 3, 2, 3.1, 3.1, 2.1), Float64Array.of(3, 3, 0, 3.1, 3.1, 0.1), -1, -1),
    ).toBe(false)
  })

  it('is cast at once as it is ray by ray, however many', () => {
    const rays = rayScene(scene)
    const count = 2500
    const numbers = Float64Array.from({ length: count * 6 }, (_, at) => {
      const [ray, part] = [Math.floor(at / 6), at % 6]
      return [0.2, 4, 1.5, Math.sin(ray), Math.cos(ray * 1.7), Math.sin(ray * 0.3)][part]!
    })
    const alone = noHit()
    let told = 0
    castRays(rays, numbers, count, (index, hit) => {
      expect(index).toBe(told++)
      if (index % 50 > 0) return
      const at = index * 6
      const found = { ...hit }
      castRay(
        rays,
        numbers[at]!,
        numbers[at + 1]!,
        numbers[at + 2]!,
        numbers[at + 3]!,
        numbers[at + 4]!,
        numbers[at + 5]!,
        alone,
      )
      expect(found).toEqual(alone)
    })
    expect(told).toBe(count)
  })
})

describe('surfaces as triangles', () => {
  const areaOf = (positions: Float32Array, corners: Uint32Array) => {
    const at = (index: number): Vector => [positions[index * 3]!, positions[index * 3 + 1]!, positions[index * 3 + 2]!]
    let sum = 0
    for (let triangle = 0; triangle < corners.length; triangle += 3) {
      const [a, b, c] = [at(corners[triangle]!), at(corners[triangle + 1]!), at(corners[triangle + 2]!)]
      sum += length(cross(subtract(b, a), subtract(c, a))) / 2
    }
    return sum
  }
  const arc: Arc = {
    shape: 'arc',
    id: 'a',
    owner: 'a',
    patchM: 1,
    centre: [1, 2, 3],
    axis: [2, 0, 0],
    from: [0, -1, 0],
    radiusM: 0.5,
    sweepRad: Math.PI / 2,
    isHollow: true,
    front: matt(grey(0.5)),
    back: matt(grey(0.1)),
  }
  const bowl: Bowl = {
    shape: 'bowl',
    id: 'b',
    owner: 'b',
    patchM: 1,
    centre: [0, 0, 0],
    radiusM: 1,
    axes: [
      [1, 0, 0],
      [0, 1, 0],
      [0, 0, 1],
    ],
    front: matt(grey(0.5)),
    back: matt(grey(0.1)),
  }

  it('have the area of the surface, front and back with their own sides, going round as their normals look', () => {
    const disc = {
      ...opaqueSheet('d', 'd', [0, 0, 0], [2, 0, 0], [0, 2, 0], matt(grey(0.5)), matt(grey(0.1))),
      isRound: true,
    }
    const sheet = opaqueSheet('s', 's', [0, 0, 0], [2, 0, 0], [0, 3, 0], matt(grey(0.5)), matt(grey(0.1)))
    for (const [surface, area] of [
      [sheet, 6],
      [disc, Math.PI],
      [arc, (2 * Math.PI) / 4],
      [bowl, Math.PI / 2],
    ] as const) {
      const made = facesOf(surface)
      expect(made).toHaveLength(2)
      expect(made.map(one => one.side.reflectance[0])).toEqual([0.5, 0.1])
      for (const { positions, normals, corners } of made) {
        expectShare(areaOf(positions, corners), area, 0.01)
        for (let triangle = 0; triangle < corners.length; triangle += 3) {
          const at = (of: Float32Array, index: number): Vector => [
            of[index * 3]!,
            of[index * 3 + 1]!,
            of[index * 3 + 2]!,
          ]
          const [a, b, c] = [0, 1, 2].map(corner => corners[triangle + corner]!) as [number, number, number]
          const facet = cross(
            subtract(at(positions, b), at(positions, a)),
            subtract(at(positions, c), at(positions, a)),
          )
          expect(dot(facet, at(normals, a))).toBeGreaterThanOrEqual(0)
        }
      }
      const [front, back] = made as [(typeof made)[number], (typeof made)[number]]
      front.normals.forEach((part, at) => expectWithin(part, -back.normals[at]!, 1e-6))
    }
  })

  it('of a body are its mesh’s, each material for itself, wherever it stands', () => {
    const body = scene.surfaces.find(surface => surface.shape === 'body')!
    if (body.shape !== 'body') throw new Error('a sitter is a body')
    const made = facesOf(body, ([x, y, z]) => [x + 1, y, z])
    expect(made.reduce((sum, one) => sum + one.corners.length / 3, 0)).toBe(body.mesh.count)
    expect(made.length).toBe(new Set(body.mesh.material).size)
    expectShare(
      made.reduce((sum, one) => sum + areaOf(one.positions, one.corners), 0),
      body.mesh.patchArea.reduce((sum, area) => sum + area, 0) * body.scaleM ** 2,
      1e-3,
    )
    const xs = made.flatMap(one => [...one.positions].filter((_, at) => at % 3 === 0))
    expectWithin((Math.min(...xs) + Math.max(...xs)) / 2, body.place[0] + 1, 0.05)
  })

  it('of a wall are seen from within alone', () => {
    const wall = scene.surfaces.find(surface => surface.shape === 'sheet' && surface.encloses)!
    expect(facesOf(wall)).toHaveLength(1)
  })
})

describe('a mesh made ready', () => {
  // A cube of side 1 in twelve triangles.
  const vertices = Float64Array.from([0, 1].flatMap(x => [0, 1].flatMap(y => [0, 1].flatMap(z => [x, y, z]))))
  const faces = Uint32Array.from(
    [
      [0, 1, 3, 2],
      [4, 6, 7, 5],
      [0, 4, 5, 1],
      [2, 3, 7, 6],
      [0, 2, 6, 4],
      [1, 5, 7, 3],
    ].flatMap(([a, b, c, d]) => [a!, b!, c!, a!, c!, d!]),
  )
  const mesh = (patch: number | undefined, materials = new Uint8Array(12)) =>
    triangleMesh(vertices, new Float64Array(24).fill(1), faces, materials, patch)

  it('gathers what looks one way, is of one material and lies in one cell', () => {
    const whole = mesh(10)
    expect([whole.count, whole.patchCount]).toEqual([12, 6])
    whole.patchArea.forEach(area => expectWithin(area, 1, 1e-12))
    expect(
      mesh(
        10,
        Uint8Array.from({ length: 12 }, (_, index) => index % 2),
      ).patchCount,
    ).toBe(12)
    // Triangles of a side lie in cells of half a metre each of its own.
    expect(mesh(0.5).patchCount).toBeGreaterThan(6)
    expect(mesh(undefined).patchCount).toBe(1)
  })

  it('lists the triangles of each patch with their areas so far, and keeps corners and facets', () => {
    const { patchFirst, patchTriangles, areaSoFar, patch, patchCount, corners, triangles } = mesh(10)
    for (let index = 0; index < patchCount; index++) {
      const [first, end] = [patchFirst[index]!, patchFirst[index + 1]!]
      expect(end - first).toBe(2)
      for (let at = first; at < end; at++) expect(patch[patchTriangles[at]!]).toBe(index)
      expectWithin(areaSoFar[first]!, 0.5, 1e-12)
      expectWithin(areaSoFar[end - 1]!, 1, 1e-12)
    }
    for (let triangle = 0; triangle < 12; triangle++) {
      const [a, b] = [corners[triangle * 3]!, corners[triangle * 3 + 1]!]
      for (const axis of [0, 1, 2]) {
        expect(triangles[triangle * 9 + axis]).toBe(vertices[a * 3 + axis])
        expect(triangles[triangle * 9 + 3 + axis]).toBe(vertices[b * 3 + axis]! - vertices[a * 3 + axis]!)
      }
      expectWithin(length(facetOf(mesh(10), triangle)), 1, 1e-12)
    }
  })
})

describe('sides of surfaces', () => {
  it('are cut finer where light comes through, and coarser where they are vast', () => {
    const sheet = opaqueSheet('s', 's', [0, 0, 0], [1, 0, 0], [0, 1, 0], matt(grey(0.5)), matt(grey(0.1)))
    expectWithin(sheet.patchM, 0.25, 1e-12)
    expectWithin(patchSizeFor(400), 1, 1e-12)
    expect(translucent(sheet, [0, 0, 0])).toBe(sheet)
    expect(translucent(sheet, [0, 0.2, 0])).toMatchObject({ patchM: 0.125, transmittance: [0, 0.2, 0] })
    expect([transmits(sheet), transmits(translucent(sheet, [0, 0, 0.1]))]).toEqual([false, true])
    expect([sideOf(sheet, true, 0).reflectance[0], sideOf(sheet, false, 0).reflectance[0]]).toEqual([0.5, 0.1])
  })
})
