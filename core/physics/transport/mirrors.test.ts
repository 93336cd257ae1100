import { describe, expect, it } from 'vitest'
import { testEmitter } from '#support/scenes'
import { expectShare, expectWithin } from '#support/tolerance'
import { atOnce } from '../../shared/steps'
import { matt, opaqueSheet, type Gloss, type Scene, type Side } from '../geometry/surface'
import { grey } from '../units/rgb'
import { direction, dot, type Vector } from '../units/vector'
import { fresnel, lobeExponent } from './gloss'
import { lobeToward } from './glints'
import { readField, solveField, thrownAt, viewReceiver } from './lightLayer'
import { imageIn } from './mirrors'
import { prepareStage, type Quality } from './stage'

const FINE: Quality = {
  raysPerPatch: 64,
  samplesPerPatch: 64,
  raysPerPoint: 1024,
  frontForPatches: 2,
  frontForPoints: 6,
  seed: 0,
}
const BLACK = grey(0)
const side = (gloss: Gloss | null): Side => ({ ...matt(BLACK), gloss })
/** A black square on the floor with something that shines over it, and what else stands there. */
const floorOf = (sizeM: number, gloss: Gloss | null, others: Scene['surfaces'] = []): Scene => ({
  surfaces: [
    opaqueSheet('floor', 'floor', [-sizeM / 2, -sizeM / 2, 0], [sizeM, 0, 0], [0, sizeM, 0], side(gloss), matt(BLACK)),
    ...others,
  ],
})
const COAT: Gloss = { kind: 'coat', refractiveIndex: 1.5 }
const lamp = (place: Vector, to: Vector) =>
  testEmitter(
    { shape: 'disc', radiusM: 0.01 },
    place,
    direction([to[0] - place[0], to[1] - place[1], to[2] - place[2]]),
  )
const staged = (scene: Scene) => atOnce(prepareStage(scene, FINE))

describe('a light in a mirror', () => {
  it('looks like one as far behind it, turned about', () => {
    const { mirrors } = staged(floorOf(4, COAT))
    expect(mirrors.planes).toHaveLength(1)
    const image = imageIn(mirrors.planes[0]!, lamp([1, 0.5, 2], [0, 0, 0.5]))
    const light = lamp([1, 0.5, 2], [0, 0, 0.5])
    expect(image.centre).toEqual([1, 0.5, -2])
    for (const way of ['axis', 'across', 'up'] as const) {
      expectWithin(image[way][0], light[way][0], 1e-12)
      expectWithin(image[way][1], light[way][1], 1e-12)
      expectWithin(image[way][2], -light[way][2], 1e-12)
      expectWithin(dot(image[way], image[way]), 1, 1e-12)
    }
  })

  // A Lambertian source that looks at the mirrored place: 1 / way^2, the cosine of arrival, and Fresnel's share.
  it('throws on what its image would give, times Fresnel, where the mirror reaches and nothing is in the way', () => {
    const from: Vector = [-1, 0, 1]
    const to: Vector = [1, 0, 1]
    const thrown = (scene: Scene) => {
      const stage = staged(scene)
      return thrownAt(stage, solveField(stage, lamp(from, [0, 0, 0])), to, [0, 0, -1])
    }
    const way = Math.hypot(2, 2)
    expectShare(thrown(floorOf(4, COAT)), (1 / way ** 2) * Math.SQRT1_2 * fresnel(Math.SQRT1_2, 1.5), 0.01)
    expect(thrown(floorOf(4, null))).toBe(0)
    // The mirrored place lies in the middle: a mirror that ends before it throws nothing there.
    const beside = opaqueSheet('floor', 'floor', [0.2, -1, 0], [2, 0, 0], [0, 2, 0], side(COAT), matt(BLACK))
    expect(thrown({ surfaces: [beside] })).toBe(0)
    const post = (x: number) => opaqueSheet('post', 'post', [x, -0.2, 0.2], [0, 0.4, 0], [0, 0, 0.6], matt(BLACK))
    expect(thrown(floorOf(4, COAT, [post(0.5)]))).toBe(0)
    expect(thrown(floorOf(4, COAT, [post(-0.5)]))).toBe(0)
    expect(thrown(floorOf(4, COAT, [post(1.5)]))).toBeGreaterThan(0)
  })

  it('throws from a wall as far up and aside as the wall reaches', () => {
    // A mirror on a wall, a metre wide and a metre high; lamp and place a metre before it, the mirrored place between.
    const wall: Scene = {
      surfaces: [opaqueSheet('wall', 'wall', [-0.5, 0, 1], [1, 0, 0], [0, 0, 1], matt(BLACK), side(COAT))],
    }
    const stage = staged(wall)
    const thrown = (x: number, z: number) => {
      const field = solveField(stage, lamp([x - 0.8, 1, z], [x, 0, z]))
      return thrownAt(stage, field, [x + 0.8, 1, z], direction([-0.8, -1, 0]))
    }
    expectShare(thrown(0, 1.5), (1 / (1.6 ** 2 + 4)) * fresnel(1 / Math.hypot(0.8, 1), 1.5), 0.01)
    for (const [x, z] of [
      [0.45, 1.5],
      [-0.45, 1.5],
      [0, 1.95],
      [0, 1.05],
    ] as const)
      expect(thrown(x, z), `${x} ${z}`).toBeGreaterThan(0)
    for (const [x, z] of [
      [0.55, 1.5],
      [-0.55, 1.5],
      [0, 2.05],
      [0, 0.95],
    ] as const)
      expect(thrown(x, z), `${x} ${z}`).toBe(0)
  })

  it('throws nothing on what is behind the mirror, or looks away from it', () => {
    const stage = staged(floorOf(4, COAT))
    const field = solveField(stage, lamp([-1, 0, 1], [0, 0, 0]))
    expect(thrownAt(stage, field, [1, 0, -1], [0, 0, -1])).toBe(0)
    expect(thrownAt(stage, field, [1, 0, 1], [0, 0, 1])).toBe(0)
    const below = solveField(stage, lamp([-1, 0, -1], [0, 0, 0]))
    expect(thrownAt(stage, below, [1, 0, 1], [0, 0, -1])).toBe(0)
  })
})

describe('a lobe', () => {
  const LOBE: Gloss = { kind: 'lobe', share: 0.6, halfWidthDeg: 12 }

  // E cos at the board, of which share (n + 1) / 2 pi cos^n leaves around the mirror way: a small board is a point.
  it('throws its share around the mirror way: half of it at its half width', () => {
    const sizeM = 0.1
    const stage = staged(floorOf(sizeM, LOBE))
    const field = solveField(stage, lamp([-1, 0, 1], [0, 0, 0]))
    const exponent = lobeExponent(12)
    const at = (offDeg: number) => {
      const angle = ((45 + offDeg) * Math.PI) / 180
      const place: Vector = [2 * Math.cos(angle), 0, 2 * Math.sin(angle)]
      const facing: Vector = [-Math.cos(angle), 0, -Math.sin(angle)]
      const receiver = viewReceiver(stage, { id: 'p', position: place, facing, receptor: 'flat' })
      return { thrown: readField(stage, field, receiver).bounced[1], leaving: Math.sin(angle) }
    }
    const straight = 1 / 2
    const whole = (straight * sizeM ** 2 * 0.6 * (exponent + 1)) / (2 * Math.PI) / 4
    const { thrown, leaving } = at(0)
    expectShare(thrown, whole * leaving, 0.05)
    for (const off of [12, -12]) expectShare(at(off).thrown / at(off).leaving, whole / 2, 0.06)
    expect(at(-60).thrown).toBeLessThan(1e-4 * whole)
  })

  it('is read by a meter as what it throws on, and by nothing behind it', () => {
    const stage = staged(floorOf(0.5, LOBE))
    const field = solveField(stage, lamp([-1, 0, 1], [0, 0, 0]))
    const read = (position: Vector, facing: Vector) =>
      readField(stage, field, viewReceiver(stage, { id: 'p', position, facing, receptor: 'flat' }))
    const place: Vector = [1.2, 0, 1.2]
    const thrown = thrownAt(stage, field, place, direction([-1, 0, -1]))
    expect(thrown).toBeGreaterThan(0)
    expectShare(read(place, direction([-1, 0, -1])).bounced[1], thrown, 0.05)
    expectWithin(read([1, 0, -0.5], direction([-1, 0, 1])).bounced[1], 0, 1e-9)
  })

  it('looks brightest along the mirror way: (n + 1) / 2 pi of its share of the light that strikes it', () => {
    const stage = staged(floorOf(0.5, LOBE))
    const field = solveField(stage, lamp([-1, 0, 1], [0, 0, 0]))
    const gloss = LOBE as Extract<Gloss, { kind: 'lobe' }>
    const looked = (offDeg: number) => {
      const angle = ((45 + offDeg) * Math.PI) / 180
      return lobeToward(stage, field, gloss, [0, 0, 0, 0, 0, 1], [-Math.cos(angle), 0, -Math.sin(angle)])
    }
    expectShare(looked(0), (0.6 * (lobeExponent(12) + 1)) / (2 * Math.PI) / 2, 0.02)
    expectShare(looked(12) / looked(0), 0.5, 0.03)
    expect(looked(-80)).toBe(0)
  })
})
