import { describe, expect, it } from 'vitest'
import { closedBox, testEmitter } from '#support/scenes'
import { expectShare, expectStops } from '#support/tolerance'
import { castView, gather } from './gather'
import { castRows, solveRadiosity } from './interreflection'
import { rayScene } from './kernel'
import { readField, solveField, viewReceiver } from './lightLayer'
import { cutIntoPatches } from './patches'
import { prepareStage } from './stage'

const sum = (values: Iterable<number>) => [...values].reduce((total, value) => total + value, 0)

describe('light that bounces', () => {
  // Closed room of one reflectance: in the mean E = flux / (A (1 - rho)), since what is not absorbed goes round again.
  it.each([0.2, 0.5, 0.88])('fills a closed box of reflectance %s as flux / (A (1 - rho))', (reflectance) => {
    const stage = prepareStage(closedBox(3, 4, 2.5, reflectance))
    const { count, areaM2 } = stage.patches
    const floor = stage.patches.grids[0]!
    const direct = new Float64Array(count).fill(0)
    direct.fill(40 / (3 * 4), floor.first, floor.first + floor.columns * floor.rows)
    const radiosity = solveRadiosity(stage.patches, stage.rows, direct, 0)
    const area = sum(areaM2)
    const mean = sum(radiosity.map((value, patch) => value / reflectance * areaM2[patch]!)) / area
    expectShare(mean, 40 / (area * (1 - reflectance)), 0.01)
  })

  // View factors of a cube: 0.1998 to the opposite face, 0.2000 to each neighbour (Howell's catalogue C-11 and C-14, from memory).
  it('sees the faces of a cube in the published shares', () => {
    const stage = prepareStage(closedBox(2, 2, 2, 0.5), { raysPerPatch: 4096, samplesPerPatch: 256, raysPerPoint: 64, frontForPatches: 2, frontForPoints: 2 })
    const floor = stage.patches.grids[0]!
    const seen = stage.rows.seen.subarray(0, floor.columns * floor.rows * stage.rows.raysPerPatch)
    const shareOf = (surface: number) => {
      const grid = stage.patches.grids[surface]!
      return seen.filter(patch => patch >= grid.first && patch < grid.first + grid.columns * grid.rows).length / seen.length
    }
    expectShare(shareOf(1), 0.1998, 0.01)
    for (const side of [2, 3, 4, 5]) expectShare(shareOf(side), 0.2, 0.01)
  })

  it('reads one stop more on a dome than on a flat disc in a uniform field', () => {
    const scene = closedBox(3, 3, 3, 0.5)
    const rays = rayScene(scene)
    const patches = cutIntoPatches(scene)
    const even = new Float64Array(patches.count).fill(7)
    const flat = castView(rays, patches, [1.5, 1.5, 1.5], [0, 1, 0], 'flat', 256)
    const dome = castView(rays, patches, [1.5, 1.5, 1.5], [0, 1, 0], 'dome', 256)
    expectStops(gather(flat, even), 7, 1e-9)
    expectStops(gather(dome, even), 14, 1e-9)
  })

  it('never makes light: black walls return none, and no ray is lost in a closed room', () => {
    const black = prepareStage(closedBox(3, 4, 2.5, 0))
    const receiver = viewReceiver(black, { id: 'p', position: [1.5, 2, 1.2], facing: [0, 1, 0], receptor: 'dome' })
    const field = solveField(black, testEmitter({ shape: 'disc', radiusM: 0.1 }, [1.5, 3.5, 2], [0, -1, 0]))
    expect(readField(black, field, receiver).bounced).toEqual([0, 0, 0])
    expect(castRows(black.rays, black.patches, black.samples, 64).seen.every(patch => patch >= 0)).toBe(true)
  })
})
