import { describe, expect, it } from 'vitest'
import { markFigure } from '../figures'
import type { NumberExercise } from '../exercise'
import { LEVELS } from '../skills'
import { makeApart, makePick } from './patches'
import { makeSum } from './sums'

const SUMS = ['sums/stops', 'sums/distance', 'sums/tape', 'sums/add', 'sums/mired'] as const
const seeds = Array.from({ length: 200 }, (_, at) => at * 7919)
const all = SUMS.flatMap(skill => LEVELS.flatMap(level => seeds.map(seed => makeSum({ skill, level, seed }))))

/** The answer worked out again from what is asked, by other ways than the exercise was made. */
const again = ({ question }: NumberExercise): number => {
  switch (question.ask) {
    case 'stopped':
      // Aperture area times film speed is light: N^2 / (2^stops * S / S0).
      return Math.sqrt(question.fNumber ** 2 * 2 ** question.stops * ((question.isoTo ?? 1) / (question.isoFrom ?? 1)))
    case 'between':
      return Math.log2((question.to / question.from) ** 2)
    case 'distance':
      return Math.log2((question.fromM / question.toM) ** 2 * 2 ** question.powerStops)
    case 'distance-for':
      return Math.sqrt(question.fromM ** 2 / 2 ** question.stops)
    case 'add':
      return Math.sqrt(question.fNumbers.reduce((sum, one) => sum + one * one, 0))
    case 'mired':
      return (1e6 * (question.cameraK - question.lampK)) / (question.lampK * question.cameraK)
    case 'gelled':
      return question.gelMireds.reduce((kelvin, mireds) => 1e6 / (1e6 / kelvin + mireds), question.lampK)
    default:
      return Number.NaN
  }
}

describe('sums in the head, a thousand of each', () => {
  it('have the answer that the same sum has by another way', () => {
    for (const sum of all) expect(Math.abs(again(sum) / sum.right - 1), JSON.stringify(sum.question)).toBeLessThan(1e-9)
  })

  it('are never nothing to do, and their best answer is full marks', () => {
    for (const sum of all) {
      expect(markFigure(sum, sum.right).isRight).toBe(true)
      if (sum.quantity === 'stops') expect(Math.abs(sum.right), JSON.stringify(sum.question)).toBeGreaterThan(0)
      expect(sum.thumb).toEqual(expect.any(Number))
    }
  })

  it('are the same from the same seed, and others from another', () => {
    for (const skill of SUMS) {
      expect(makeSum({ skill, level: 4, seed: 5 })).toEqual(makeSum({ skill, level: 4, seed: 5 }))
      const different = new Set(seeds.map(seed => JSON.stringify(makeSum({ skill, level: 4, seed }).question)))
      expect(different.size).toBeGreaterThan(20)
    }
  })

  it.each(SUMS)('%s: the rule of thumb does worse at the top than at the bottom', skill => {
    const scored = ([1, 5] as const).map(level => {
      const scores = seeds.map(seed => makeSum({ skill, level, seed })).map(sum => markFigure(sum, sum.thumb).score)
      return scores.reduce((sum, one) => sum + one, 0) / scores.length
    })
    expect(scored[0]).toBeGreaterThan(0.75)
    expect(scored[1]).toBeLessThan(scored[0]! - 0.1)
  })

  it('keep tapes in feet and inches where they say so', () => {
    const inches = all
      .filter(({ skill, level }) => skill === 'sums/tape' && level !== 4)
      .flatMap(({ question }) => (question.ask === 'distance' ? [question.fromM / 0.0254, question.toM / 0.0254] : []))
    for (const inch of inches) expect(Math.abs(inch - Math.round(inch))).toBeLessThan(1e-6)
  })
})

/** The curve of IEC 61966-2-1, from the standard: value to light. */
const lightOf = (value: number): number => {
  const share = value / 255
  return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4
}

describe('patches', () => {
  const picks = LEVELS.flatMap(level => seeds.map(seed => makePick({ skill: 'value/pick', level, seed })))
  const asked = picks.flatMap(pick => (pick.question.ask === 'pick' ? [{ pick, ...pick.question }] : []))

  it('have one that is what is asked, no two alike, and none that the eye cannot tell', () => {
    expect(asked).toHaveLength(picks.length)
    for (const { pick, value, patches } of asked) {
      expect(patches[pick.right]!.value).toBe(value)
      expect(patches.filter(patch => patch.value === value)).toHaveLength(1)
      const stops = patches.map(patch => Math.log2(lightOf(patch.value))).toSorted((a, b) => a - b)
      stops.slice(1).forEach((one, at) => expect(one - stops[at]!).toBeGreaterThan(0.2))
    }
  })

  it('lie nearer together and have surrounds that mislead from level to level', () => {
    const least = LEVELS.map(level =>
      Math.min(
        ...asked
          .filter(({ pick }) => pick.level === level)
          .flatMap(({ patches }) => {
            const stops = patches.map(patch => Math.log2(lightOf(patch.value))).toSorted((a, b) => a - b)
            return stops.slice(1).map((one, at) => one - stops[at]!)
          }),
      ),
    )
    least.slice(1).forEach((one, at) => expect(one).toBeLessThan(least[at]!))
    const isAlike = (level: number) =>
      asked
        .filter(({ pick }) => pick.level === level)
        .every(({ patches }) => new Set(patches.map(({ surround }) => surround)).size === 1)
    expect([isAlike(1), isAlike(2), isAlike(5)]).toEqual([true, true, false])
  })

  it('are so many stops apart as the published curve has them', () => {
    for (const level of LEVELS)
      for (const seed of seeds) {
        const apart = makeApart({ skill: 'value/apart', level, seed })
        if (apart.question.ask !== 'apart') throw new Error('another question')
        const [a, b] = apart.question.patches
        expect(Math.abs(Math.log2(lightOf(a.value) / lightOf(b.value)) - apart.right)).toBeLessThan(1e-6)
        expect(apart.right).toBeGreaterThan(0.3)
      }
  })
})
