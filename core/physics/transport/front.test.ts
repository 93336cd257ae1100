import { describe, expect, it } from 'vitest'
import { testEmitter } from '#support/scenes'
import { expectWithin } from '#support/tolerance'
import type { EmitterShape } from '../sources/modifier'
import { dot, subtract, type Vector } from '../units/vector'
import { placeOnFront } from './front'

const CENTRE: Vector = [1, 2, 3]
const STEPS = 60

/** Places on a front from an even grid of the unit square, in the front's own coordinates. */
const places = (front: EmitterShape) => {
  const emitter = testEmitter(front, CENTRE, [0, -1, 0])
  const out = {
    positions: new Float64Array(STEPS ** 2 * 3),
    across: new Float64Array(STEPS ** 2),
    up: new Float64Array(STEPS ** 2),
  }
  for (let index = 0; index < STEPS ** 2; index++)
    placeOnFront(emitter, ((index % STEPS) + 0.5) / STEPS, (Math.floor(index / STEPS) + 0.5) / STEPS, out, index)
  return Array.from({ length: STEPS ** 2 }, (_, index) => {
    const place = subtract([...out.positions.slice(index * 3, index * 3 + 3)] as unknown as Vector, CENTRE)
    const own = { u: dot(place, emitter.across), v: dot(place, emitter.up), w: dot(place, emitter.axis) }
    // What is written beside the place is the same place.
    expectWithin(out.across[index]!, own.u, 1e-12)
    expectWithin(out.up[index]!, own.v, 1e-12)
    return own
  })
}
const shareWhere = (all: ReturnType<typeof places>, holds: (at: { u: number; v: number; w: number }) => boolean) =>
  all.filter(holds).length / all.length

/** Equal areas of the square go to equal areas of the front: parts of it hold their share of the places. */
describe('places on a front', () => {
  it('fill a rectangle', () => {
    const all = places({ shape: 'rectangle', widthM: 2, heightM: 1 })
    for (const { u, v, w } of all) {
      expect(Math.abs(u)).toBeLessThan(1)
      expect(Math.abs(v)).toBeLessThan(0.5)
      expectWithin(w, 0, 1e-12)
    }
    expectWithin(
      shareWhere(all, ({ u, v }) => u > 0 && v > 0),
      0.25,
      1e-9,
    )
    expectWithin(
      shareWhere(all, ({ u }) => u < -0.5),
      0.25,
      1e-9,
    )
  })

  it('fill a disc', () => {
    const all = places({ shape: 'disc', radiusM: 0.6 })
    for (const { u, v, w } of all) {
      expect(Math.hypot(u, v)).toBeLessThan(0.6)
      expectWithin(w, 0, 1e-12)
    }
    for (const share of [0.25, 0.5, 0.9])
      expectWithin(
        shareWhere(all, ({ u, v }) => Math.hypot(u, v) < 0.6 * share),
        share ** 2,
        0.01,
      )
    for (let part = 0; part < 8; part++)
      expectWithin(
        shareWhere(all, ({ u, v }) => Math.floor(((Math.atan2(v, u) + Math.PI) / (2 * Math.PI)) * 8) % 8 === part),
        1 / 8,
        0.01,
      )
  })

  it('fill a ring', () => {
    const all = places({ shape: 'ring', innerRadiusM: 0.3, outerRadiusM: 0.5 })
    for (const { u, v } of all) {
      expect(Math.hypot(u, v)).toBeGreaterThan(0.3)
      expect(Math.hypot(u, v)).toBeLessThan(0.5)
    }
    expectWithin(
      shareWhere(all, ({ u, v }) => Math.hypot(u, v) < 0.4),
      (0.16 - 0.09) / (0.25 - 0.09),
      0.01,
    )
    expectWithin(
      shareWhere(all, ({ u, v }) => u > 0 && v > 0),
      0.25,
      1e-9,
    )
  })

  it('fill a ball', () => {
    const all = places({ shape: 'ball', radiusM: 0.2 })
    for (const { u, v, w } of all) expectWithin(Math.hypot(u, v, w), 0.2, 1e-9)
    // Archimedes: bands of equal height have equal areas.
    for (const height of [-0.15, -0.05, 0.1])
      expectWithin(
        shareWhere(all, ({ w }) => w < height),
        (height + 0.2) / 0.4,
        0.01,
      )
    expectWithin(
      shareWhere(all, ({ u, v, w }) => u > 0 && v > 0 && w > 0),
      1 / 8,
      0.01,
    )
  })
})
