import { describe, expect, it } from 'vitest'
import { demoSet } from '#core/edits/demo'
import type { MovesExercise } from '#core/practice/exercise'
import { offersFor } from '#core/practice/kinds/moves'
import { swapped } from '#core/practice/kinds/ways'
import { practiceSolver } from '#core/practice/studio'
import { makeExercise } from '#core/practice/practice'
import { ALL_SKILLS, SKILLS } from '#core/practice/skills'
import { askedWords, SKILL_NAMES, TOPIC_NAMES } from './practice'
import {
  answerWords,
  notSetWords,
  offWords,
  parseAnswer,
  rightWords,
  spentWords,
  spokenExercise,
  spokenMark,
  swapWords,
} from './practiceMarks'

describe('answers as they are typed', () => {
  it.each([
    ['stops', '-1 1/3', -4 / 3],
    ['stops', '−1⅓', -4 / 3],
    ['stops', '+0,7 stops', 0.7],
    ['f-number', 'f/8 +0.3', 8 * 2 ** 0.15],
    ['f-number', '5.6 1/3', 2 ** (5 / 2) * 2 ** (1 / 6)],
    ['value', '118', 118],
    ['ratio', '3:1', 3],
    ['ratio', '2.8 to 1', 2.8],
    ['ratio', '4', 4],
    ['metres', '5\'11"', 71 * 0.0254],
    ['metres', '180 cm', 1.8],
    ['mired', '−55 mired', -55],
    ['kelvin', '3200 K', 3200],
  ] as const)('%s: "%s" is %d', (quantity, text, value) => {
    const read = parseAnswer(quantity, text, 'metric')
    expect(read.ok && Math.abs(read.value - value) < 1e-3, JSON.stringify(read)).toBe(true)
  })

  it('bare figures are feet where lengths are in feet', () => {
    expect(parseAnswer('metres', '6', 'imperial')).toEqual({ ok: true, value: 6 * 0.3048 })
  })

  it.each([
    ['stops', 'lots'],
    ['f-number', 'zero'],
    ['f-number', '0'],
    ['value', '300'],
    ['value', '-2'],
    ['value', '12 stops'],
    ['ratio', '0'],
    ['ratio', '1:4:2'],
    ['metres', '0'],
    ['mired', 'warm'],
    ['kelvin', '-3200'],
    ['kelvin', ''],
  ] as const)('%s: "%s" is refused with what to write', (quantity, text) => {
    const read = parseAnswer(quantity, text, 'metric')
    expect(read.ok).toBe(false)
    expect(read.ok ? '' : read.message.length).toBeGreaterThan(15)
  })
})

describe('what is said of answers', () => {
  it('has one form for every quantity', () => {
    expect(answerWords('f-number', 8, 'metric')).toBe('f/8')
    expect(answerWords('ratio', 2.83, 'metric')).toBe('2.8:1')
    expect(answerWords('metres', 1.8288, 'imperial')).toBe('6 ft')
    expect(answerWords('mired', -54.6, 'metric')).toBe('−55 mired')
    expect([offWords('stops', 0.01), offWords('stops', -1), offWords('kelvin', 22)]).toEqual([
      'exactly right',
      '1 stop too little',
      '22 mired off',
    ])
    expect(spentWords(0.6, 0.6)).toMatch(/none does it in less/)
    expect(spentWords(2.4, 0.3)).toBe('2.4 min; 0.3 min is enough.')
    // Nothing done is no quickest way of setting it.
    expect(notSetWords(0, 0.3)).toBe('0 min spent, and it is not set; 0.3 min is enough.')
  })

  it('is said of every exercise, with no figure missing', async () => {
    const lit = practiceSolver()
    for (const skill of ALL_SKILLS) {
      expect(SKILL_NAMES[skill]).toBeTruthy()
      expect(TOPIC_NAMES[SKILLS[skill]]).toBeTruthy()
      if (skill.startsWith('even') || skill.startsWith('fault')) continue
      const exercise = await makeExercise({ skill, level: 2, seed: 3 }, lit)
      const said = `${askedWords(exercise, 'imperial')} ${rightWords(exercise, { off: 0.4, minutes: 1, missStops: 0.5 }, 'imperial')}`
      expect(said).not.toMatch(/undefined|NaN|null|\[object/)
      expect(said.length).toBeGreaterThan(15)
    }
  })
})

describe('what was done in place of something quicker', () => {
  const set = demoSet()
  const exercise = { set, offers: offersFor('value', set) } as unknown as MovesExercise
  const at = (id: string) => exercise.offers.findIndex(offer => offer.kind === 'change' && offer.id === id)
  const power = (lightId: string) =>
    exercise.offers.findIndex(offer => offer.kind === 'power' && offer.lightId === lightId)
  const words = (mine: number[], best: number[]) =>
    swapWords(
      exercise,
      swapped(
        mine.map(offer => ({ offer })),
        best.map(offer => ({ offer })),
      ),
      2.4,
    )

  it('names it, and what would have done', () => {
    expect(words([at('flag')], [power('key')])).toBe(
      'You spent 2.4 min more: flag between key and backdrop did what power of key A would have.',
    )
  })

  it('names what was not needed, and how often', () => {
    expect(words([power('key'), power('key'), power('key')], [power('key')])).toBe(
      'You spent 2.4 min more: power of key A (2 times) was not needed.',
    )
    expect(words([at('grid'), power('key')], [power('key')])).toBe(
      'You spent 2.4 min more: grid on the key was not needed.',
    )
  })
})

describe('an exercise said aloud', () => {
  const sized = (name: string) => name

  it('has its question and the figures of its plan', async () => {
    const exercise = await makeExercise({ skill: 'reading/room', level: 2, seed: 3 }, practiceSolver())
    const said = spokenExercise(exercise, 'metric', sized)
    expect(said).toMatch(/What does the meter show there\?/)
    expect(said).toMatch(/Room [\d.]+ m wide/)
    expect(spokenMark(exercise, { score: 1, off: 0 }, 'metric')).toMatch(/^Right\. f\//)
  })

  it('is silent where eyes are what is practised', async () => {
    const lit = practiceSolver()
    for (const skill of ['value/pick', 'value/apart', 'ratio/eye'] as const)
      expect(spokenExercise(await makeExercise({ skill, level: 1, seed: 2 }, lit), 'metric', sized)).toBe('')
    expect(spokenExercise(await makeExercise({ skill: 'sums/add', level: 1, seed: 2 }, lit), 'metric', sized)).toMatch(
      /f\/\d/,
    )
  })

  it('reads out every look that is to be put in order', async () => {
    const exercise = await makeExercise({ skill: 'day/order', level: 2, seed: 2 }, practiceSolver())
    if (exercise.answer !== 'order') throw new Error('another exercise')
    const said = spokenExercise(exercise, 'metric', sized)
    for (const name of exercise.names) expect(said).toContain(`${name}: `)
  })
})
