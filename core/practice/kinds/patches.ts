import { SRGB_RESPONSE } from '../../camera/response'
import { TONE_VALUES } from '../../evaluation/target'
import { stopsFromRatio } from '../../physics/units/stops'
import { diceOf, type Dice } from '../../shared/chance'
import type { ChoiceExercise, ExerciseRef, NumberExercise, Patch } from '../exercise'
import { rangeOf, strictness } from '../figures'
import type { Level } from '../skills'

const valueAt = (stops: number): number => Math.round(SRGB_RESPONSE.valueFromLinear(2 ** stops))
const stopsOf = (value: number): number => stopsFromRatio(SRGB_RESPONSE.linearFromValue(value))

/** Patches of one exercise lie so many stops apart, and so many there are. */
const PICK: Record<Level, { apart: number; count: number; isMisleading: boolean }> = {
  1: { apart: 1.3, count: 3, isMisleading: false },
  2: { apart: 0.8, count: 4, isMisleading: false },
  3: { apart: 0.7, count: 4, isMisleading: true },
  4: { apart: 0.5, count: 5, isMisleading: true },
  5: { apart: 0.35, count: 5, isMisleading: true },
}
const NEUTRAL = 118
const BLACK_END = -8.5

/** An eye sees a patch lighter on dark and darker on light: by such a share of the difference (rough, from memory). */
const CONTRAST_SHARE = 0.14
const seen = ({ value, surround }: Patch): number => value + CONTRAST_SHARE * (value - surround)

/** A surround that pulls a patch toward a value: dark lifts it, light sinks it. */
const pulling = (value: number, toward: number): number => (value < toward ? 20 : 235)

/** Which of these patches is so much? Judged by the eye, on surrounds that help or mislead. */
export const makePick = (ref: ExerciseRef): ChoiceExercise => {
  const dice = diceOf(ref.seed, `pick ${ref.level}`)
  const { apart, count, isMisleading } = PICK[ref.level]
  const wanted = dice.one(Object.values(TONE_VALUES).filter(value => value > BLACK_VALUE))
  const middle = stopsOf(wanted)
  // So many steps under and over it, none clipped and none lost in black.
  const most = Math.floor(-0.02 / apart - middle / apart)
  const over = Math.max(0, Math.min(most, dice.whole(0, count - 1)))
  const steps = Array.from({ length: count }, (_, at) => at - (count - 1 - over))
  const values = steps.map(step => valueAt(Math.max(BLACK_END, middle + step * apart)))
  const right = values.indexOf(valueAt(middle))
  const surround = (value: number, at: number): number => {
    if (!isMisleading) return NEUTRAL
    return at === right ? pulling(wanted, dice.one([0, 255])) : pulling(value, wanted)
  }
  const patches = values.map((value, at): Patch => ({ value, surround: surround(value, at) }))
  const order = dice.shuffled(patches.map((_, at) => at))
  const shown = order.map(at => patches[at]!)
  const nearest = (by: (patch: Patch) => number) =>
    shown.reduce(
      (best, patch, at) => (Math.abs(by(patch) - wanted) < Math.abs(by(shown[best]!) - wanted) ? at : best),
      0,
    )
  return {
    ...ref,
    answer: 'choice',
    question: { ask: 'pick', value: values[right]!, patches: shown },
    options: shown.length,
    right: order.indexOf(right),
    thumb: nearest(seen),
  }
}
const BLACK_VALUE = 40

const APART: Record<Level, (dice: Dice) => [number, number]> = {
  // The lighter patch in stops under white, and how far under it the other is.
  1: dice => [dice.between(-1.6, -0.9), dice.whole(2, 3) / 2],
  2: dice => [dice.between(-1.5, -0.4), dice.whole(1, 4) / 2],
  3: dice => [dice.between(-2, -0.2), dice.whole(2, 9) / 3],
  4: dice => [dice.between(-3, -0.1), dice.whole(2, 12) / 3],
  5: dice => [dice.between(-4, -0.1), dice.whole(3, 13) / 3],
}
/** In the middle of the scale a stop is about so many values; neither in the darks nor the lights. */
const VALUES_A_STOP = 45

/** How many stops lie between two patches? */
export const makeApart = (ref: ExerciseRef): NumberExercise => {
  const dice = diceOf(ref.seed, `apart ${ref.level}`)
  const [lighter, under] = APART[ref.level](dice)
  const values = [valueAt(lighter), valueAt(lighter - under)] as const
  const isMisleading = ref.level >= 3
  const [a, b] = values.map((value, at): Patch => ({
    value,
    surround: isMisleading ? pulling(value, at === 0 ? values[1] : values[0]) : NEUTRAL,
  })) as [Patch, Patch]
  return {
    ...ref,
    answer: 'number',
    question: { ask: 'apart', patches: [a, b] },
    quantity: 'stops',
    // As the patches are, in whole values, not as they were meant.
    right: stopsOf(values[0]) - stopsOf(values[1]),
    thumb: (values[0] - values[1]) / VALUES_A_STOP,
    range: rangeOf('stops'),
    ...strictness(ref.level),
    because: [],
  }
}
