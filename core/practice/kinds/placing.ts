import { NOTHING_LEARNED } from '../../calibration/calibration'
import { evaluate } from '../../evaluation/evaluation'
import { editLight } from '../../edits/edits'
import { headHeightM } from '../../model/headHeight'
import type { StudioSet } from '../../model/schema'
import { modifierOfKind } from '../../physics/sources/modifiers'
import { cameraView, exposeFrame, lightViewOf } from '../../render/takeFrame'
import { atOnce } from '../../shared/steps'
import { diceOf, type Dice } from '../../shared/chance'
import type { ExerciseRef, KeyPlace, PlacingExercise } from '../exercise'
import type { Level } from '../skills'
import { CalledOff, lightOf, madeStudio, type Lit } from '../studio'

/** What of the key is asked; the rest stands as it is. */
const ASKED: Record<Level, readonly (keyof KeyPlace)[]> = {
  1: ['roundDeg'],
  2: ['roundDeg', 'overEyesM'],
  3: ['roundDeg', 'overEyesM', 'isHard'],
  4: ['roundDeg', 'overEyesM', 'distanceM'],
  5: ['roundDeg', 'overEyesM', 'distanceM', 'isHard'],
}

/** Where a key can be put in these exercises. */
export const KEY_RANGES = { roundDeg: [-90, 90], distanceM: [0.8, 2.4], overEyesM: [-0.2, 1] } as const

/** "A key stands at 45 degrees, half a metre over the eyes, soft." */
export const USUAL_KEY: KeyPlace = { roundDeg: 45, distanceM: 1.5, overEyesM: 0.5, isHard: false }

const HARD = 'reflector'
const SOFT = 'octa'

/** A set with its key at a place; one that the room does not let be there stands as near as it can. */
export const keyPlaced = (set: StudioSet, { roundDeg, distanceM, overEyesM, isHard }: KeyPlace): StudioSet => {
  const subject = set.subjects[0]!
  const round = (roundDeg * Math.PI) / 180
  const level = Math.sqrt(Math.max(0.04, distanceM ** 2 - overEyesM ** 2))
  return editLight(set, lightOf(set, 'key'), light => ({
    ...light,
    modifier: modifierOfKind(isHard ? HARD : SOFT),
    place: {
      xM: subject.place.xM + level * Math.sin(round),
      yM: subject.place.yM + level * Math.cos(round),
      zM: headHeightM(subject) + overEyesM,
    },
  }))
}

const drawnPlace = (dice: Dice, asked: readonly (keyof KeyPlace)[]): KeyPlace => {
  const [side, isHard] = [dice.sign(), dice.share() < 0.5]
  const drawn: KeyPlace = {
    roundDeg: Math.round(dice.between(10, 85) / 5) * 5 * side,
    distanceM: Math.round(dice.between(0.9, 2.2) * 10) / 10,
    overEyesM: Math.round(dice.between(0, 0.8) * 10) / 10,
    isHard,
  }
  return Object.fromEntries(
    Object.entries(USUAL_KEY).map(([what, usual]) => [
      what,
      asked.includes(what as keyof KeyPlace) ? drawn[what as keyof KeyPlace] : usual,
    ]),
  ) as KeyPlace
}

/** Read the frame: where does the key of this picture stand? */
export const makePlacing = async (ref: ExerciseRef, lit: Lit): Promise<PlacingExercise> => {
  const dice = diceOf(ref.seed, `placing ${ref.level}`)
  const asked = ASKED[ref.level]
  const bare = madeStudio(dice, {
    walls: dice.one(['black', 'grey'] as const),
    backdrop: 'Grey paper roll',
    toBackdropM: dice.between(1.6, 2.6),
    framing: 'head',
    build: studio => {
      studio.around('key', [SOFT], { roundDeg: 45, distanceM: 1.5, overEyesM: 0.5 }, { powerStops: -3 })
    },
  })
  const right = drawnPlace(dice, asked)
  const set = keyPlaced(bare, right)
  const solved = await lit(set)
  if (!solved) throw new CalledOff('The exercise was called off while it was made.')
  const { camera } = evaluate(set, set.looks[0]!, { layers: solved.layers, learned: NOTHING_LEARNED })
  const start: KeyPlace = {
    ...USUAL_KEY,
    ...Object.fromEntries(Object.entries(right).filter(([what]) => !asked.includes(what as keyof KeyPlace))),
  }
  return {
    ...ref,
    answer: 'placing',
    set: bare,
    right,
    asked,
    start: { ...start, roundDeg: 0 },
    shown: { set, camera, isPicture: true, isPlan: false },
  }
}

const WIDTH = 60
/** Light under this share of white is black in any picture. */
const LEAST_LIGHT = 0.004
const MOST_STOPS = 4

const linearOf = async (set: StudioSet, lit: Lit): Promise<Float32Array> => {
  const solved = await lit(set)
  if (!solved) throw new CalledOff('The picture was called off.')
  const { camera, look } = evaluate(set, set.looks[0]!, { layers: solved.layers, learned: NOTHING_LEARNED })
  const frame = atOnce(lightViewOf(set, solved, cameraView(set, solved, WIDTH)))
  return exposeFrame(set, frame, look.lights, camera, NOTHING_LEARNED)
}

const luminanceAt = (linear: Float32Array, pixel: number): number =>
  Math.max(
    LEAST_LIGHT,
    Math.min(1, 0.2126 * linear[pixel * 3]! + 0.7152 * linear[pixel * 3 + 1]! + 0.0722 * linear[pixel * 3 + 2]!),
  )

/**
 * How different two pictures are, each exposed for its key: the root mean square of stops between their pixels, what
 * clips and what is black counted as such.
 */
export const differenceStops = (a: Float32Array, b: Float32Array): number => {
  const pixels = Math.min(a.length, b.length) / 3
  let sum = 0
  for (let pixel = 0; pixel < pixels; pixel++) {
    const stops = Math.log2(luminanceAt(a, pixel) / luminanceAt(b, pixel))
    sum += Math.min(MOST_STOPS, Math.abs(stops)) ** 2
  }
  return Math.sqrt(sum / Math.max(1, pixels))
}

/** How different the learner's picture is from the one that was shown, stops. */
export const placedOff = async (
  { set, right }: Pick<PlacingExercise, 'set' | 'right'>,
  place: KeyPlace,
  lit: Lit,
): Promise<number> =>
  differenceStops(await linearOf(keyPlaced(set, right), lit), await linearOf(keyPlaced(set, place), lit))
