import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { evenBackdrop } from '../brief/looks'
import { NOTHING_LEARNED } from '../calibration/calibration'
import { demoSet } from '../edits/demo'
import { changeSettings, changeTargets } from '../edits/edits'
import { evaluate } from '../evaluation/evaluation'
import { lightingSolver } from '../evaluation/lightingSolver'
import { ON_TARGET_STOPS } from '../evaluation/thresholds'
import type { StudioSet } from '../model/schema'
import { DRAFT_QUALITY } from '../physics/transport/stage'
import { missedOf, settledIn, solveLookFromScratch, solveSetFromScratch } from './solveFromScratch'

const solve = lightingSolver(DRAFT_QUALITY)
const lightingOf = async (set: StudioSet) => ({ layers: (await solve(set))!.layers, learned: NOTHING_LEARNED })
const demo = demoSet()

describe('powers from scratch', () => {
  it('meet the targets wherever the powers stood before, the key near f/8', async () => {
    const lighting = await lightingOf(demo)
    for (const [key, drop] of [
      [0, -6],
      [-6, 0],
      [-3, -3],
    ] as const) {
      const set = changeSettings(demo, 'white', {
        key: { on: true, powerStops: key },
        'backdrop-left': { on: true, powerStops: drop },
        'backdrop-right': { on: true, powerStops: drop },
      })
      const settled = solveSetFromScratch(set, lighting)
      const { camera, readouts } = evaluate(settled, settled.looks[0]!, lighting)
      for (const { missStops } of readouts) expect(Math.abs(missStops ?? 0)).toBeLessThanOrEqual(ON_TARGET_STOPS)
      // Where the backdrop's lights did not make most of what the key side read.
      if (key >= drop) expect(Math.abs(2 * Math.log2(camera.fNumber / 8))).toBeLessThan(0.5)
      expect(missedOf(settled, lighting)).toEqual([])
      // A pair that was alike, and is good enough so, stays alike.
      const { lights } = settled.looks[0]!
      expect(lights['backdrop-left']).toEqual(lights['backdrop-right'])
    }
  })

  it('bring the key down and open the camera where the backdrop’s lamps are spent', async () => {
    const weak: StudioSet = {
      ...demo,
      lights: demo.lights.map(light =>
        light.job === 'backdrop' ? { ...light, lamp: { ...light.lamp, givesStops: light.lamp.givesStops - 4 } } : light,
      ),
    }
    const lighting = await lightingOf(weak)
    const settled = solveSetFromScratch(weak, lighting)
    const look = settled.looks[0]!
    const { camera, readouts } = evaluate(settled, look, lighting)
    expect(look.lights['backdrop-left']!.powerStops).toBeGreaterThan(-1)
    expect(camera.fNumber).toBeLessThan(6.5)
    for (const { missStops } of readouts) expect(Math.abs(missStops ?? 0)).toBeLessThanOrEqual(0.2)
  })

  it('settle each look for itself, and say what stays missed of which', async () => {
    const [white] = demo.looks
    const two = changeTargets(
      { ...demo, looks: [white!, { ...white!, id: 'black', name: 'Black' }] },
      'black',
      evenBackdrop(12),
    )
    const lighting = await lightingOf(two)
    const { set, missed } = settledIn(two, lighting)
    expect(set.looks.map(({ id }) => id)).toEqual(['white', 'black'])
    expectWithin(
      set.looks[0]!.lights.key!.powerStops,
      solveSetFromScratch(demo, lighting).looks[0]!.lights.key!.powerStops,
      1e-9,
    )
    expect(missed.length).toBeGreaterThan(0)
    expect(new Set(missed.map(({ lookName }) => lookName))).toEqual(new Set(['Black']))
    expect(missed.every(one => 'readout' in one)).toBe(true)
    expect(missedOf(set, lighting)).toEqual(missed)
  })

  it('leave the backdrop’s lights of a look alone that wants nothing of it', async () => {
    const lighting = await lightingOf(demo)
    const look = { ...demo.looks[0]!, targets: { 'subject/key-side': { kind: 'stops' as const, stops: 0 } } }
    const plain = solveLookFromScratch({ ...demo, looks: [look] }, look, lighting)
    expect(plain['backdrop-left']).toEqual(look.lights['backdrop-left'])
  })
})
