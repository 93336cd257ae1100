import { describe, expect, it } from 'vitest'
import { solvedSet } from '#support/solvedSet'
import { expectShare, expectWithin } from '#support/tolerance'
import { demoSet } from '../edits/demo'
import { changeExposure } from '../edits/edits'
import { moveSubjectGroup } from '../edits/subjectGroup'
import type { StudioSet } from '../model/schema'
import { grey } from '../physics/units/rgb'
import { facingFactor, keyingOf, screenFactor } from './keying'
import { CAST_LIMIT_STOPS } from './thresholds'

const black = grey(0.02)
/** A green screen in a black room, the subject and all that goes along as far from it as asked. */
const screenAt = (distanceM: number): StudioSet => {
  const demo = demoSet()
  const dark: StudioSet = {
    ...demo,
    room: {
      ...demo.room,
      depthM: 14,
      reflectances: { back: black, front: black, left: black, right: black, floor: black, ceiling: black },
    },
    backdrop: { ...demo.backdrop, kind: 'keying-screen', reflectance: [0.06, 0.32, 0.1], sweepM: 0 },
    lights: demo.lights.map(light => ({ ...light, modifier: { ...light.modifier, housing: null } })),
    looks: demo.looks.map(look => ({
      ...look,
      lights: {
        ...look.lights,
        'backdrop-left': { on: true, powerStops: 0 },
        'backdrop-right': { on: true, powerStops: 0 },
      },
    })),
  }
  return changeExposure(moveSubjectGroup(dark, distanceM - dark.subjects[0]!.place.yM), 'white', {
    fNumber: 5.6,
    followsPointId: null,
  })
}
const keying = async (set: StudioSet, gridStops?: readonly number[]) => {
  const { look, camera, lighting, readouts } = await solvedSet(set)
  return keyingOf({ set, look, camera, lighting, readouts }, gridStops)
}

describe('a keying screen', () => {
  it('throws less of its colour on the subject the further away, and is right about how far is enough', async () => {
    const near = await keying(screenAt(1.3))
    const further = await keying(screenAt(2.2))
    expect(near.castStops).toBeGreaterThan(further.castStops + 0.8)
    expect(near.castStops).toBeGreaterThan(CAST_LIMIT_STOPS)
    expect(near.neededM!).toBeGreaterThan(1.3)
    // The screen is taken as lit alike all over. Where it errs, it sends the subject a little too far.
    const there = (await keying(screenAt(near.neededM!))).castStops
    expect(there).toBeLessThan(CAST_LIMIT_STOPS + 0.03)
    expect(there).toBeGreaterThan(CAST_LIMIT_STOPS - 0.25)
  })

  // Howell's catalog, B-3, for a patch opposite the middle of a parallel rectangle; and nothing for one that looks
  // away.
  it('is seen by as much as published view factors say', () => {
    const screen = { widthM: 3, heightM: 2.4, centreXM: 0 }
    for (const distanceM of [1.2, 2.5, 6])
      expectShare(screenFactor(screen, [0, distanceM, 1.2], [0, -1, 0]), facingFactor(3, 2.4, distanceM), 0.01)
    expect(screenFactor(screen, [0, 2, 1.2], [0, 1, 0])).toBe(0)
  })

  it('throws next to none where it is grey, however near', async () => {
    const set = screenAt(1.3)
    const plain = await keying({ ...set, backdrop: { ...set.backdrop, reflectance: grey(0.3) } })
    // What is left is light that the subject's own skin and cloth have tinted.
    expect(plain.castStops).toBeLessThan(CAST_LIMIT_STOPS - 4)
    expect(plain.neededM).toBe(plain.distanceM)
  })

  it('is as even as the grid says, where one is laid', async () => {
    const set = screenAt(2.2)
    expectWithin((await keying(set, [0.1, -0.15, 0.3])).spreadStops, 0.45, 1e-12)
    const line = await keying(set)
    const { at } = await solvedSet(set)
    const stops = ['backdrop/left', 'backdrop/middle', 'backdrop/right'].map(id => at(id).stops)
    expectWithin(line.spreadStops, Math.max(...stops) - Math.min(...stops), 1e-12)
    expectWithin(line.levelStops, at('backdrop/middle').stops - at('subject/key-side').stops, 1e-12)
  })
})
