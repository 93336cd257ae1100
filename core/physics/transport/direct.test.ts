import { describe, expect, it } from 'vitest'
import { EMPTY, testEmitter } from '#support/scenes'
import { expectStops, expectWithin } from '#support/tolerance'
import { matt, opaqueSheet } from '../geometry/surface'
import { directAt, sampleEmitter, sampleEmitterFor } from './direct'
import { rayScene } from '../geometry/kernel'
import { grey } from '../units/rgb'

const open = rayScene(EMPTY)
const onAxis = (front: Parameters<typeof testEmitter>[0], distanceM: number, exponent = 1) =>
  directAt(
    sampleEmitter(testEmitter(front, [0, distanceM, 0], [0, -1, 0], exponent), 24),
    open,
    0,
    0,
    0,
    0,
    1,
    0,
    'flat',
  )

describe('light straight from a source', () => {
  it('falls with the square of the distance when the source is small', () => {
    for (const [from, to] of [
      [1, 2],
      [0.75, 3.5],
      [1.8, 0.8],
    ] as const) {
      const small = { shape: 'disc', radiusM: 0.005 } as const
      expectStops(onAxis(small, to) / onAxis(small, from), (from / to) ** 2, 1e-3)
    }
  })

  // Lambertian disc on its axis: E = I0 / (d^2 + R^2). Closed form; J. R. Howell, A Catalog of Radiation Heat Transfer
  // Configuration Factors, B-13 (element to coaxial parallel disc), quoted from memory.
  it.each([5, 1, 0.5])('bends near a disc at %s diameters as the closed form says', diameters => {
    const radiusM = 0.4
    const distanceM = diameters * 2 * radiusM
    expectStops(onAxis({ shape: 'disc', radiusM }, distanceM), 1 / (distanceM ** 2 + radiusM ** 2), 0.004)
  })

  it('differs from inverse square by 0.014, 0.32 and 1.0 stop at five, one and half a diameter', () => {
    for (const [diameters, stops, tolerance] of [
      [5, 0.014, 0.001],
      [1, 0.32, 0.005],
      [0.5, 1, 0.01],
    ] as const) {
      const distanceM = diameters * 2 * 0.4
      expectWithin(Math.log2(1 / distanceM ** 2 / onAxis({ shape: 'disc', radiusM: 0.4 }, distanceM)), stops, tolerance)
    }
  })

  // Element opposite the centre of a parallel rectangle 2a x 2b: four times the corner factor B-4 of the same
  // catalogue,
  // F = 1/(2 pi) [A/sqrt(1+A^2) atan(B/sqrt(1+A^2)) + B/sqrt(1+B^2) atan(A/sqrt(1+B^2))], A = a/d, B = b/d.
  it.each([0.3, 0.6, 1.5])('agrees with the closed form of a rectangle at %s m', distanceM => {
    const [widthM, heightM] = [0.6, 0.9]
    const [a, b] = [widthM / 2 / distanceM, heightM / 2 / distanceM]
    const part = (p: number, q: number) => (p / Math.hypot(1, p)) * Math.atan(q / Math.hypot(1, p))
    const factor = (4 / (2 * Math.PI)) * (part(a, b) + part(b, a))
    // E = pi L F, and a Lambertian front of area A has L = I0 / A.
    expectStops(
      onAxis({ shape: 'rectangle', widthM, heightM }, distanceM),
      (Math.PI * factor) / (widthM * heightM),
      0.004,
    )
  })

  // A small source of pattern cos^m over a plane parallel to its front: E = I0 cos^(m+3) / h^2 (cosine law and
  // inverse square).
  it.each([
    [0, 3],
    [1, 4],
    [4, 7],
  ])('falls by cos^(m+3) over a plane for m = %s', (exponent, power) => {
    const samples = sampleEmitter(testEmitter({ shape: 'disc', radiusM: 0.002 }, [0, 2, 0], [0, -1, 0], exponent), 4)
    for (const angle of [10, 35, 60]) {
      const radians = (angle * Math.PI) / 180
      const light = directAt(samples, open, 2 * Math.tan(radians), 0, 0, 0, 1, 0, 'flat')
      expectStops(light, Math.cos(radians) ** power / 4, 2e-3)
    }
  })

  it('is read by a dome from behind its plane, and by a flat disc not', () => {
    const samples = sampleEmitter(testEmitter({ shape: 'disc', radiusM: 0.01 }, [0, -2, 0.5], [0, 1, -0.25]), 4)
    expect(directAt(samples, open, 0, 0, 0, 0, 1, 0, 'flat')).toBe(0)
    const cosine = -2 / Math.hypot(2, 0.5)
    expectStops(directAt(samples, open, 0, 0, 0, 0, 1, 0, 'dome'), (1 + cosine) / 2 / (4 + 0.25), 5e-3)
  })

  it('is stopped by a sheet, half stopped by one that hides half of the source', () => {
    const flag = (right: number) =>
      opaqueSheet('flag', 'flag', [-1, 1, -1], [1 + right, 0, 0], [0, 0, 2], matt(grey(0)))
    const samples = sampleEmitter(
      testEmitter({ shape: 'rectangle', widthM: 0.6, heightM: 0.6 }, [0, 2, 0], [0, -1, 0]),
      16,
    )
    const lightBehind = (right: number) =>
      directAt(samples, rayScene({ surfaces: [flag(right)] }), 0, 0, 0, 0, 1, 0, 'flat')
    const all = directAt(samples, open, 0, 0, 0, 0, 1, 0, 'flat')
    expect(lightBehind(1)).toBe(0)
    // The lattice of samples is not its own mirror image, so the halves differ a little.
    expectStops(lightBehind(0), all / 2, 1e-3)
  })

  // Cells of a front near a place are split: all of them together are the front still.
  it('near a place is sampled finer there, and is the same front', () => {
    const front = { shape: 'rectangle', widthM: 1.2, heightM: 0.8 } as const
    const emitter = testEmitter(front, [0, 1, 0], [0, -1, 0])
    const even = sampleEmitter(emitter, 6)
    const far = sampleEmitterFor(even, 6, [0, -20, 0])
    expect(far.count).toBe(even.count)
    const near = sampleEmitterFor(even, 6, [0.3, 0.95, 0.2])
    expect(near.count).toBeGreaterThan(2 * even.count)
    const sum = (of: (index: number) => number) =>
      Array.from({ length: near.count }, (_, index) => near.shares[index]! * of(index)).reduce((a, b) => a + b, 0)
    expectWithin(
      sum(() => 1),
      1,
      1e-9,
    )
    for (const [along, sizeM] of [
      [near.across, 1.2],
      [near.up, 0.8],
    ] as const) {
      expectWithin(
        sum(index => along[index]!),
        0,
        1e-9,
      )
      expect(Math.max(...along.map(Math.abs))).toBeLessThan(sizeM / 2)
      // The second moment of an even line, less what the middles of its cells leave out.
      expectWithin(
        sum(index => along[index]! ** 2),
        sizeM ** 2 / 12,
        0.03 * sizeM ** 2,
      )
    }
    const away = (index: number) =>
      Math.hypot(
        near.positions[index * 3]! - 0.3,
        near.positions[index * 3 + 1]! - 0.95,
        near.positions[index * 3 + 2]! - 0.2,
      )
    const byDistance = [...near.shares.keys()].sort((a, b) => away(a) - away(b))
    expect(near.shares[byDistance[0]!]!).toBeLessThan(near.shares[byDistance.at(-1)!]! / 3)
  })
})
