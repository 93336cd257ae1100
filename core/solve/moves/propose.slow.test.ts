import { describe, expect, it } from 'vitest'
import { reachableQuestion, unreachableQuestion, type Binds } from '#support/askedSets'
import { mirroredLights } from '#support/mirrored'
import { askLook } from '../../brief/looks'
import { demoSet } from '../../edits/demo'
import { validationErrors } from '../../validation/validation'
import { newBooms } from '../../changes/effort'
import { NOTHING_LEARNED } from '../../calibration/calibration'
import type { StudioSet } from '../../model/schema'
import { ON_TARGET_STOPS } from '../../evaluation/thresholds'
import { changeSettings } from '../../edits/edits'
import { bindingWords, stepWords } from '#wording/proposals'
import { propose } from './propose'
import type { Question } from './trial'

const inLength = (metres: number) => `${metres.toFixed(2)} m`
const ask = (set: StudioSet, change: Partial<Question> = {}): Question => ({
  set,
  lookId: 'white',
  learned: NOTHING_LEARNED,
  fixedIds: [],
  mayChangeCamera: true,
  ...change,
})

describe('the search for moves', () => {
  // The script "asks" goes through forty of each, beside a plain random search.
  it.each([2, 4, 10])(
    'reaches a target that can be reached (question %s)',
    async seed => {
      const question = await reachableQuestion(seed)
      const { trials, binding } = (await propose(question))!
      expect(binding).toBeUndefined()
      for (const trial of trials) {
        for (const miss of trial.misses.filter(({ isHard }) => isHard))
          expect(Math.abs(miss.stops)).toBeLessThanOrEqual(ON_TARGET_STOPS)
        expect(validationErrors(trial.set)).toEqual([])
      }
      expect(trials.map(({ minutes }) => minutes)).toEqual(trials.map(({ minutes }) => minutes).sort((a, b) => a - b))
    },
    120_000,
  )

  it.each<Binds>(['power', 'spill', 'room', 'frame'])(
    'says that %s binds where it does',
    async binds => {
      const question = await unreachableQuestion(binds, 3)
      const proposed = (await propose(question))!
      expect(proposed.binding).toBe(binds)
      expect(bindingWords(proposed.binding, proposed.trials[0]!.misses)).toMatch(
        /^Limited by .* At best .* stops? too (bright|dark)/,
      )
    },
    120_000,
  )

  it('moves nothing where the target is met already', async () => {
    const asked = ask(demoSet())
    const [first] = (await propose(asked, { most: 1 }))!.trials
    const [again] = (await propose(ask(first!.set), { most: 1 }))!.trials
    expect(again).toMatchObject({ moves: [], powers: [], minutes: 0, isReached: true })
    expect(again!.set).toEqual(first!.set)
  })

  it('has several different answers to a hard question, better and better ones, the same each time, and leaves alone what shall be', async () => {
    const dark = ask(askLook(demoSet(), 'white', 'dark-grey'))
    const told: number[] = []
    const first = (await propose(dark, { report: ({ trials }) => told.push(trials[0]!.cost) }))!
    expect(first.trials.length).toBeGreaterThanOrEqual(3)
    // What needs a boom says so, and takes its minutes; other ways are looked for all the same.
    const words = first.trials.map(trial => stepWords(dark.set, trial.camera, trial, inLength).join('. '))
    expect(words.map(said => said.includes('on a boom'))).toEqual(
      first.trials.map(({ set }) => newBooms(dark.set, set).length > 0),
    )
    expect(words.filter(said => said.includes('on a boom'))).toHaveLength(1)
    const kinds = first.trials.map(({ moves }) =>
      moves
        .map(({ family }) => family)
        .sort()
        .join(),
    )
    expect(new Set(kinds).size).toBe(kinds.length)
    // The last is the verified answer, by all rays; the ones before are drafts of it.
    const drafts = told.slice(0, -1)
    expect(drafts).toEqual([...drafts].sort((a, b) => b - a))
    const steps = async () => {
      const { trials } = (await propose(dark, { most: 40 }))!
      return trials.map(trial => stepWords(dark.set, trial.camera, trial, inLength))
    }
    expect(await steps()).toEqual(await steps())
    const fixed = (await propose({ ...dark, fixedIds: ['key'], mayChangeCamera: false }, { most: 40 }))!
    const key = dark.set.lights.find(({ id }) => id === 'key')
    for (const trial of fixed.trials) {
      expect(trial.set.lights.find(({ id }) => id === 'key')).toEqual(key)
      expect(trial.set.looks[0]!.lights.key).toEqual(dark.set.looks[0]!.lights.key)
    }
  })

  it('stops when it is called off', async () => {
    let asked = 0
    expect(await propose(ask(demoSet()), { pause: () => Promise.resolve(++asked > 3) })).toBeUndefined()
  })

  it('gives a mirrored set the mirrored answer', async () => {
    const set = changeSettings(demoSet(), 'white', { 'backdrop-right': { on: true, powerStops: -4 } })
    const mirrored: StudioSet = {
      ...set,
      lights: mirroredLights(set.lights),
      camera: { ...set.camera, place: { ...set.camera.place, xM: -set.camera.place.xM } },
      subjects: set.subjects.map(subject => ({
        ...subject,
        place: { ...subject.place, xM: -subject.place.xM },
        turnDeg: 0 - subject.turnDeg,
      })),
    }
    const settle = async (asked: StudioSet) => (await propose(ask(asked), { most: 1 }))!.trials[0]!.set.looks[0]!.lights
    const [own, other] = [await settle(set), await settle(mirrored)]
    // Sample points are no mirror images of each other: a click either way is their noise.
    for (const id of Object.keys(own))
      expect(Math.abs(own[id]!.powerStops - other[id]!.powerStops)).toBeLessThanOrEqual(0.1 + 1e-9)
  })
})
