import { createEmptyCard, fsrs, Rating, type Card, type Grade } from 'ts-fsrs'
import { abilities, levelFor, topicAbility, type Ability } from './ability'
import type { PracticeResult } from './results'
import { ALL_SKILLS, SKILLS, TOPICS, type Level, type Skill, type Topic } from './skills'

/**
 * When a skill is due again, by the published scheduler FSRS (open-spaced-repetition, version 6 of its algorithm), with
 * the parameters that it ships with. Nothing is kept of it: it is worked out from the results.
 */
const scheduler = fsrs({ enable_fuzz: false })

/** A mark as the scheduler's rating. Common practice, no source. */
export const ratingOf = ({ score, level }: Pick<PracticeResult, 'score' | 'level'>): Grade => {
  if (score < 0.4) return Rating.Again
  if (score < 0.7) return Rating.Hard
  return score > 0.99 && level >= 4 ? Rating.Easy : Rating.Good
}

/** When a skill is due, and the chance that it would still go well now. */
export type Due = { dueAt: Date; recall: number }

/**
 * When each skill that was practised is due. Results count in the order in which they were given; where a clock was
 * set back between two, no time passed.
 */
export const dueOf = (results: readonly PracticeResult[], now: Date): Map<Skill, Due> => {
  const cards = new Map<Skill, Card>()
  let last = 0
  for (const result of results) {
    last = Math.max(last, Date.parse(result.at))
    const at = new Date(last)
    const card = cards.get(result.skill) ?? createEmptyCard<Card>(at)
    cards.set(result.skill, scheduler.next(card, at, ratingOf(result)).card)
  }
  const present = new Date(Math.max(last, now.getTime()))
  return new Map(
    [...cards].map(([skill, card]) => [
      skill,
      { dueAt: card.due, recall: scheduler.get_retrievability(card, present, false) },
    ]),
  )
}

/** A topic counts as known well enough to go on at this level. */
const GOES_ON_AT = 2.2
/** Or after so many exercises of it: nobody is held back for ever. */
const GOES_ON_AFTER = 20

const BETWEEN_MS = 10 * 60_000
const lowest = ({ level, spread }: Ability): number => level - spread

/** Why something is next: it is due, new, or the weakest of what there is. */
export type NextUp = { skill: Skill; level: Level; why: 'due' | 'new' | 'weak' }

/**
 * What to practise next, of all or of one topic: what is due, the most forgotten first; then what comes new in the
 * course, one topic before the next is begun unless the one before goes well; then what goes worst.
 */
export const nextUp = (results: readonly PracticeResult[], now: Date, topic?: Topic): NextUp => {
  const known = abilities(results)
  const due = dueOf(results, now)
  const last = results.reduce((latest, { at }) => Math.max(latest, Date.parse(at)), now.getTime())
  const skills = ALL_SKILLS.filter(skill => !topic || SKILLS[skill] === topic)
  const next = (skill: Skill, why: NextUp['why']): NextUp => ({ skill, level: levelFor(known.get(skill)), why })
  // What was answered a moment ago is not asked again at once: something else comes between.
  const newest = results.at(-1)
  const justDone = newest && now.getTime() - Date.parse(newest.at) < BETWEEN_MS ? newest.skill : undefined
  const over = skills
    .filter(skill => skill !== justDone && due.has(skill) && due.get(skill)!.dueAt.getTime() <= last)
    .toSorted((a, b) => due.get(a)!.recall - due.get(b)!.recall)
  if (over.length > 0) return next(over[0]!, 'due')
  const isOpen = (skill: Skill) => {
    const before = TOPICS[TOPICS.indexOf(SKILLS[skill]) - 1]
    const ability = before && topicAbility(known, before)
    if (topic !== undefined || !before) return true
    return ability !== undefined && (ability.level >= GOES_ON_AT || ability.count >= GOES_ON_AFTER)
  }
  const fresh = skills.find(skill => !known.has(skill) && isOpen(skill))
  if (fresh) return next(fresh, 'new')
  // What is least sure comes before what is as weak and sure.
  const weakest = skills
    .filter(skill => known.has(skill))
    .toSorted((a, b) => lowest(known.get(a)!) - lowest(known.get(b)!))
  // The same thing twice in a row only where there is nothing else.
  const weak = weakest.find(skill => skill !== justDone) ?? weakest[0]
  return weak ? next(weak, 'weak') : next(skills[0]!, 'new')
}

/** Topics whose level is well under the others', weakest first. */
export const weakTopics = (results: readonly PracticeResult[]): Topic[] => {
  const known = abilities(results)
  const levels = TOPICS.flatMap(topic => {
    const ability = topicAbility(known, topic)
    return ability && ability.count >= WEAK_AFTER ? [{ topic, ...ability }] : []
  })
  if (levels.length < 2) return []
  const mean = levels.reduce((sum, { level }) => sum + level, 0) / levels.length
  return levels
    .filter(({ level, spread }) => level + spread < mean)
    .toSorted((a, b) => a.level - b.level)
    .map(({ topic }) => topic)
}
const WEAK_AFTER = 3
