import { diceOf, type Dice } from '../shared/chance'
import { minutesOfOrder } from '../looks/order'
import { markFigure } from './figures'
import {
  markOf,
  type Answer,
  type Exercise,
  type ExerciseRef,
  type FrameLights,
  type Mark,
  type Move,
  type MovesExercise,
} from './exercise'
import { makeChange } from './kinds/change'
import { isOrder, makeDay } from './kinds/day'
import { makeFault, minutesAsked, toldBy } from './kinds/fault'
import { makeClipped, makeFrameValue } from './kinds/framed'
import { makeMoves } from './kinds/moves'
import { makeApart, makePick } from './kinds/patches'
import { EDGES, KEY_RANGES, makePlacing, placedOff, USUAL_LIGHTS } from './kinds/placing'
import { makeRatio } from './kinds/ratio'
import { makeReading } from './kinds/reading'
import { makeSum } from './kinds/sums'
import { bestWays, isSet, stepsOf, type PracticeWay, type Step } from './kinds/ways'
import type { Lit } from './studio'

/** An exercise whose moves come with those that it was made from. */
export type Made = Exclude<Exercise, MovesExercise> | (MovesExercise & { solution: readonly Move[] })

/** Makes the exercise of a reference; the same reference makes the same exercise. */
export const makeExercise = async (ref: ExerciseRef, lit: Lit): Promise<Made> => {
  const { skill } = ref
  switch (skill) {
    case 'value/pick':
      return makePick(ref)
    case 'value/apart':
      return makeApart(ref)
    case 'value/frame':
      return makeFrameValue(ref, lit)
    case 'value/clipped':
      return makeClipped(ref, lit)
    case 'sums/stops':
    case 'sums/distance':
    case 'sums/tape':
    case 'sums/add':
    case 'sums/mired':
      return makeSum({ ...ref, skill })
    case 'reading/open':
    case 'reading/size':
    case 'reading/room':
    case 'reading/backdrop':
      return makeReading({ ...ref, skill }, lit)
    case 'change/distance':
    case 'change/backdrop':
    case 'change/spill':
    case 'change/camera':
    case 'change/gel':
      return makeChange({ ...ref, skill }, lit)
    case 'ratio/meter':
    case 'ratio/eye':
    case 'ratio/cost':
      return makeRatio({ ...ref, skill }, lit)
    case 'set-it/power':
    case 'set-it/spill':
    case 'even/two':
    case 'even/three':
      return makeMoves({ ...ref, skill }, lit)
    case 'fault/one':
    case 'fault/two':
      return makeFault({ ...ref, skill }, lit)
    case 'frame/key':
    case 'frame/lights':
      return makePlacing({ ...ref, skill }, lit)
    case 'day/order':
      return makeDay(ref)
  }
}

/** A way with what each of its moves does. */
type SteppedWay = PracticeWay & { steps: readonly Step[] }

/** What marking found beside the mark: what each move did, the quickest ways beside it, minutes that were spent. */
export type Judged = Mark & {
  steps?: readonly Step[]
  ways?: readonly SteppedWay[]
  minutes?: number
  missStops?: number
  isTold?: boolean
}

/** Share of a full mark that somebody gets who came nearer but did not set it. */
const NEARER_SHARE = 0.4
/** What is named right although nothing that was read tells it. */
const LUCK = 0.5
/** Pictures that differ by so little are the same to an eye; by so much, another light. */
const PICTURES = { alike: 0.22, other: 1 }

type MadeOf<A extends Made['answer']> = Extract<Made, { answer: A }>

const markMoves = async (
  exercise: MadeOf<'moves'>,
  moves: readonly Move[],
  lit: Lit,
  report?: (share: number) => void,
): Promise<Judged> => {
  const steps = await stepsOf(exercise, moves, lit)
  const { minutes, missStops } = steps.at(-1) ?? { minutes: 0, missStops: exercise.startMissStops }
  const ways = await bestWays(exercise, lit, report)
  const least = Math.min(...ways.map(way => way.minutes))
  const wayStepped: SteppedWay[] = []
  for (const way of ways) wayStepped.push({ ...way, steps: await stepsOf(exercise, way.moves, lit) })
  const found = { ways: wayStepped, steps, minutes, missStops }
  if (isSet(exercise, missStops))
    return { ...markOf(least / Math.max(least, minutes), Math.max(0, minutes - least)), ...found }
  const nearer = 1 - Math.abs(missStops / exercise.startMissStops)
  return { ...markOf(NEARER_SHARE * nearer), ...found }
}

const markFault = (exercise: MadeOf<'fault'>, at: number, asked: readonly number[]): Judged => {
  const minutes = minutesAsked(exercise, asked)
  const isTold = toldBy(exercise, asked)
  const over = Math.max(0, minutes - exercise.leastMinutes)
  if (at !== exercise.right) return { ...markOf(0), minutes, isTold }
  const score = isTold ? Math.min(1, exercise.leastMinutes / Math.max(minutes, 0.1)) : LUCK
  return { ...markOf(score, over), minutes, isTold }
}

/** Lights that are on or off: each one named wrong takes its share, however little of the picture it lights. */
const NAMED = ['hasFill', 'edge', 'isBackdropLit'] as const
const namedShare = ({ asked, right }: MadeOf<'placing'>, place: FrameLights): number => {
  const named = NAMED.filter(what => asked.includes(what))
  return named.length === 0 ? 1 : named.filter(what => place[what] === right[what]).length / named.length
}

/** How good an answer is. An answer of another form than the exercise's is worth nothing. */
export const markAnswer = async (
  exercise: Made,
  answer: Answer,
  lit: Lit,
  report?: (share: number) => void,
): Promise<Judged> => {
  switch (exercise.answer) {
    case 'number':
      return answer.form === 'number' ? markFigure(exercise, answer.value) : markOf(0)
    case 'choice':
      return markOf(answer.form === 'choice' && answer.at === exercise.right ? 1 : 0)
    case 'order': {
      if (answer.form !== 'order' || !isOrder(exercise, answer.order)) return markOf(0)
      const over = minutesOfOrder(exercise.minutes, answer.order) - exercise.leastMinutes
      return {
        ...markOf(1 - over / (exercise.meanMinutes - exercise.leastMinutes), Math.max(0, over)),
        minutes: exercise.leastMinutes + over,
      }
    }
    case 'moves':
      return answer.form === 'moves' ? markMoves(exercise, answer.moves, lit, report) : markOf(0)
    case 'fault':
      return answer.form === 'fault' ? markFault(exercise, answer.at, answer.asked) : markOf(0)
    case 'placing': {
      if (answer.form !== 'placing') return markOf(0)
      const off = await placedOff(exercise, answer.place, lit)
      const alike = 1 - Math.max(0, off - PICTURES.alike) / (PICTURES.other - PICTURES.alike)
      return markOf(alike * namedShare(exercise, answer.place), off)
    }
  }
}

/** The best answer that the core knows. */
export const bestAnswer = async (exercise: Made, lit: Lit): Promise<Answer> => {
  switch (exercise.answer) {
    case 'number':
      return { form: 'number', value: exercise.right }
    case 'choice':
      return { form: 'choice', at: exercise.right }
    case 'order':
      return { form: 'order', order: exercise.right }
    case 'moves':
      return { form: 'moves', moves: (await bestWays(exercise, lit))[0]!.moves }
    case 'fault':
      return { form: 'fault', at: exercise.right, asked: exercise.shortest }
    case 'placing':
      return { form: 'placing', place: exercise.right }
  }
}

/** The first two readings that everybody takes: all lights, at the key side and at the backdrop's middle. */
const FIRST_READINGS = [0, 2]

/** What a plain rule of thumb answers; docs/practice.md names the rule of each kind. */
export const thumbAnswer = (exercise: Made): Answer => {
  switch (exercise.answer) {
    case 'number':
      return { form: 'number', value: exercise.thumb }
    case 'choice':
      return { form: 'choice', at: exercise.thumb }
    case 'order':
      return { form: 'order', order: exercise.thumb }
    case 'moves':
      return { form: 'moves', moves: oneTurn(exercise) }
    case 'fault': {
      const { table, right, suspects } = exercise
      const away = (row: readonly number[]) =>
        FIRST_READINGS.reduce((sum, at) => sum + Math.abs(row[at]! - table[right]![at]!), 0)
      const at = suspects
        .map((_, index) => index)
        .reduce((best, index) => (away(table[index]!) < away(table[best]!) - 1e-9 ? index : best), 0)
      return { form: 'fault', at, asked: FIRST_READINGS }
    }
    case 'placing':
      return { form: 'placing', place: { ...exercise.start, ...pickKeys(USUAL_LIGHTS, exercise.asked) } }
  }
}

const pickKeys = (place: FrameLights, keys: readonly (keyof FrameLights)[]): Partial<FrameLights> =>
  Object.fromEntries(keys.map(key => [key, place[key]]))

/** "Turn the backdrop lights by as much as it is off." */
const oneTurn = ({ set, lookId, offers, startMissStops }: MadeOf<'moves'>): Move[] => {
  const look = set.looks.find(({ id }) => id === lookId)!
  return set.lights
    .filter(({ job }) => job === 'backdrop')
    .slice(0, 2)
    .map(({ id }) => ({
      offer: offers.findIndex(offer => offer.kind === 'power' && offer.lightId === id),
      powerStops: Math.max(-7, Math.min(0, look.lights[id]!.powerStops - startMissStops)),
    }))
}

/** An answer of somebody who knows nothing. */
export const guessedAnswer = (exercise: Made, seed: number): Answer => {
  const dice = diceOf(seed, `guess ${exercise.skill} ${exercise.seed}`)
  switch (exercise.answer) {
    case 'number':
      return { form: 'number', value: dice.between(...exercise.range) }
    case 'choice':
      return { form: 'choice', at: dice.whole(0, exercise.options - 1) }
    case 'order':
      return { form: 'order', order: dice.shuffled(exercise.names.map((_, at) => at)) }
    case 'moves':
      return { form: 'moves', moves: guessedMoves(exercise, dice) }
    case 'fault':
      return { form: 'fault', at: dice.whole(0, exercise.suspects.length - 1), asked: [] }
    case 'placing':
      return {
        form: 'placing',
        place: {
          ...exercise.start,
          ...pickKeys(
            {
              roundDeg: dice.between(...KEY_RANGES.roundDeg),
              distanceM: dice.between(...KEY_RANGES.distanceM),
              overEyesM: dice.between(...KEY_RANGES.overEyesM),
              isHard: dice.share() < 0.5,
              hasFill: dice.share() < 0.5,
              edge: dice.one(EDGES),
              isBackdropLit: dice.share() < 0.5,
            },
            exercise.asked,
          ),
        },
      }
  }
}

const guessedMoves = ({ offers }: MadeOf<'moves'>, dice: Dice): Move[] => {
  const offer = dice.whole(0, offers.length - 1)
  return [{ offer, powerStops: dice.between(-7, 0) }]
}
