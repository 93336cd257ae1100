// Makes exercises of every skill and level, holds each to what it must be, and says what rules of thumb and guesses
// score: npm run exercises [-- COUNT [SKILL]]. COUNT is how many of each skill and level (40).
import { bestAnswer, guessedAnswer, makeExercise, markAnswer, thumbAnswer, type Made } from '#core/practice/practice'
import { missOf, movedSet } from '#core/practice/kinds/moves'
import { toldBy } from '#core/practice/kinds/fault'
import { isSet } from '#core/practice/kinds/ways'
import { ALL_SKILLS, LEVELS, type Level, type Skill } from '#core/practice/skills'
import { judged, practiceSolver, type Lit } from '#core/practice/studio'

const [, , given = '40', only] = process.argv
const COUNT = Number(given)
const FIRST_SEED = 5000
/** The search for the fewest minutes takes seconds: it is done for one in so many. */
const SEARCHED = 20

/** What is wrong with an exercise; empty where nothing is. */
const faultsOf = async (exercise: Made, lit: Lit): Promise<string> => {
  switch (exercise.answer) {
    case 'number':
      return Number.isFinite(exercise.right) && exercise.fullWithin < exercise.noneBeyond ? '' : 'no figure'
    case 'choice':
      return exercise.right >= 0 && exercise.right < exercise.options ? '' : 'none of the choices'
    case 'order':
      return exercise.meanMinutes > exercise.leastMinutes + 1 ? '' : 'any order does'
    case 'moves': {
      const miss = missOf(exercise.goal, await judged(lit, movedSet(exercise, exercise.solution)))
      if (!isSet(exercise, miss)) return `not set by what it was made from (${miss.toFixed(2)})`
      return isSet(exercise, exercise.startMissStops) ? 'set from the start' : ''
    }
    case 'fault':
      return toldBy(exercise, exercise.shortest) && !toldBy(exercise, []) ? '' : 'not told by readings'
    case 'placing':
      return ''
  }
}

const lit = practiceSolver()
const mean = (all: readonly number[]) => all.reduce((sum, one) => sum + one, 0) / Math.max(1, all.length)
const p95 = (all: readonly number[]) => all.toSorted((a, b) => a - b)[Math.floor(all.length * 0.95)] ?? 0

const row = async (skill: Skill, level: Level): Promise<string> => {
  const [took, best, thumb, guess]: number[][] = [[], [], [], []]
  const wrong: string[] = []
  for (let seed = FIRST_SEED; seed < FIRST_SEED + COUNT; seed++) {
    const begun = performance.now()
    const exercise = await makeExercise({ skill, level, seed }, lit)
    took!.push(performance.now() - begun)
    const fault = await faultsOf(exercise, lit)
    if (fault) wrong.push(`${seed}: ${fault}`)
    const isSearched = exercise.answer !== 'moves' || seed % SEARCHED === 0
    if (!isSearched) continue
    best!.push((await markAnswer(exercise, await bestAnswer(exercise, lit), lit)).score)
    thumb!.push((await markAnswer(exercise, thumbAnswer(exercise), lit)).score)
    guess!.push((await markAnswer(exercise, guessedAnswer(exercise, seed), lit)).score)
  }
  const figures = [Math.min(...best!), mean(thumb!), mean(guess!)].map(one => one.toFixed(2))
  const ms = [mean(took!), p95(took!)].map(one => one.toFixed(0))
  return `| ${[skill, level, COUNT, ...figures, ...ms].join(' | ')} |${wrong.length > 0 ? ` WRONG ${wrong.join('; ')}` : ''}`
}

console.log('| exercise | level | made | best, least | rule of thumb | guess | ms, mean | ms, p95 |')
console.log('|---|---|---|---|---|---|---|---|')
for (const skill of ALL_SKILLS.filter(one => !only || one.startsWith(only)))
  for (const level of LEVELS) console.log(await row(skill, level))
