import { describe, expect, it } from 'vitest'
import { demoSet } from '../edits/demo'
import { meterPoints } from '../evaluation/probes/points'
import { lampWords, spokenPrompt, stepName, stepTitle } from './prompt'
import { meteringRun } from './run'

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
