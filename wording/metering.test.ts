import { describe, expect, it } from 'vitest'
import { demoSet } from '#core/edits/demo'
import { meterPoints } from '#core/evaluation/probes/points'
import { gridPoints } from '#core/evaluation/probes/gridPoints'
import { spillPoints } from '#core/evaluation/probes/spillPoints'
import {
  directionWords,
  heldWords,
  lampWords,
  pointedWords,
  spokenPrompt,
  stepName,
  stepTitle,
  whereWords,
} from './metering'
import { meteringRun } from '#core/metering/run'

const set = demoSet()
const points = meterPoints(set)
const steps = meteringRun(set, set.looks[0]!, points)
const pointOf = (id: string) => points.find(point => point.id === id)!
const step = (id: string) => steps.find(one => one.id === id)!

describe('a step in words', () => {
  it.each([
    ['ambient', 'Room light', 'All lamps off'],
    ['alone/key', 'A alone', 'A on, B, C off'],
    ['together/backdrop/left', 'All together', 'All lamps on'],
  ])('%s is "%s": %s', (id, title, lamps) => {
    expect(stepTitle(step(id), set.lights)).toBe(title)
    expect(lampWords(step(id), set.lights)).toBe(lamps)
  })

  it('names its place in a list', () =>
    expect(stepName(step('together/backdrop/left'), set.lights, pointOf('backdrop/left'))).toBe('All, backdrop left'))

  it('can be said aloud: no signs, and tenths as tenths', () => {
    expect(spokenPrompt(step('alone/key'), set.lights, pointOf('subject/key-side'), 'f/8 +0.3')).toBe(
      'A on, B, C off. Meter at the subject\u2019s cheek, dome toward the key (A). Expect f 8 and 3 tenths.',
    )
    for (const one of steps)
      expect(spokenPrompt(one, set.lights, pointOf(one.pointId), 'f/5.6')).not.toMatch(/[/+\u2212]|undefined/)
  })
})

describe('where the meter is held', () => {
  const said = (id: string) => `${heldWords(pointOf(id))}; ${pointedWords(pointOf(id))}`
  it.each([
    ['subject/key-side', 'at the subject’s cheek; dome toward the key (A)'],
    [
      'subject/lit-cheek',
      'on the cheek that the key lights; flat disc looking as the skin does, your hand out of the light',
    ],
    ['subject/shadow-side', 'on the other cheek; flat disc looking as the skin does, in the shadow of the head'],
    ['subject/hair', 'over the subject’s crown; dome up and back, away from the camera'],
    ['backdrop/left', 'against the backdrop, left, head height; flat disc toward the camera'],
    ['floor/feet', 'on the floor before the feet; flat disc up'],
  ])('%s: %s', (id, words) => expect(said(id)).toBe(words))

  it('of a lit panel, a cove, behind the head, and nowhere', () => {
    const panel = { ...set, backdrop: { ...set.backdrop, kind: 'lit-panel' as const } }
    expect(pointedWords(meterPoints(panel).find(({ id }) => id === 'backdrop/left')!)).toBe(
      'flat disc toward the panel',
    )
    const [cove] = gridPoints(set, { over: 'cove', places: 'nine', free: [] })
    expect([heldWords(cove!), pointedWords(cove!)]).toEqual(['on the cove', 'flat disc square to the curve'])
    expect(whereWords({ kind: 'spill' }, spillPoints(set)[0]!)).toBe(
      'Hold the meter behind the subject’s head, dome toward the backdrop.',
    )
    expect([heldWords({ id: 'x', name: 'X', heldAt: null }), pointedWords({ pointed: null })]).toEqual(['', ''])
  })

  it('is as it was told then; of a picture that it was read in it', () => {
    expect(directionWords({ direction: 'dome toward the camera', meter: 'frame' })).toBe('dome toward the camera')
    expect(directionWords({ direction: '', meter: 'frame' })).toBe('in the picture')
    expect(directionWords({ direction: '', meter: 'incident' })).toBe('')
  })
})
