import { describe, expect, it } from 'vitest'
import { difference } from '#core/edits/patch'
import { demoSet } from '#core/edits/demo'
import { addReading, changeSettings, changeTargets, renameSet } from '#core/edits/edits'
import { copyThings, removeThings } from '#core/edits/factories'
import { moveThings } from '#core/edits/things'
import type { StudioSet } from '#core/model/schema'
import { aReading } from '#support/readings'
import {
  historyFrom,
  MOST_STEP_BYTES,
  MOST_STEPS,
  movedBy,
  NO_HISTORY,
  recordStep,
  stepToRedo,
  stepToUndo,
} from './history'
import { stepName } from './stepName'

const nameOf = (change: (set: StudioSet) => StudioSet): string => {
  const [before, after] = [demoSet(), change(demoSet())]
  return stepName(difference(before, after), after)
}

describe('a history', () => {
  it('forgets what was undone once something else is done, and never gives an id twice', () => {
    let history = recordStep(recordStep(recordStep(NO_HISTORY, 'a', []), 'b', []), 'c', [])
    history = movedBy(movedBy(history, -1), -1)
    expect([stepToUndo(history)?.name, stepToRedo(history)?.name]).toEqual(['a', 'b'])
    history = recordStep(history, 'd', [])
    expect(history.steps.map(({ id, name }) => [id, name])).toEqual([
      [1, 'a'],
      [4, 'd'],
    ])
    expect(stepToRedo(history)).toBeUndefined()
  })

  it('holds so many steps and bytes, the oldest make room, and the newest stays whatever its size', () => {
    const large = difference({ notes: '' }, { notes: 'x'.repeat(MOST_STEP_BYTES / 3) })
    let history = NO_HISTORY
    for (let step = 0; step < 5; step++) history = recordStep(history, `${step}`, large)
    expect(history.steps.map(({ name }) => name)).toEqual(['3', '4'])
    history = recordStep(history, 'huge', difference({ notes: '' }, { notes: 'x'.repeat(2 * MOST_STEP_BYTES) }))
    expect(history.steps.map(({ name }) => name)).toEqual(['huge'])
    for (let step = 0; step < MOST_STEPS + 7; step++) history = recordStep(history, `${step}`, [])
    expect([history.steps.length, history.done, history.steps[0]!.name]).toEqual([MOST_STEPS, MOST_STEPS, '7'])
  })

  it('comes back as it was written down, in whatever order its rows come', () => {
    const history = movedBy(recordStep(recordStep(recordStep(NO_HISTORY, 'a', []), 'b', []), 'c', []), -1)
    expect(historyFrom(history.steps.toReversed(), history.steps[history.done - 1]!.id)).toEqual(history)
    expect(historyFrom([], 0)).toEqual(NO_HISTORY)
  })
})

describe('a step', () => {
  it.each<[string, (set: StudioSet) => StudioSet]>([
    ['Move Light A', set => moveThings(set, ['key'], { xM: 0.2 })],
    ['Move camera', set => moveThings(set, ['camera'], { yM: -0.3 })],
    [
      'Switch A off',
      set => changeSettings(set, set.looks[0]!.id, { key: { ...set.looks[0]!.lights.key!, on: false } }),
    ],
    ['Power of B', set => changeSettings(set, set.looks[0]!.id, { 'backdrop-left': { on: true, powerStops: -5 } })],
    [
      'Power of A and 2 more',
      set =>
        changeSettings(
          set,
          set.looks[0]!.id,
          Object.fromEntries(set.lights.map(({ id }) => [id, { on: true, powerStops: -6 }])),
        ),
    ],
    [
      'Target of backdrop middle',
      set => changeTargets(set, set.looks[0]!.id, { 'backdrop/middle': { kind: 'value', value: 3 } }),
    ],
    ['Add light D', set => copyThings(set, ['key']).set],
    ['Delete light A', set => removeThings(set, ['key'])],
    ['Add a reading', set => addReading(set, aReading())],
    ['Rename the set', set => renameSet(set, 'Honey wash')],
    ['Room', set => ({ ...set, room: { ...set.room, widthM: 7 } })],
  ])('is called %s', (name, change) => expect(nameOf(change)).toBe(name))
})
