import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { checkedSet } from '#support/checkedSet'
import { expectWithin } from '#support/tolerance'
import { demoSet } from '../edits/demo'
import { headOf } from '../model/headHeight'
import type { Light, StudioSet } from '../model/schema'
import { catchLight, catchLightOf, clockOf } from './catchLight'
import type { CheckContext } from './finding'

const demo = demoSet()
const AWAY_M = 2

/** The demo with a camera level with the eyes and straight before them, and the key so far up and to its right. */
const lit = (upDeg: number, rightDeg: number, turnDeg = 0): StudioSet => {
  const [sitter] = demo.subjects
  const subject = { ...sitter!, turnDeg }
  const [xM, yM, zM] = headOf(subject)
  const [up, right] = [upDeg, rightDeg].map(deg => (deg * Math.PI) / 180) as [number, number]
  const place = {
    xM: xM + AWAY_M * Math.cos(up) * Math.sin(right),
    yM: yM + AWAY_M * Math.cos(up) * Math.cos(right),
    zM: zM + AWAY_M * Math.sin(up),
  }
  return {
    ...demo,
    subjects: [subject],
    camera: { ...demo.camera, place: { xM, yM: yM + 3, zM } },
    lights: demo.lights.map(light => (light.id === 'key' ? { ...light, place } : light)),
  }
}
const seen = (set: StudioSet) => catchLightOf(set, set.subjects[0]!, set.lights[0]!)

describe('a catch light', () => {
  // On a ball the mirror image stands half-way between the eye's way to the camera and to the lamp.
  it('stands at half the angle between camera and lamp, over, under or beside', () => {
    fc.assert(
      fc.property(fc.double({ min: -80, max: 80, noNaN: true }), angle => {
        const over = seen(lit(angle, 0))
        expectWithin(over.upDeg, angle / 2, 1e-9)
        expectWithin(over.rightDeg, 0, 1e-6)
        const beside = seen(lit(0, angle))
        expectWithin(Math.abs(beside.rightDeg), Math.abs(angle / 2), 1e-6)
        expectWithin(beside.upDeg, 0, 1e-9)
      }),
    )
  })

  it('stands on the same side of the picture as its lamp, and goes round with the face', () => {
    // The camera looks toward the backdrop: to its right is what has a greater x.
    const right = seen(lit(0, 40)).rightDeg
    expectWithin(right, -seen(lit(0, -40)).rightDeg, 1e-9)
    expect(Math.sign(right)).toBe(clockOf(seen(lit(0, 40))) === 3 ? 1 : -1)
    const turned = seen(lit(0, 40, 15)).rightDeg
    expectWithin(Math.abs(turned - right), 15, 1e-6)
  })

  it('is told as on the face of a clock', () => {
    expect(clockOf({ upDeg: 10, rightDeg: 0 })).toBe(12)
    expect(clockOf({ upDeg: 10, rightDeg: 5.8 })).toBe(1)
    expect(clockOf({ upDeg: 10, rightDeg: 10 })).toBe(2)
    expect(clockOf({ upDeg: 0, rightDeg: 4 })).toBe(3)
    expect(clockOf({ upDeg: -3, rightDeg: 0.1 })).toBe(6)
    expect(clockOf({ upDeg: 0, rightDeg: -7 })).toBe(9)
    expect(clockOf({ upDeg: 10, rightDeg: -5.8 })).toBe(11)
  })
})

describe('eyes without one', () => {
  let real: CheckContext
  beforeAll(async () => {
    real = (await checkedSet(demo)).context
  })
  const said = (set: StudioSet) => catchLight({ ...real, set })
  const bare = (set: StudioSet): StudioSet => ({ ...set, brief: { ...set.brief, framing: 'half' } })

  // The upper lid is open to 24 degrees of the eyeball, 12 less when the chin goes down: a lamp at twice that.
  it('are those whose lamp is over the lid, or goes over it when the chin goes down', () => {
    expect(said(bare(lit(23, 0)))).toEqual([])
    const [chin] = said(bare(lit(25, 0)))
    expect(chin?.fact).toMatchObject({ is: 'no-catch-light', clock: 12 })
    const [none] = said(bare(lit(49, 0)))
    expect(none?.fact).toMatchObject({ is: 'no-catch-light', clock: null })
    expect(said(bare(lit(47, 0)))[0]?.fact).toMatchObject({ clock: 12 })
    // Bringing it down as the fix says gives them one that stays.
    const { change } = none!.fixes[0]!
    if (change.kind !== 'place') throw new Error(change.kind)
    const lower = bare(lit(49, 0))
    const put = (light: Light) => (light.id === 'key' ? { ...light, place: change.place } : light)
    expect(said({ ...lower, lights: lower.lights.map(put) })).toEqual([])
    expect(change.place.zM).toBeGreaterThan(headOf(lower.subjects[0]!)[2] + 0.5)
  })

  it('are those whose lamp is beside what the lids leave open', () => {
    expect(said(bare(lit(0, 70)))).toEqual([])
    expect(said(bare(lit(0, 79)))).toHaveLength(1)
  })

  it('are not spoken of where nobody looks for any', () => {
    const blind = bare(lit(60, 0))
    expect(said(blind)).toHaveLength(1)
    expect(said({ ...blind, brief: { ...blind.brief, framing: 'full' } })).toEqual([])
    expect(said({ ...blind, brief: { ...blind.brief, framing: 'group' } })).toEqual([])
    expect(said({ ...blind, brief: { ...blind.brief, look: 'silhouette' } })).toEqual([])
    expect(said({ ...blind, subjects: [{ ...blind.subjects[0]!, pose: 'object' }] })).toEqual([])
    expect(said(bare(lit(60, -40, 40)))).toHaveLength(1)
    expect(said(bare(lit(60, -41, 41)))).toEqual([])
    // A lamp behind the ear is no light for the eyes.
    expect(said(bare(lit(0, 95)))).toEqual([])
  })
})
