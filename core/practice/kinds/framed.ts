import { evaluate, type Evaluation } from '../../evaluation/evaluation'
import { CLIPPED } from '../../evaluation/thresholds'
import type { StudioSet } from '../../model/schema'
import { luminance } from '../../physics/units/rgb'
import { diceOf, type Dice } from '../../shared/chance'
import { CLIP_CHOICES, type ChoiceExercise, type ExerciseRef, type NumberExercise } from '../exercise'
import { rangeOf, strictness } from '../figures'
import { turnedUntil } from '../powers'
import type { Level } from '../skills'
import { BESIDE, besidePoint, judged, madeStudio, type Lit, type WALLS } from '../studio'

const PAPERS = { white: 'White paper roll', grey: 'Grey paper roll', black: 'Black paper roll' } as const

const litStudio = (dice: Dice, level: Level, paper: keyof typeof PAPERS): StudioSet =>
  madeStudio(dice, {
    walls: level <= 2 ? 'black' : dice.one(['black', 'grey', 'white'] satisfies (keyof typeof WALLS)[]),
    backdrop: PAPERS[paper],
    toBackdropM: dice.between(1.6, 3),
    framing: dice.one(['head', 'half']),
    build: studio => {
      const side = dice.sign()
      studio.around(
        'key',
        [dice.one(['octa', 'softbox-medium', 'beauty-dish'])],
        { roundDeg: side * dice.between(30, 55), distanceM: dice.between(1.1, 1.7), overEyesM: 0.35 },
        { powerStops: -3 },
      )
      if (level >= 4 && dice.share() < 0.5)
        studio.onBackdrop(
          ['reflector-grid-40', 'reflector'],
          { xM: 0, yM: Math.max(0.6, studio.subject().place.yM - 0.6), zM: 0.8 },
          0,
          0.5,
        )
      else studio.crossed(['wide-reflector'])
    },
  })

/** The backdrop's lights turned until its middle renders a value, or as near as their range comes. */
const broughtTo = (evaluation: Evaluation, value: number): Evaluation => {
  const { set } = evaluation
  const backdrop = set.lights.filter(({ job }) => job === 'backdrop').map(({ id }) => id)
  return turnedUntil(evaluation, backdrop, now => now.read(besidePoint(set)).value! < value)
}

/** "White paper level with the key is 243, and a stop is 45 values": so it is in the middle of the scale alone. */
const RULE = { level: 243, aStop: 45, white: 0.88 }
const ruleValue = (stops: number, reflectance: number): number =>
  Math.max(0, Math.min(255, RULE.level + RULE.aStop * (stops + Math.log2(reflectance / RULE.white))))

const VALUES: Record<Level, readonly [number, number]> = {
  1: [150, 230],
  2: [110, 235],
  3: [70, 240],
  4: [40, 245],
  5: [20, 250],
}

/** What is the backdrop's value beside the sitter? Judged in a picture. */
export const makeFrameValue = async (ref: ExerciseRef, lit: Lit): Promise<NumberExercise> => {
  for (let turn = 0; ; turn++) {
    const dice = diceOf(ref.seed, `frame value ${ref.level} ${turn}`)
    const paper = ref.level <= 2 ? 'white' : dice.one(['white', 'grey', 'black'] as const)
    const evaluation = broughtTo(
      await judged(lit, litStudio(dice, ref.level, paper)),
      dice.between(...VALUES[ref.level]),
    )
    const { value, stops } = evaluation.read(besidePoint(evaluation.set))
    const right = Math.round(value!)
    if ((right < 12 || right > 252) && turn < 20) continue
    return {
      ...ref,
      answer: 'number',
      question: { ask: 'frame-value', pointId: BESIDE },
      quantity: 'value',
      right,
      thumb: Math.round(ruleValue(stops, luminance(evaluation.set.backdrop.reflectance))),
      range: rangeOf('value'),
      ...strictness(ref.level),
      because: [],
      shown: { set: evaluation.set, camera: evaluation.camera, isPicture: true, isPlan: false },
    }
  }
}

/** How far from the edge of clipping a picture lies, stops either way. */
const EDGE: Record<Level, readonly [number, number]> = {
  1: [0.8, 1.4],
  2: [0.5, 1],
  3: [0.35, 0.7],
  4: [0.25, 0.45],
  5: [0.15, 0.3],
}
/** Under this a white backdrop is grey. */
const GREY_UNDER = 235

/** Clipped, white that holds detail, or grey? Judged in a picture. */
export const makeClipped = async (ref: ExerciseRef, lit: Lit): Promise<ChoiceExercise> => {
  for (let turn = 0; ; turn++) {
    const dice = diceOf(ref.seed, `clipped ${ref.level} ${turn}`)
    const first = await judged(lit, litStudio(dice, ref.level, 'white'))
    const wanted = dice.one(CLIP_CHOICES)
    const edge = broughtTo(first, CLIPPED - 0.5)
    const by = dice.between(...EDGE[ref.level])
    const stops = { clipped: by, held: -0.1, grey: -by - 0.3 }[wanted]
    const evaluation = turnedTogether(edge, stops)
    const { value, stops: metered } = evaluation.read(besidePoint(evaluation.set))
    const overStops = metered - edge.read(besidePoint(edge.set)).stops
    const isClipped = value! >= CLIPPED - 0.5
    const heldOrGrey = value! >= GREY_UNDER ? 'held' : 'grey'
    const found = isClipped ? 'clipped' : heldOrGrey
    if (found !== wanted && turn < 20) continue
    const rule = metered >= 0.5 ? 'clipped' : 'held'
    return {
      ...ref,
      answer: 'choice',
      question: { ask: 'clipped', pointId: BESIDE, value: Math.round(value!), overStops },
      options: CLIP_CHOICES.length,
      right: CLIP_CHOICES.indexOf(found),
      // "White is half a stop over the key; level with it, it holds."
      thumb: CLIP_CHOICES.indexOf(metered < -0.1 ? 'grey' : rule),
      shown: { set: evaluation.set, camera: evaluation.camera, isPicture: true, isPlan: false },
    }
  }
}

const turnedTogether = ({ set, lighting }: Evaluation, byStops: number): Evaluation => {
  const look = set.looks[0]!
  const lights = Object.fromEntries(
    set.lights
      .filter(({ job }) => job === 'backdrop')
      .map(({ id }) => [id, { on: true, powerStops: Math.min(0, look.lights[id]!.powerStops + byStops) }]),
  )
  const after = { ...look, lights: { ...look.lights, ...lights } }
  return evaluate({ ...set, looks: [after] }, after, lighting)
}
