import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { demoSet } from '../edits/demo'
import { ambientLimit } from '../metering/ambient'
import { BACKDROP_MIDDLE, FLOOR, KEY_SIDE, SHADOW_SIDE } from '../model/placeIds'
import type { Readout } from '../evaluation/readout'
import type { Character } from './character'
import { costOf, deviationsOf, isMet, TOLERANCES, USUALLY_ASKED } from './deviations'
import { wantedOf } from './wanted'

const set = demoSet()
const look = set.looks[0]!
const dark: Character = {
  toneStops: null,
  gradient: null,
  key: null,
  keyStops: null,
  ratioStops: null,
  edge: null,
  spillStops: null,
  floorStops: null,
  colour: null,
}
const wanted = (character: Partial<Character>, asked = USUALLY_ASKED) =>
  wantedOf(set, look, { character: { ...dark, ...character }, asked })

describe('what is asked of lights for a character', () => {
  it('is a target for each tone that it has, and none for what it has not', () => {
    expect(wanted({})).toEqual({ targets: {}, areas: [] })
    const { targets } = wanted({ keyStops: -0.4, toneStops: -1, ratioStops: 2, floorStops: -2 })
    expect(targets[KEY_SIDE]).toEqual({ kind: 'stops', stops: -0.4 })
    expect(targets[SHADOW_SIDE]).toMatchObject({ kind: 'ratio', stops: -2, firmness: 'hard' })
    expect(targets[BACKDROP_MIDDLE]).toMatchObject({ kind: 'value', firmness: 'hard' })
    expect(targets[FLOOR]).toMatchObject({ kind: 'value', firmness: 'wished' })
    const value = (id: string) => (targets[id] as { value: number }).value
    expect(value(FLOOR)).toBeLessThan(value(BACKDROP_MIDDLE))
  })

  it('keeps to what a file can hold', () => {
    expect(wanted({ keyStops: 9 }).targets[KEY_SIDE]).toEqual({ kind: 'stops', stops: 6 })
    expect(wanted({ keyStops: -40 }).targets[KEY_SIDE]).toEqual({ kind: 'stops', stops: -12 })
    expect(wanted({ toneStops: 12 }).targets[BACKDROP_MIDDLE]).toMatchObject({ value: expect.closeTo(255, 6) })
  })

  it('asks for a ramp firmly where a tone shows one: not where white clips, not where it is black', () => {
    const gradient = { acrossStops: 1.2, uprightStops: -0.3, hollowStops: null }
    const firm = (toneStops: number | null, asked = USUALLY_ASKED) =>
      wanted({ toneStops, gradient }, asked).areas.map(area => ('firmness' in area ? area.firmness : undefined))
    expect(firm(-1)).toEqual(['hard', 'hard'])
    expect([firm(0), firm(-7.5), firm(null)]).toEqual(Array(3).fill(['wished', 'wished']))
    const indifferent = { ...USUALLY_ASKED, gradient: 'indifferent' as const }
    expect(firm(0, indifferent)).toEqual(['indifferent', 'indifferent'])
    expect(wanted({ toneStops: -1, gradient }).areas).toMatchObject([
      { toward: 'right', stops: 1.2 },
      { toward: 'top', stops: -0.3 },
    ])
  })
})

describe('how far a character is off', () => {
  const of = (is: Partial<Character>, was: Partial<Character>) =>
    Object.fromEntries(deviationsOf({ ...dark, ...is }, { ...dark, ...was }).map(({ aspect, off }) => [aspect, off]))
  it('is nothing where there was nothing to match, and the floor only where both show one', () => {
    const none = of({ toneStops: -1, spillStops: -2, floorStops: -1 }, {})
    expect(none.spill).toBeUndefined()
    expect(none.floor).toBeUndefined()
    expect(of({}, { floorStops: -1 }).floor).toBeUndefined()
    expectWithin(of({ floorStops: -2 }, { floorStops: -1 }).floor!, -1, 1e-9)
    expectWithin(of({ spillStops: -1.5 }, { spillStops: -2 }).spill!, 0.5, 1e-9)
  })

  it('in colour is the further of backdrop and card, and of the backdrop alone where there is no card', () => {
    const was = { colour: { backdrop: [0, 0] as const, card: [0, 0] as const } }
    const is = (backdrop: readonly [number, number], card: readonly [number, number] | null) =>
      of({ colour: { backdrop, card } }, was).colour
    expect([is([3, 4], [1, 0]), is([0, 1], [6, 8]), is([3, 4], null)]).toEqual([5, 10, 5])
  })

  it('is met to its tolerance, and costs by how firmly it is asked', () => {
    for (const aspect of ['tone', 'floor', 'key-direction'] as const) {
      const at = (off: number) => isMet({ aspect, off, unit: 'stops' })
      expect([at(TOLERANCES[aspect]), at(-TOLERANCES[aspect]), at(TOLERANCES[aspect] * 1.01)]).toEqual([
        true,
        true,
        false,
      ])
    }
    const cost = (firmness: 'hard' | 'wished' | 'indifferent', off: number) =>
      costOf([{ aspect: 'tone', off, unit: 'stops' }], { ...USUALLY_ASKED, tone: firmness })
    expect(cost('hard', 1)).toBeGreaterThan(cost('wished', 1))
    expect(cost('wished', 1)).toBeGreaterThan(cost('indifferent', 1))
    expect(cost('indifferent', 5)).toBe(0)
    expect(cost('hard', 1)).toBeGreaterThan(cost('hard', 0.5))
  })
})

describe('how dark the room has to be', () => {
  it('is six stops under, and further where a dark tone of the backdrop would be lifted; the subject’s do not count', () => {
    const place = (surface: string, targetStops?: number) => ({ point: { surface }, targetStops }) as unknown as Readout
    expect(ambientLimit([])).toBe(-6)
    expect(ambientLimit([place('backdrop', 0), place('backdrop')])).toBe(-6)
    expect(ambientLimit([place('subject', -9)])).toBe(-6)
    // A tenth of a stop more is a part in fourteen: 3.8 stops under.
    expectWithin(ambientLimit([place('backdrop', -5), place('floor', -2)]), -5 + Math.log2(2 ** 0.1 - 1), 0.3)
  })
})
