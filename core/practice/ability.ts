import type { PracticeResult } from './results'
import { ALL_SKILLS, LEVELS, SKILLS, type Level, type Skill, type Topic } from './skills'

/**
 * How well somebody does something, on the scale of levels: at this level about half of a mark is to be expected.
 * The spread is one standard deviation.
 */
export type Ability = { level: number; spread: number; count: number }

/**
 * The Rasch model (G. Rasch, Probabilistic Models for Some Intelligence and Attainment Tests, 1960) with a slope, its
 * posterior worked out on a grid: the chance of a mark is logistic in ability less difficulty. Levels are this far
 * apart in ability.
 */
const STEP = 1.2
const SLOPE = 1.5
/** Somebody who guesses gets so much. */
const GUESSED = 0.1
/** Before anything is known: a beginner, give or take. */
const PRIOR = { mean: -1.5, spread: 1.8 }
/** Each result counts so much less with every further one, so that who has learned is not held to what was. */
const KEPT = 0.93
/** From level 0 to a little over the highest: exercises tell nothing of what lies beyond. */
const GRID = Array.from({ length: 67 }, (_, at) => -3.6 + at * 0.1)

const difficultyOf = (level: Level): number => (level - 3) * STEP
const chance = (ability: number, level: Level): number =>
  GUESSED + (1 - GUESSED) / (1 + Math.exp(-SLOPE * (ability - difficultyOf(level))))

/** What is known after some results of one skill. */
const LOG = new Map(
  LEVELS.map(level => [
    level,
    GRID.map(ability => [Math.log(chance(ability, level)), Math.log(1 - chance(ability, level))] as const),
  ]),
)
const PRIOR_LOG = GRID.map(ability => -((ability - PRIOR.mean) ** 2) / (2 * PRIOR.spread ** 2))

/** Follows one skill result by result. */
const follower = () => {
  let evidence = GRID.map(() => 0)
  let count = 0
  return {
    see: ({ level, score }: Pick<PracticeResult, 'level' | 'score'>): void => {
      const logs = LOG.get(level)!
      evidence = evidence.map((was, at) => KEPT * was + score * logs[at]![0] + (1 - score) * logs[at]![1])
      count += 1
    },
    now: (): Ability => {
      const logs = evidence.map((one, at) => one + PRIOR_LOG[at]!)
      const most = Math.max(...logs)
      const weights = logs.map(one => Math.exp(one - most))
      const whole = weights.reduce((sum, one) => sum + one, 0)
      const mean = weights.reduce((sum, one, at) => sum + one * GRID[at]!, 0) / whole
      const variance = weights.reduce((sum, one, at) => sum + one * (GRID[at]! - mean) ** 2, 0) / whole
      return { level: 3 + mean / STEP, spread: Math.sqrt(variance) / STEP, count }
    },
  }
}

/** How well somebody does each skill that was practised. */
export const abilities = (results: readonly PracticeResult[]): Map<Skill, Ability> => {
  const followers = new Map<Skill, ReturnType<typeof follower>>()
  for (const result of results) {
    const one = followers.get(result.skill) ?? follower()
    followers.set(result.skill, one)
    one.see(result)
  }
  return new Map([...followers].map(([skill, one]) => [skill, one.now()]))
}

/** A topic by its skills that were practised: their mean, and how sure that is; undefined where none was. */
export const topicAbility = (known: ReadonlyMap<Skill, Ability>, topic: Topic): Ability | undefined => {
  const own = ALL_SKILLS.flatMap(skill => (SKILLS[skill] === topic && known.has(skill) ? [known.get(skill)!] : []))
  if (own.length === 0) return undefined
  return {
    level: own.reduce((sum, { level }) => sum + level, 0) / own.length,
    spread: Math.sqrt(own.reduce((sum, { spread }) => sum + spread ** 2, 0)) / own.length,
    count: own.reduce((sum, { count }) => sum + count, 0),
  }
}

/** Hard enough to learn from: about so much of a mark is to be expected. */
const WANTED_MARK = 0.7

/** The level of the next exercise of a skill: the hardest at which enough is to be expected. */
export const levelFor = (ability: Ability | undefined): Level => {
  if (!ability) return 1
  const at = (ability.level - 3) * STEP
  return LEVELS.toReversed().find(level => chance(at, level) >= WANTED_MARK) ?? 1
}

/** A topic after each of its results, for a chart: at most so many points, the last always there. */
export const historyOf = (
  results: readonly PracticeResult[],
  topic: Topic,
  most = 60,
): ({ at: string } & Ability)[] => {
  const followers = new Map<Skill, ReturnType<typeof follower>>()
  const own = results.filter(({ skill }) => SKILLS[skill] === topic)
  const every = Math.max(1, Math.ceil(own.length / most))
  return own.flatMap((result, index) => {
    const one = followers.get(result.skill) ?? follower()
    followers.set(result.skill, one)
    one.see(result)
    if (index % every !== 0 && index !== own.length - 1) return []
    const known = new Map([...followers].map(([skill, followed]) => [skill, followed.now()]))
    return [{ at: result.at, ...topicAbility(known, topic)! }]
  })
}
