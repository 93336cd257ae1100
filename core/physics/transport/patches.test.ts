import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { closedBox, everySurface } from '#support/scenes'
import { expectShare, expectWithin } from '#support/tolerance'
import { noHit } from '../geometry/kernel'
import { pointOn } from '../geometry/surfacePoint'
import { matt, opaqueSheet, translucent, type Arc, type Bowl, type Scene, type Sheet } from '../geometry/surface'
import { grey } from '../units/rgb'
import { dot, length, subtract, type Vector } from '../units/vector'
import { cutIntoPatches, isOnSurface, patchAt, sideOfPatch } from './patches'
import { samplePatches } from './patchSamples'
import { passesThrough, splitLines } from './splits'

const WHITE = matt(grey(0.8))
const sheet = (id: string, corner: Vector, edgeS: Vector, edgeT: Vector, changes: Partial<Sheet> = {}): Sheet => ({
  ...opaqueSheet(id, id, corner, edgeS, edgeT, WHITE),
  ...changes,
})
const level = (id: string, sizeM: number, changes: Partial<Sheet> = {}) =>
  sheet(id, [0, 0, 0], [sizeM, 0, 0], [0, sizeM, 0], changes)
const areaOf = (scene: Scene, index: number, isFront = true) => {
  const { surface, isFront: front, areaM2 } = cutIntoPatches(scene)
  return areaM2.reduce(
    (sum, area, patch) => sum + (surface[patch] === index && (front[patch] === 1) === isFront ? area : 0),
    0,
  )
}
const hitOn = (surface: number, s: number, t: number, isFront = true) => ({ ...noHit(), surface, s, t, isFront })

describe('patches', () => {
  it('cover each side of every surface: the whole of it, and no more', () => {
    const whole = level('a', 2, { patchM: 0.3 })
    expectWithin(areaOf({ surfaces: [whole] }, 0), 4, 1e-9)
    expectWithin(areaOf({ surfaces: [whole] }, 0, false), 4, 1e-9)
    const round = level('b', 2, { patchM: 0.3, isRound: true })
    expectShare(areaOf({ surfaces: [round] }, 0), Math.PI, 0.01)
    const walls = closedBox(4, 5, 3, 0.5)
    walls.surfaces.forEach((_, index) => expect(areaOf(walls, index, false)).toBe(0))
    expectWithin(
      walls.surfaces.reduce((sum, _, index) => sum + areaOf(walls, index), 0),
      2 * (20 + 12 + 15),
      1e-9,
    )
    const scene = everySurface()
    const arc = scene.surfaces.findIndex(({ shape }) => shape === 'arc')
    const { axis, radiusM, sweepRad } = scene.surfaces[arc] as Arc
    expectWithin(areaOf(scene, arc), length(axis) * radiusM * sweepRad, 1e-9)
    const bowl = scene.surfaces.findIndex(({ shape }) => shape === 'bowl')
    // An eighth of a ball.
    expectWithin(areaOf(scene, bowl), (4 * Math.PI * (scene.surfaces[bowl] as Bowl).radiusM ** 2) / 8, 1e-9)
    scene.surfaces.forEach((surface, index) => {
      if (surface.shape !== 'body') return
      const { triangles, count } = surface.mesh
      let area = 0
      for (let triangle = 0; triangle < count; triangle++) {
        const [u, v] = [3, 6].map(from => triangles.slice(triangle * 9 + from, triangle * 9 + from + 3)) as [
          Float64Array,
          Float64Array,
        ]
        area +=
          Math.hypot(u[1]! * v[2]! - u[2]! * v[1]!, u[2]! * v[0]! - u[0]! * v[2]!, u[0]! * v[1]! - u[1]! * v[0]!) / 2
      }
      expectShare(areaOf(scene, index), area * surface.scaleM ** 2, 1e-6)
    })
  })

  it('are no wider than the surface asks for', () => {
    for (const [sizeM, patchM, count] of [
      [2, 0.5, 16],
      [2, 0.51, 16],
      [2, 0.49, 25],
      [0.3, 1, 1],
    ] as const)
      expect(cutIntoPatches({ surfaces: [level('a', sizeM, { patchM, encloses: true })] }).count).toBe(count)
  })

  it('of a quarter and an eighth of a round thing are as wide as is asked, or there are three at least', () => {
    const scene = everySurface()
    const counted = (shape: 'arc' | 'bowl', patchM: number) => {
      const surface = scene.surfaces.find(one => one.shape === shape) as Arc | Bowl
      const { grids } = cutIntoPatches({ surfaces: [{ ...surface, patchM }] })
      return { surface, columns: grids[0]!.columns, rows: grids[0]!.rows }
    }
    for (const patchM of [0.05, 0.2, 50]) {
      const arc = counted('arc', patchM)
      const { axis, radiusM, sweepRad } = arc.surface as Arc
      expect(arc.columns).toBe(Math.ceil(length(axis) / patchM - 1e-9))
      expect(arc.rows).toBe(Math.max(3, Math.ceil((radiusM * sweepRad) / patchM - 1e-9)))
      // A bowl's side is a quarter of a circle.
      const bowl = counted('bowl', patchM)
      const quarterM = ((bowl.surface as Bowl).radiusM * Math.PI) / 2
      expect(bowl.columns).toBe(Math.max(3, Math.ceil(quarterM / patchM - 1e-9)))
      expect(bowl.rows).toBe(bowl.columns)
    }
  })

  it('carry their side’s reflectance, and what comes through from the one across', () => {
    const paper = translucent(
      { ...level('a', 1), front: matt([0.1, 0.2, 0.3]), back: matt([0.4, 0.5, 0.6]) },
      [0.3, 0.2, 0.1],
    )
    const scene = { surfaces: [paper, level('b', 1)] }
    const patches = cutIntoPatches(scene)
    for (let patch = 0; patch < patches.count; patch++) {
      const isPaper = patches.surface[patch] === 0
      const { reflectance } = sideOfPatch(scene, patches, patch)
      expect([...patches.reflectance.slice(patch * 3, patch * 3 + 3)]).toEqual(reflectance)
      expect([...patches.transmittance.slice(patch * 3, patch * 3 + 3)]).toEqual(isPaper ? [0.3, 0.2, 0.1] : [0, 0, 0])
      const across = patches.partner[patch]!
      expect(across >= 0).toBe(isPaper)
      if (!isPaper) continue
      expect(patches.partner[across]).toBe(patch)
      expect(patches.isFront[across]).not.toBe(patches.isFront[patch])
      expectWithin(patches.areaM2[across]!, patches.areaM2[patch]!, 1e-12)
    }
    // Half as wide on each side, so four times as many.
    const opaque = cutIntoPatches({ surfaces: [level('a', 1)] }).count
    expect(patches.surface.filter(surface => surface === 0)).toHaveLength(4 * opaque)
  })

  it('are found where a ray struck: the one that the place lies in, on the side that was struck', () => {
    const scene = { surfaces: [level('a', 2, { patchM: 0.5 })] }
    const patches = cutIntoPatches(scene)
    const { points, perPatch } = samplePatches(scene, patches, 4)
    const place = fc.double({ min: 0, max: 1, noNaN: true })
    fc.assert(
      fc.property(place, place, fc.boolean(), (s, t, isFront) => {
        const patch = patchAt(scene, patches, hitOn(0, s, t, isFront))
        expect(patches.isFront[patch] === 1).toBe(isFront)
        // A cell is half a metre wide: the middle of the patch's own points lies within it.
        for (let index = 0; index < perPatch; index++) {
          const at = (patch * perPatch + index) * 6
          expect(Math.abs(points[at]! - 2 * s)).toBeLessThanOrEqual(0.5 + 1e-9)
          expect(Math.floor(points[at]! / 0.5)).toBe(Math.min(3, Math.floor((2 * s) / 0.5)))
          expect(Math.floor(points[at + 1]! / 0.5)).toBe(Math.min(3, Math.floor((2 * t) / 0.5)))
        }
      }),
    )
    expect(patchAt(scene, patches, noHit())).toBe(-1)
    const walls = closedBox(4, 5, 3, 0.5)
    expect(patchAt(walls, cutIntoPatches(walls), hitOn(0, 0.5, 0.5, false))).toBe(-1)
  })
})

describe('points over patches', () => {
  const scene = everySurface()
  const patches = cutIntoPatches(scene)
  const { points, exposed, boxes, perPatch } = samplePatches(scene, patches, 8)

  it('lie on their surface, with its normal, inside their box', () => {
    for (let patch = 0; patch < patches.count; patch++) {
      const surface = scene.surfaces[patches.surface[patch]!]!
      const [x0, y0, z0, x1, y1, z1] = boxes.slice(patch * 6, patch * 6 + 6)
      for (let index = 0; exposed[patch] && index < perPatch; index++) {
        const [x, y, z, nx, ny, nz] = points.slice((patch * perPatch + index) * 6, (patch * perPatch + index) * 6 + 6)
        expectWithin(Math.hypot(nx!, ny!, nz!), 1, 1e-5)
        expect(x! >= x0! && x! <= x1! && y! >= y0! && y! <= y1! && z! >= z0! && z! <= z1!).toBe(true)
        if (surface.shape !== 'sheet') continue
        const { normal } = pointOn(surface, 0.5, 0.5, patches.isFront[patch] === 1)
        expectWithin(dot(subtract([x!, y!, z!], surface.corner), normal), 0, 1e-9)
        expect([nx, ny, nz]).toEqual(normal)
      }
    }
  })

  it('are spread evenly: their mean is the middle of a whole patch', () => {
    const one = { surfaces: [level('a', 1, { patchM: 1 })] }
    const many = samplePatches(one, cutIntoPatches(one), 256)
    let [x, y] = [0, 0]
    for (let index = 0; index < 256; index++) {
      x += many.points[index * 6]! / 256
      y += many.points[index * 6 + 1]! / 256
    }
    expectWithin(x, 0.5, 0.01)
    expectWithin(y, 0.5, 0.01)
  })

  it('of a round sheet stay in its disc, and of a split cell on their side of the line', () => {
    const disc = { surfaces: [level('a', 2, { isRound: true, patchM: 0.4 })] }
    const cut = cutIntoPatches(disc)
    const spread = samplePatches(disc, cut, 8)
    for (let patch = 0; patch < cut.count; patch++)
      for (let index = 0; spread.exposed[patch] && index < 8; index++) {
        const at = (patch * 8 + index) * 6
        expect(Math.hypot(spread.points[at]! - 1, spread.points[at + 1]! - 1)).toBeLessThanOrEqual(1 + 1e-9)
      }
    expect(isOnSurface(disc.surfaces[0]!, 0.5, 0.01)).toBe(true)
    expect(isOnSurface(disc.surfaces[0]!, 0.1, 0.1)).toBe(false)

    // A board stands across the floor: no patch of the floor has points on both sides of it.
    const split = {
      surfaces: [level('floor', 2, { encloses: true, patchM: 0.5 }), sheet('board', [0.7, 0, 0], [0, 2, 0], [0, 0, 1])],
    }
    const halves = cutIntoPatches(split)
    const on = samplePatches(split, halves, 8)
    let [left, right] = [0, 0]
    for (let patch = 0; patch < halves.count; patch++) {
      if (halves.surface[patch] !== 0 || !on.exposed[patch]) continue
      const sides = Array.from({ length: 8 }, (_, index) => on.points[(patch * 8 + index) * 6]! < 0.7)
      expect(new Set(sides).size).toBe(1)
      if (sides[0]) left += halves.areaM2[patch]!
      else right += halves.areaM2[patch]!
    }
    expectWithin(left, 1.4, 0.05)
    expectWithin(left + right, 4, 1e-9)
  })
})

describe('lines that split patches', () => {
  const floor = level('floor', 2, { encloses: true })
  const lines = (...others: Sheet[]) => splitLines({ surfaces: [floor, ...others] }, floor)

  it('are where a sheet stands on another, and nowhere else', () => {
    const [line, ...more] = lines(sheet('board', [0.5, 0.4, 0.05], [1, 0, 0], [0, 0, 1]))
    expect(more).toEqual([])
    // Along y = 0.4: the same sign all along, zero on it; two centimetres longer than the board at both ends.
    expectWithin(line!.a * 0.25 + line!.b * 0.2 + line!.c, 0, 1e-9)
    expectWithin(line!.a * 0.9 + line!.b * 0.2 + line!.c, 0, 1e-9)
    expect(Math.sign(line!.a * 0.5 + line!.b * 0.3 + line!.c)).toBe(-Math.sign(line!.a * 0.5 + line!.b * 0.1 + line!.c))
    expectWithin(line!.from[0], 0.25 - 0.01, 1e-9)
    expectWithin(line!.to[0], 0.75 + 0.01, 1e-9)
    expect(lines(sheet('high', [0.5, 0.4, 0.07], [1, 0, 0], [0, 0, 1]))).toEqual([])
    expect(lines(sheet('beside', [2.5, 0.4, 0], [1, 0, 0], [0, 0, 1]))).toEqual([])
    expect(lines(sheet('round', [0.5, 0.4, 0], [1, 0, 0], [0, 0, 1], { isRound: true }))).toEqual([])
    expect(lines(sheet('wall', [0, 2, 0], [2, 0, 0], [0, 0, 3], { encloses: true }))).toEqual([])
    // A leaning one touches at its foot alone; one that lies on it touches with all four edges.
    expect(lines(sheet('leaning', [0.5, 0.4, 0], [1, 0, 0], [0, 0.5, 1]))).toHaveLength(1)
    expect(lines(sheet('lying', [0.5, 0.4, 0.01], [1, 0, 0], [0, 0.5, 0]))).toHaveLength(4)
  })

  it('pass through a cell where their stretch does', () => {
    const line = (from: [number, number], to: [number, number]) => ({ a: 0, b: 0, c: 0, from, to })
    const through = (from: [number, number], to: [number, number]) =>
      passesThrough(line(from, to), [0.2, 0.2], [0.4, 0.4])
    expect(through([0, 0.3], [1, 0.3])).toBe(true)
    expect(through([0.3, 0.9], [0.3, 0.1])).toBe(true)
    expect(through([0, 0], [1, 1])).toBe(true)
    expect(through([0.25, 0.25], [0.35, 0.3])).toBe(true)
    expect(through([0, 0.3], [0.1, 0.3])).toBe(false)
    expect(through([0, 0.45], [1, 0.45])).toBe(false)
    // Along the cell's border it belongs to neither.
    expect(through([0, 0.2], [1, 0.2])).toBe(false)
    expect(through([0.4, 0], [0.4, 1])).toBe(false)
    expect(through([0, 0.5], [0.5, 0])).toBe(true)
    expect(through([0, 0.35], [0.35, 0])).toBe(false)
    expect(through([0.6, 0.1], [0.6, 0.9])).toBe(false)
  })
})
