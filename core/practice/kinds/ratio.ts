import type { Evaluation } from '../../evaluation/evaluation'
import { KEY_SIDE, LIT_CHEEK, SHADOW_SIDE } from '../../model/placeIds'
import type { StudioSet } from '../../model/schema'
import { onlyOn } from '../../model/settings'
import { fNumberFromStops, stopsFromFNumber } from '../../physics/units/fNumber'
import { diceOf, type Dice } from '../../shared/chance'
import { ratioOf } from '../../tone/ratio'
import type { ExerciseRef, NumberExercise } from '../exercise'
import { rangeOf, strictness } from '../figures'
import { turnedUntil } from '../powers'
import type { Level } from '../skills'
import { judged, lightOf, madeStudio, type Lit, type WALLS } from '../studio'

type RatioSkill = 'ratio/meter' | 'ratio/eye' | 'ratio/cost'

const RATIOS: Record<Level, readonly number[]> = {
  1: [1.2, 2, 4],
  2: [1.2, 2, 3, 4],
  3: [1.4, 2, 2.8, 4, 5.6],
  4: [1.2, 1.7, 2.4, 3.4, 4.8, 6.7],
  5: [1.2, 1.4, 1.7, 2, 2.4, 2.8, 3.4, 4, 4.8, 5.6, 6.7, 8],
}
const ROOMS: Record<Level, keyof typeof WALLS> = { 1: 'black', 2: 'black', 3: 'grey', 4: 'grey', 5: 'white' }

const withFill = (dice: Dice, level: Level): StudioSet =>
  madeStudio(dice, {
    walls: ROOMS[level],
    backdrop: dice.one(['Grey paper roll', 'Black paper roll', 'White paper roll']),
    toBackdropM: dice.between(1.5, 3),
    framing: 'head',
    build: studio => {
      const side = dice.sign()
      studio.around(
        'key',
        [dice.one(['octa', 'softbox-medium', 'beauty-dish'])],
        {
          roundDeg: side * dice.between(40, 60),
          distanceM: dice.between(1.1, 1.7),
          overEyesM: dice.between(0.2, 0.45),
        },
        { powerStops: -3 },
      )
      studio.around(
        'fill',
        [dice.one(['umbrella', 'softbox-large', 'octa'])],
        { roundDeg: -side * dice.between(10, 35), distanceM: dice.between(2, 2.8), overEyesM: 0.1 },
        { powerStops: -4 },
      )
    },
  })

/** The ratio of the face under powers, all lights on. */
const faceRatio = (evaluation: Evaluation): number =>
  ratioOf(evaluation.at(LIT_CHEEK).fNumber, evaluation.at(SHADOW_SIDE).fNumber).highlightToShadow

/** The fill's power at which the face has a ratio; the nearest where the room or the lamp does not let it. */
const filledTo = (evaluation: Evaluation, ratio: number): Evaluation =>
  turnedUntil(evaluation, [lightOf(evaluation.set, 'fill')], now => faceRatio(now) > ratio)

const onlyBy = (evaluation: Evaluation, lightId: string): Evaluation =>
  evaluation.under(onlyOn(evaluation.look, [lightId]))

const base = (ref: ExerciseRef) => ({ ...ref, answer: 'number' as const })
const ofRatio = { quantity: 'ratio' as const, range: rangeOf('ratio'), because: [] }

const eye = (ref: ExerciseRef, evaluation: Evaluation): NumberExercise => ({
  ...base(ref),
  ...ofRatio,
  question: { ask: 'ratio-eye' },
  right: faceRatio(evaluation),
  // "Every portrait is lit at 2:1."
  thumb: 2,
  ...strictness(ref.level),
  shown: { set: evaluation.set, camera: evaluation.camera, isPicture: true, isPlan: false },
})

/** Two whole readings, or in thirds: no set is needed. */
const fromReadings = (ref: ExerciseRef, dice: Dice): NumberExercise => {
  const lit = fNumberFromStops(dice.whole(5, 7))
  const under = ref.level === 1 ? dice.whole(1, 3) : dice.whole(1, 9) / 3
  const shadow = fNumberFromStops(stopsFromFNumber(lit) - under)
  return {
    ...base(ref),
    ...ofRatio,
    question: { ask: 'ratio-readings', lit, shadow },
    right: 2 ** under,
    thumb: 2 ** Math.round(under),
    fullWithin: 0.12,
    noneBeyond: 0.6,
  }
}

/** Each light alone on each cheek: what they come to together. */
const fromParts = (ref: ExerciseRef, evaluation: Evaluation): NumberExercise => {
  const [key, fill] = (['key', 'fill'] as const).map(job => {
    const alone = onlyBy(evaluation, lightOf(evaluation.set, job))
    return [alone.at(LIT_CHEEK).fNumber, alone.at(SHADOW_SIDE).fNumber] as const
  }) as [readonly [number, number], readonly [number, number]]
  return {
    ...base(ref),
    ...ofRatio,
    question: { ask: 'ratio-parts', key, fill },
    right: faceRatio(evaluation),
    // Key to fill, what each gives the other side left out.
    thumb: Math.max(1, (key[0] / fill[1]) ** 2),
    fullWithin: strictness(ref.level).fullWithin / 2,
    noneBeyond: strictness(ref.level).noneBeyond / 2,
  }
}

/** What a fill adds to the exposure at the key side. */
const cost = (ref: ExerciseRef, evaluation: Evaluation): NumberExercise => {
  const alone = onlyBy(evaluation, lightOf(evaluation.set, 'key'))
  const ratio = faceRatio(evaluation)
  return {
    ...base(ref),
    question: { ask: 'ratio-cost', ratio },
    quantity: 'stops',
    right: stopsFromFNumber(evaluation.at(KEY_SIDE).fNumber) - stopsFromFNumber(alone.at(KEY_SIDE).fNumber),
    // "At 1:1 a stop, otherwise nothing."
    thumb: ratio < 1.5 ? 1 : 0,
    range: [0, 2],
    fullWithin: strictness(ref.level).fullWithin / 2,
    noneBeyond: strictness(ref.level).noneBeyond / 2,
    because: [],
    shown: { set: evaluation.set, camera: evaluation.camera, isPicture: true, isPlan: true },
  }
}

/** Ratios by eye, by the meter, and what each costs the exposure. */
export const makeRatio = async (ref: ExerciseRef & { skill: RatioSkill }, lit: Lit): Promise<NumberExercise> => {
  const dice = diceOf(ref.seed, `${ref.skill} ${ref.level}`)
  if (ref.skill === 'ratio/meter' && ref.level <= 2) return fromReadings(ref, dice)
  const ratio = dice.one(RATIOS[ref.level])
  const filled = filledTo(await judged(lit, withFill(dice, ref.level)), ratio)
  switch (ref.skill) {
    case 'ratio/eye':
      return eye(ref, filled)
    case 'ratio/meter':
      return fromParts(ref, filled)
    case 'ratio/cost':
      return cost(ref, filled)
  }
}
