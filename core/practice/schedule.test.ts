import { describe, expect, it } from 'vitest'
import { diceOf } from '../shared/chance'
import { abilities, historyOf, levelFor, topicAbility } from './ability'
import type { PracticeResult } from './results'
import { dueOf, nextUp, ratingOf, weakTopics } from './schedule'
import { ALL_SKILLS, SKILLS, TOPICS, type Level, type Skill } from './skills'

const DAY_MS = 86_400_000
const START = Date.UTC(2026, 0, 1)

const result = (skill: Skill, level: Level, score: number, at: number, id = `${skill}-${at}`): PracticeResult => ({
  id,
  at: new Date(at).toISOString(),
  skill,
  level,
  seed: 1,
  score,
  off: null,
  seconds: 20,
  from: null,
})

/** Practises as the course says, twenty exercises a day. */
const learned = (count: number, score: (level: Level, share: number, skill: Skill) => number): PracticeResult[] => {
  const dice = diceOf(11, 'learner')
  const results: PracticeResult[] = []
  let at = START
  for (let n = 0; n < count; n++) {
    at += n % 20 === 19 ? DAY_MS : 60_000
    const { skill, level } = nextUp(results, new Date(at))
    results.push(result(skill, level, score(level, dice.share(), skill), at, `r${n}`))
  }
  return results
}

describe('simulated learners', () => {
  it('who is always right has done every skill, at the highest level, and is said to be there', () => {
    const results = learned(400, () => 1)
    const known = abilities(results)
    expect([...known.keys()].toSorted()).toEqual([...ALL_SKILLS].toSorted())
    for (const topic of TOPICS) expect(topicAbility(known, topic)!.level).toBeGreaterThan(3.8)
    for (const { level } of results.slice(-29)) expect(level).toBeGreaterThanOrEqual(3)
  })

  it('who knows the inverse square alone is placed where that stops being enough', () => {
    const results = learned(300, level => Math.max(0, 1.2 - level * 0.25))
    const known = abilities(results)
    for (const topic of TOPICS) {
      const { level, spread } = topicAbility(known, topic)!
      expect(level).toBeGreaterThan(1.8)
      expect(level).toBeLessThan(3.2)
      expect(spread).toBeLessThan(0.7)
    }
    expect(Math.max(...results.slice(-40).map(({ level }) => level))).toBeLessThanOrEqual(3)
  })

  it('who guesses stays at the lowest level and is held back, but not for ever', () => {
    const results = learned(250, (_level, share) => (share < 0.12 ? 1 : 0))
    const later = results.slice(50)
    expect(later.filter(({ level }) => level === 1).length / later.length).toBeGreaterThan(0.95)
    for (const [, ability] of abilities(results)) expect(ability.level).toBeLessThan(1)
    const begun = new Set(results.map(({ skill }) => SKILLS[skill]))
    expect(begun.has('distance')).toBe(true)
    expect(begun.has('day')).toBe(false)
  })

  it('who is weak in one topic is told which', () => {
    const results = learned(300, (_level, _share, skill) => (SKILLS[skill] === 'ratio' ? 0.1 : 1))
    expect(weakTopics(results)).toEqual(['ratio'])
    expect(weakTopics(learned(150, () => 1))).toEqual([])
  })
})

describe('the scheduler', () => {
  it('brings back sooner what went badly', () => {
    const due = (score: number) => dueOf([result('sums/add', 2, score, START)], new Date(START)).get('sums/add')!.dueAt
    expect(due(0).getTime()).toBeLessThan(due(0.8).getTime())
    expect([0, 0.5, 0.8, 1].map(score => ratingOf({ score, level: 5 }))).toEqual([1, 2, 3, 4])
  })

  it('lengthens the gap while it goes well', () => {
    let at = START
    const results: PracticeResult[] = []
    const gaps: number[] = []
    for (let n = 0; n < 6; n++) {
      results.push(result('sums/add', 3, 1, at, `g${n}`))
      const next = dueOf(results, new Date(at)).get('sums/add')!.dueAt.getTime()
      gaps.push(next - at)
      at = next
    }
    gaps.slice(1).forEach((gap, index) => expect(gap).toBeGreaterThanOrEqual(gaps[index]!))
    expect(gaps.at(-1)).toBeGreaterThan(7 * DAY_MS)
  })

  it('stands a clock that was set back', () => {
    const results = [
      result('sums/add', 1, 1, START + 10 * DAY_MS, 'a'),
      result('sums/add', 1, 1, START, 'b'),
      result('value/pick', 1, 0.2, START - 400 * DAY_MS, 'c'),
    ]
    const due = dueOf(results, new Date(START - 900 * DAY_MS))
    for (const [, { dueAt, recall }] of due) {
      expect(dueAt.getTime()).toBeGreaterThanOrEqual(START + 10 * DAY_MS)
      expect(recall).toBeGreaterThanOrEqual(0)
      expect(recall).toBeLessThanOrEqual(1)
    }
    expect(() => nextUp(results, new Date(START - 900 * DAY_MS))).not.toThrow()
  })

  it('begins at the beginning, and in one topic at that', () => {
    expect(nextUp([], new Date(START))).toEqual({ skill: 'value/pick', level: 1, why: 'new' })
    expect(SKILLS[nextUp([], new Date(START), 'day').skill]).toBe('day')
  })

  it('puts something between what went badly and asking it again', () => {
    const bad = [result('value/pick', 1, 0, START), result('value/pick', 1, 0, START + 120_000, 'again')]
    const soon = new Date(START + 200_000)
    expect(dueOf(bad, soon).get('value/pick')!.dueAt.getTime()).toBeLessThanOrEqual(soon.getTime())
    expect(nextUp(bad, soon)).toMatchObject({ skill: 'value/apart', why: 'new' })
    expect(nextUp(bad, new Date(START + 3_600_000))).toMatchObject({ skill: 'value/pick', why: 'due' })
  })

  it('asks the most forgotten of what is due first', () => {
    const results = [result('value/pick', 1, 1, START), result('value/apart', 1, 0, START + 1000)]
    const later = new Date(START + 60 * DAY_MS)
    const recall = dueOf(results, later)
    expect(recall.get('value/apart')!.recall).toBeLessThan(recall.get('value/pick')!.recall)
    expect(nextUp(results, later)).toMatchObject({ skill: 'value/apart', why: 'due' })
  })
})

describe('what is known of a skill', () => {
  it('is unsure at first and surer with every answer', () => {
    const some = Array.from({ length: 12 }, (_, n) => result('sums/stops', 2, n % 2, START + n))
    const spreads = [1, 4, 12].map(count => abilities(some.slice(0, count)).get('sums/stops')!.spread)
    expect(spreads[0]).toBeGreaterThan(spreads[1]!)
    expect(spreads[1]).toBeGreaterThan(spreads[2]!)
  })

  it('follows who has learned', () => {
    const bad = Array.from({ length: 15 }, (_, n) => result('sums/stops', 2, 0, START + n))
    const good = Array.from({ length: 25 }, (_, n) => result('sums/stops', 3, 1, START + 100 + n))
    const [before, after] = [abilities(bad), abilities([...bad, ...good])].map(known => known.get('sums/stops')!)
    expect(before!.level).toBeLessThan(1.5)
    expect(after!.level).toBeGreaterThan(3)
  })

  it('chooses a level that is neither too hard nor below what goes well', () => {
    expect(levelFor(undefined)).toBe(1)
    const levels = [0.2, 1.5, 2.5, 3.5, 4.6, 5.4].map(level => levelFor({ level, spread: 0.3, count: 9 }))
    levels.slice(1).forEach((level, at) => expect(level).toBeGreaterThanOrEqual(levels[at]!))
    expect([levels[0], levels.at(-1)]).toEqual([1, 5])
  })

  it('has a history that ends where it stands now', () => {
    const results = learned(200, level => (level < 3 ? 1 : 0.3))
    const known = abilities(results)
    for (const topic of TOPICS) {
      const history = historyOf(results, topic)
      expect(history.length).toBeLessThanOrEqual(61)
      const now = topicAbility(known, topic)
      if (now) expect(history.at(-1)).toMatchObject(now)
      else expect(history).toEqual([])
    }
  })
})
