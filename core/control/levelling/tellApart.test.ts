import { describe, expect, it } from 'vitest'
import { rigSet } from '#support/rigSet'
import { expectWithin } from '#support/tolerance'
import { changeFixtures } from '../../edits/rigEdits'
import type { LightSetting, StudioSet } from '../../model/schema'
import { patched } from '../channels'
import { PLAIN_FIXTURE } from '../patching'
import { toldApart } from './tellApart'

/** The rig of the tests with so many plain lamps on it. */
const rigOf = (count: number): StudioSet => {
  const set = rigSet()
  const [one] = set.lights.filter(({ lamp }) => lamp.kind === 'continuous')
  const lights = Array.from({ length: count }, (_, index) => ({ ...one!, id: `lamp-${index}`, name: `L${index + 1}` }))
  const look = set.looks[0]!
  const settings = Object.fromEntries(lights.map(({ id }) => [id, { on: true, powerStops: -1 }]))
  const bare = { ...set, lights, looks: [{ ...look, lights: settings }] }
  return changeFixtures(
    bare,
    Object.fromEntries(lights.map(({ id }, index) => [id, { ...PLAIN_FIXTURE, universe: 1, address: 1 + 8 * index }])),
  )
}
const planned = (set: StudioSet, powers: readonly (number | 'off')[]): Record<string, LightSetting> =>
  Object.fromEntries(
    set.lights.map(({ id }, index) => {
      const power = powers[index % powers.length]!
      return [id, power === 'off' ? { on: false, powerStops: 0 } : { on: true, powerStops: power }]
    }),
  )
const stopsOf = (told: Record<string, LightSetting>) => Object.values(told).map(({ powerStops }) => powerStops)
/** Steps from each level to the next lower. */
const steps = (levels: readonly number[]) => {
  const sorted = levels.toSorted((a, b) => b - a)
  return sorted.slice(1).map((level, index) => sorted[index]! - level)
}

describe('lamps to be told apart', () => {
  it('of one level go a stop apart where there are six or fewer, and share five stops where there are more', () => {
    for (const [count, apart] of [
      [2, 1],
      [6, 1],
      [11, 0.5],
      [21, 0.25],
    ] as const) {
      const set = rigOf(count)
      expect(patched(set)).toHaveLength(count)
      for (const step of steps(stopsOf(toldApart(set, planned(set, [-1]))))) expectWithin(step, apart, 0.02)
    }
  })

  it('keep the order that is planned, and levels that lie apart already', () => {
    const set = rigOf(3)
    const told = toldApart(set, planned(set, [-3, 0, -1.5]))
    expect(stopsOf(told).map(stops => Math.round(stops * 20) / 20)).toEqual([-3, 0, -1.5])
    const close = stopsOf(toldApart(set, planned(set, [-0.2, 0, -0.1])))
    expect(close[1]).toBeGreaterThan(close[2]!)
    expect(close[2]).toBeGreaterThan(close[0]!)
  })

  it('burn low where the plan has them off, so that they can be told at all', () => {
    const set = rigOf(2)
    const told = toldApart(set, planned(set, [0, 'off']))
    expect(told['lamp-1']!.on).toBe(true)
    expectWithin(told['lamp-1']!.powerStops, -5, 0.05)
  })
})
