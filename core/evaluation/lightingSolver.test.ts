import { describe, expect, it } from 'vitest'
import { demoSet } from '../edits/demo'
import { changeSettings, moveLight, moveSubject } from '../edits/edits'
import { lightingSolver, withoutLampBodies } from './lightingSolver'
import { BACKDROP_MIDDLE, KEY_SIDE } from '../model/placeIds'
import type { StudioSet } from '../model/schema'

const COARSE = { raysPerPatch: 8, samplesPerPatch: 4, raysPerPoint: 32, frontForPatches: 2, frontForPoints: 2, seed: 0 }
const moved = (set: StudioSet, xM: number) => moveLight(set, 'key', { ...set.lights[0]!.place, xM })

describe('solving one state of a set after another', () => {
  it('keeps what has not changed: all for a power, nothing when surfaces move', async () => {
    const solve = lightingSolver(COARSE)
    const set = demoSet()
    const first = (await solve(set))!
    const power = (await solve(changeSettings(set, 'white', { key: { on: true, powerStops: -5 } })))!
    expect(power.stage).toBe(first.stage)
    power.fields.forEach((field, index) => expect(field).toBe(first.fields[index]))
    const subject = (await solve(moveSubject(set, 'sitter', 0.1, 3.6)))!
    expect(subject.fields.some(field => first.fields.includes(field))).toBe(false)
  })

  it('keeps the stage and the other lights while a lamp without housing moves', async () => {
    const solve = lightingSolver(COARSE)
    const bare = withoutLampBodies(demoSet())
    const first = (await solve(bare))!
    const quick = (await solve(moved(bare, -0.8)))!
    expect(quick.stage).toBe(first.stage)
    expect(quick.fields.map((field, index) => field === first.fields[index])).toEqual([false, true, true])
  })

  it('gives the same answer whatever it solved before', async () => {
    const set = demoSet()
    const used = lightingSolver(COARSE)
    await used(moved(set, -0.5))
    await used(moved(withoutLampBodies(set), -0.6))
    await used(moveSubject(set, 'sitter', 0.4, 3))
    const [again, fresh] = [(await used(set))!, (await lightingSolver(COARSE)(set))!]
    expect(again.layers).toEqual(fresh.layers)
  })

  it('stops when it is told to, tells how far it is, and goes on from what it had', async () => {
    const solve = lightingSolver(COARSE)
    const set = demoSet()
    const shares: number[] = []
    const stopBeforeLastLight = (share: number) => Promise.resolve(shares.push(share) > 0 && share > 0.8)
    expect(await solve(set, { pause: stopBeforeLastLight })).toBeUndefined()
    expect(shares).toEqual([...shares].sort((a, b) => a - b))
    let left = 0
    expect(await solve(set, { pause: () => Promise.resolve(++left < 0) })).toBeDefined()
    expect(left).toBe(1)
  })

  it('never reads a light twice as bright for a different name, letter or click', async () => {
    const solve = lightingSolver(COARSE)
    const set = demoSet()
    const renamed = {
      ...set,
      lights: set.lights.map(light => ({ ...light, name: `${light.name}2`, lamp: { ...light.lamp, clickStops: 0.5 } })),
    }
    expect((await solve(renamed))!.layers).toEqual((await solve(set))!.layers)
  })

  it('keeps energy in bounds: no point gets more bounced light than the lamps send out', async () => {
    const { layers } = (await lightingSolver(COARSE)(demoSet()))!
    for (const { shares } of layers) {
      for (const id of [KEY_SIDE, BACKDROP_MIDDLE]) {
        expect(shares[id]!.bounced.every(value => value > 0 && Number.isFinite(value))).toBe(true)
      }
      // Nothing but a mirror could bounce more onto the backdrop than falls on the best lit point of it.
      expect(shares[BACKDROP_MIDDLE]!.bounced[1]).toBeLessThan(
        Math.max(...Object.values(shares).map(share => share.direct[1])),
      )
    }
  })
})
