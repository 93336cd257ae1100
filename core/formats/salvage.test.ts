import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { aReading } from '#support/readings'
import { checkSet } from './setFile'
import { demoSet } from '../edits/demo'
import { MOST } from '../model/limits'
import { salvageSet } from './salvage'
import type { StudioSet } from '../model/schema'
import { salvageTold } from '#wording/refusals/told'
import { leftOutOfSetWords } from '#wording/refusals/files'

/** The demo set with one thing changed, however wrong. */
const broken = (change: (set: StudioSet & Record<string, never>) => unknown) => {
  const set = JSON.parse(JSON.stringify(demoSet())) as StudioSet & Record<string, never>
  change(set)
  return set
}
const saved = (value: unknown) => {
  const outcome = salvageTold(salvageSet(value, 'saved', 'Saved'))
  if (!outcome.ok) throw new Error(outcome.message)
  expect(checkSet(outcome.value.set)).toMatchObject({ ok: true })
  return { set: outcome.value.set, leftOut: outcome.value.leftOut.map(leftOutOfSetWords) }
}

describe('a damaged set', () => {
  it('that is sound comes back as it was, and nothing is named', () => {
    expect(saved(demoSet())).toEqual({ set: demoSet(), leftOut: [] })
  })

  it('loses the damaged thing alone, by its name', () => {
    const { set, leftOut } = saved(broken(set => Object.assign(set.lights[1]!.modifier, { halfIntensityDeg: 'wide' })))
    expect(set.lights.map(({ id }) => id)).toEqual(
      demoSet()
        .lights.map(({ id }) => id)
        .filter((_, index) => index !== 1),
    )
    expect(set.looks[0]!.lights[demoSet().lights[1]!.id]).toBeUndefined()
    expect(leftOut).toEqual(['light B', 'the setting of a light that is not there in look White'])
    expect(saved(broken(set => set.lights.push({ id: 'half', name: 'D' } as never))).leftOut).toEqual(['light D'])
    expect(set.readings).toEqual(demoSet().readings)
  })

  it('loses several of one list, each of them alone', () => {
    const { set, leftOut } = saved(
      broken(set => {
        Object.assign(set.lights[0]!.modifier, { halfIntensityDeg: 'wide' })
        Object.assign(set.lights[2]!.modifier, { halfIntensityDeg: null })
      }),
    )
    const demo = demoSet()
    expect(set.lights).toEqual([demo.lights[1]])
    expect(leftOut.filter(said => said.startsWith('light '))).toHaveLength(2)
    expect(Object.keys(set.looks[0]!.lights)).toEqual([demo.lights[1]!.id])
  })

  it.each<[string, (set: StudioSet & Record<string, never>) => unknown, RegExp]>([
    ['a room of words', set => Object.assign(set.room, { widthM: 'wide' }), /^room \(put back/],
    [
      'a light aimed at nobody',
      set =>
        Object.assign(set.lights[0]!, {
          aim: { at: 'subject', subjectId: 'gone', heightM: 1, featherPanDeg: 0, featherTiltDeg: 0 },
        }),
      /^the aim of light A/,
    ],
    [
      'a missing setting',
      set => Reflect.deleteProperty(set.looks[0]!.lights, set.lights[0]!.id),
      /^the setting of light .* \(now off\)/,
    ],
    [
      'a target of nothing',
      set => Object.assign(set.looks[0]!.targets, { 'own/gone': { kind: 'value', value: 3 } }),
      /^the target of "own\/gone"/,
    ],
    [
      'a followed point of nothing',
      set => Object.assign(set.looks[0]!.exposure, { followsPointId: 'own/gone' }),
      /^exposure of look/,
    ],
    ['a lock on nothing', set => set.locked.push('gone'), /^lock 1/],
    ['no subject', set => Object.assign(set, { subjects: [] }), /^subjects/],
    ['apertures the wrong way round', set => Object.assign(set.camera.apertures, { widest: 32 }), /^camera/],
    ['a field of its own', set => Object.assign(set, { surprise: 1 }), /"surprise"/],
    ['a reading of nonsense', set => set.readings.push({ id: 'odd' } as never), /one reading/],
    ['two lights of one id', set => Object.assign(set.lights[1]!, { id: set.lights[0]!.id }), /^light B/],
    ['a light called constructor', set => Object.assign(set.lights[0]!, { id: 'constructor' }), /^light A/],
  ])('%s', (_, change, named) => {
    expect(saved(broken(change)).leftOut.join('; ')).toMatch(named)
  })

  it('keeps the newest of too many readings, and is quick about it', () => {
    const { set, leftOut } = saved(
      broken(set =>
        Object.assign(set, {
          readings: Array.from({ length: MOST.readings + 300 }, (_, index) =>
            aReading({ id: `reading-${index}`, lookId: set.looks[0]!.id }),
          ),
        }),
      ),
    )
    expect(set.readings).toHaveLength(MOST.readings)
    expect(set.readings.at(-1)!.id).toBe(`reading-${MOST.readings + 299}`)
    expect(leftOut[0]).toMatch(/^300 of 5300 readings/)
  })

  it('is refused only where there is nothing at all, and never changed', () => {
    expect(salvageSet('text', 'a', 'A')).toEqual({ ok: false, message: { is: 'no-set' } })
    const junk = fc.oneof(
      fc.constant(null),
      fc.string(),
      fc.double(),
      fc.constant([]),
      fc.constant({}),
      fc.array(fc.integer()),
    )
    fc.assert(
      fc.property(fc.constantFrom(...(Object.keys(demoSet()) as (keyof StudioSet)[])), junk, (key, value) => {
        const damaged = { ...demoSet(), [key]: value }
        const before = JSON.stringify(damaged)
        const outcome = salvageSet(damaged, 'saved', 'Saved')
        expect(JSON.stringify(damaged)).toBe(before)
        expect(outcome.ok && checkSet(outcome.value.set).ok).toBe(true)
      }),
      { numRuns: 150 },
    )
  })
})
