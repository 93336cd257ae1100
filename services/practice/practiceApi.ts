import { NOTHING_LEARNED } from '#core/calibration/calibration'
import { BACKDROP_MIDDLE, KEY_SIDE } from '#core/model/placeIds'
import type { StudioSet } from '#core/model/schema'
import { abilities, historyOf, topicAbility, type Ability } from '#core/practice/ability'
import type { OwnExercise } from '#core/practice/collection'
import type { Answer, ExerciseRef, FaultExercise, Move, NumberExercise, Shown } from '#core/practice/exercise'
import { makeOwn } from '#core/practice/kinds/own'
import { missOf, minutesOfMoves, movedSet } from '#core/practice/kinds/moves'
import { effectOf, type Effect } from '#core/practice/kinds/effect'
import { lightsPlaced } from '#core/practice/kinds/placing'
import { makeExercise, markAnswer, type Judged, type Made } from '#core/practice/practice'
import type { PracticeResult } from '#core/practice/results'
import { dueOf, nextUp, weakTopics, type NextUp } from '#core/practice/schedule'
import { TOPICS, type Skill, type Topic } from '#core/practice/skills'
import { CalledOff, judged, practiceSolver, solvedLook, type Lit } from '#core/practice/studio'
import type { Developed } from '../light/lightApi'
import type { Job } from '../rpc/job'
import { smallPicture } from '../smallPicture'

type MadeMoves = Extract<Made, { answer: 'moves' }>

/** An exercise with the picture that it is asked by. */
export type MadeExercise = { exercise: Made; picture?: Developed }

/** A set as moves have left it: how far off, what its places read, and how it looks. */
export type MovedState = {
  missStops: number
  minutes: number
  value: number | undefined
  backdropStops: number
  keyFNumber: number
}

/** An answer's mark with the picture of what was answered, where it has one. */
export type MarkedAnswer = { judged: Judged; picture?: Developed }

/** How one skill stands. */
export type SkillState = Ability & { dueAt: string; recall: number }

/** All that results say: skills, topics with their history, what is weak and what comes next. */
export type Overview = {
  skills: Partial<Record<Skill, SkillState>>
  topics: Partial<Record<Topic, Ability>>
  history: Partial<Record<Topic, ({ at: string } & Ability)[]>>
  weak: Topic[]
  next: NextUp
}

/** Wide enough to judge a face, quick enough to wait for. */
const WIDTH = 220
/** Pictures that are made again at every move. */
const SMALL_WIDTH = 180

/** What the service that makes and marks exercises can be asked. */
export const practiceApi = () => {
  const solve = practiceSolver()
  /** Light for a job; throws once it is called off. */
  const litFor =
    ({ pause }: Pick<Job, 'pause'>): Lit =>
    async set =>
      (await pause()) ? undefined : solve(set, { pause })

  const pictured = async (set: StudioSet, lit: Lit, width: number, isShown: boolean): Promise<Developed> => {
    const { solved, evaluation } = await solvedLook(lit, set)
    const { camera, look } = evaluation
    return smallPicture(set, solved, { settings: look.lights, camera, learned: NOTHING_LEARNED }, { width, isShown })
  }
  const pictureOf = (shown: Shown | undefined, lit: Lit): Promise<Developed> | undefined =>
    shown?.isPicture ? pictured(shown.set, lit, WIDTH, true) : undefined

  const stood = async (exercise: MadeMoves, moves: readonly Move[], lit: Lit): Promise<MovedState> => {
    const evaluation = await judged(lit, movedSet(exercise, moves))
    const middle = evaluation.at(BACKDROP_MIDDLE)
    return {
      missStops: missOf(exercise.goal, evaluation),
      minutes: minutesOfMoves(exercise, moves),
      value: middle.value,
      backdropStops: middle.stops,
      keyFNumber: evaluation.at(KEY_SIDE).fNumber,
    }
  }

  return {
    /** Makes an exercise with its pictures; the same reference makes the same. Undefined where it was called off. */
    make: async (job: Job, asked: ExerciseRef | OwnExercise): Promise<MadeExercise | undefined> => {
      const lit = litFor(job)
      try {
        const exercise: Made = 'ask' in asked ? await makeOwn(asked, lit) : await makeExercise(asked, lit)
        if (!('shown' in exercise)) return { exercise }
        return { exercise, picture: await pictureOf(exercise.shown, lit) }
      } catch (error) {
        if (error instanceof CalledOff) return undefined
        throw error
      }
    },

    /** Marks an answer; where that takes a search it tells how far it is. */
    mark: async (job: Job<number>, exercise: Made, answer: Answer): Promise<MarkedAnswer> => {
      const lit = litFor(job)
      const judged = await markAnswer(exercise, answer, lit, share => job.report(share))
      if (exercise.answer === 'placing' && answer.form === 'placing')
        return { judged, picture: await pictured(lightsPlaced(exercise.set, answer.place), lit, WIDTH, true) }
      if (exercise.answer === 'number' && exercise.after)
        return { judged, picture: await pictureOf(exercise.after, lit) }
      return { judged }
    },

    /** What the key's distance does to what an exercise asked of; undefined where it is not about that. */
    effect: async (job: Job, exercise: NumberExercise): Promise<Effect | undefined> => effectOf(exercise, litFor(job)),

    /** A set as moves leave it. */
    moved: (job: Job, exercise: MadeMoves, moves: readonly Move[]): Promise<MovedState> =>
      stood(exercise, moves, litFor(job)),

    /** The picture of a set as moves leave it: figures do not wait for it. */
    seen: (job: Job, exercise: MadeMoves, moves: readonly Move[]): Promise<Developed> =>
      pictured(movedSet(exercise, moves), litFor(job), SMALL_WIDTH, true),

    /** The frame of a hall with its faults. */
    frame: (job: Job, { frame }: FaultExercise): Promise<Developed> => pictured(frame.set, litFor(job), WIDTH, true),

    /** What comes next, after some results at a time. */
    next: async (_job: Job, results: readonly PracticeResult[], now: string, topic?: Topic): Promise<NextUp> =>
      nextUp(results, new Date(now), topic),

    /** What all results say at a time. */
    overview: async (_job: Job, results: readonly PracticeResult[], now: string, topic?: Topic): Promise<Overview> => {
      const at = new Date(now)
      const [known, due] = [abilities(results), dueOf(results, at)]
      const ofTopics = TOPICS.flatMap(one => {
        const ability = topicAbility(known, one)
        return ability ? [[one, ability] as const] : []
      })
      return {
        skills: Object.fromEntries(
          [...known].map(([skill, ability]) => {
            const { dueAt, recall } = due.get(skill)!
            return [skill, { ...ability, dueAt: dueAt.toISOString(), recall }]
          }),
        ),
        topics: Object.fromEntries(ofTopics),
        history: Object.fromEntries(ofTopics.map(([one]) => [one, historyOf(results, one)])),
        weak: weakTopics(results),
        next: nextUp(results, at, topic),
      }
    },
  }
}

/** What the service can be asked. */
export type PracticeApi = ReturnType<typeof practiceApi>
