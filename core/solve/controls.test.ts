import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { demoSet } from '../edits/demo'
import type { Light, LightSetting } from '../model/schema'
import { factorAt, lastClick, positionNow, turnsCost, type Control } from './controls'
import { worstMiss } from './misses'
import { powerChanges } from './powerChanges'
import { worstSlip } from './sensitivity'
import { turnSubjectLights } from './solveFromScratch'

const control = (changes: Partial<Control> = {}): Control => ({
  lightId: 'a',
  group: 'backdrop',
  rangeStops: 7,
  clickStops: 0.1,
  now: { on: true, powerStops: -2 },
  ...changes,
})

describe('a control', () => {
  it('stands on its clicks, within its range, or is off', () => {
    expect(positionNow(control())).toBe(20)
    expect(positionNow(control({ now: { on: true, powerStops: -9 } }))).toBe(70)
    expect(positionNow(control({ now: { on: true, powerStops: -1.16 }, clickStops: 1 / 3 }))).toBe(3)
    expect(positionNow(control({ now: { on: false, powerStops: -2 } }))).toBe('off')
    expect([lastClick(control()), lastClick(control({ clickStops: 1 / 3, rangeStops: 5 }))]).toEqual([70, 15])
    expectWithin(factorAt(control(), 20), 0.25, 1e-12)
    expect(factorAt(control(), 'off')).toBe(0)
    expect(factorAt(control(), 0)).toBe(1)
  })

  it('costs an instruction, and more the further it is turned; alike in one group is one', () => {
    const two = [control(), control({ lightId: 'b' })]
    const cost = (positions: (number | 'off')[], of = two) => turnsCost(of, of.map(positionNow), positions)
    expect(cost([20, 20])).toBe(0)
    expectWithin(cost([30, 20]), 1e-2 + 1e-3, 1e-12)
    expectWithin(cost([30, 30]), 1e-2 + 2e-3, 1e-12)
    expectWithin(cost([30, 10]), 2e-2 + 2e-3, 1e-12)
    expectWithin(cost([50, 20]), 1e-2 + 6e-3, 1e-12)
    // Two that are switched off are one instruction, whatever they were at.
    expectWithin(cost(['off', 'off']), 1e-2 + 2e-3, 1e-12)
    const apart = [control(), control({ lightId: 'b', group: 'subject' })]
    expectWithin(cost([30, 30], apart), 2e-2 + 2e-3, 1e-12)
    // A desk turns without a walk.
    expectWithin(cost([30, 20], [control({ isByDesk: true }), control({ lightId: 'b' })]), 1e-3, 1e-12)
    const dark = [control({ now: { on: false, powerStops: -2 } }), control({ lightId: 'b' })]
    expectWithin(cost([20, 30], dark), 2e-2 + 2e-3, 1e-12)
  })
})

describe('what has to be turned', () => {
  const [key, left, right] = demoSet().lights as [Light, Light, Light]
  const at = (...settings: [boolean, number][]): Record<string, LightSetting> =>
    Object.fromEntries(settings.map(([on, powerStops], index) => [[key, left, right][index]!.id, { on, powerStops }]))
  const changes = (from: Record<string, LightSetting>, to: Record<string, LightSetting>) =>
    powerChanges([key, left, right], from, to)

  it('is taken together where lights of one job are turned alike', () => {
    const from = at([true, -1], [true, -2], [true, -3])
    expect(changes(from, from)).toEqual([])
    expect(changes(from, at([true, -1], [true, -1.5], [true, -2.5]))).toEqual([
      { lightIds: ['backdrop-left', 'backdrop-right'], kind: 'up', stops: 0.5, powerStops: -1.5 },
    ])
    expect(changes(from, at([true, -1.5], [true, -2.5], [true, -3]))).toEqual([
      { lightIds: ['key'], kind: 'down', stops: -0.5, powerStops: -1.5 },
      { lightIds: ['backdrop-left'], kind: 'down', stops: -0.5, powerStops: -2.5 },
    ])
    expect(changes(from, at([true, -1], [true, -2.5], [true, -2.5]))).toHaveLength(2)
  })

  it('is switched on at a power and off at none, and is nothing of what stays dark', () => {
    const from = at([true, -1], [false, -2], [false, -2])
    expect(changes(from, at([false, -1], [true, -3], [true, -3]))).toEqual([
      { lightIds: ['key'], kind: 'off', stops: 0, powerStops: -1 },
      { lightIds: ['backdrop-left', 'backdrop-right'], kind: 'on', stops: 0, powerStops: -3 },
    ])
    expect(changes(from, at([true, -1], [true, -3], [true, -4]))).toHaveLength(2)
    expect(changes(from, at([true, -1], [false, -5], [false, -6]))).toEqual([])
    expect(powerChanges([key], { key: { on: true, powerStops: -1 } }, {})).toEqual([])
  })

  it('is of the subject’s lights alone, each within its range, where they are turned together', () => {
    const set = demoSet()
    const look = set.looks[0]!
    expect(turnSubjectLights(set, look, -1)).toEqual({ ...look.lights, key: { on: true, powerStops: -2.6 } })
    expect(turnSubjectLights(set, look, 9).key).toEqual({ on: true, powerStops: 0 })
  })
})

describe('the worst', () => {
  it('of what is missed is the furthest of what has to be met, with its sign', () => {
    const miss = (stops: number, isHard = true) => ({ stops, isHard, of: { kind: 'point' } }) as never
    expect(worstMiss([miss(0.2), miss(-0.5), miss(3, false)])).toBe(-0.5)
    expect(worstMiss([miss(0.6), miss(-0.5)])).toBe(0.6)
    expect(worstMiss([])).toBe(0)
  })

  it('of a slip is the most of what it does, either way', () => {
    const slip = { id: 'a', name: 'A', way: 'depth' as const, subject: -0.3, backdrop: 0.1, evenness: 0.2 }
    expect(worstSlip(slip)).toBe(0.3)
    expect(worstSlip({ ...slip, backdrop: -0.4 })).toBe(0.4)
    expect(worstSlip({ ...slip, evenness: 0.7 })).toBe(0.7)
  })
})
