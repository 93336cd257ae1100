import { NOTHING_LEARNED } from '../../calibration/calibration'
import { changeSettings, editLight } from '../../edits/edits'
import { headHeightM } from '../../model/headHeight'
import type { StudioSet } from '../../model/schema'
import { modifierOfKind } from '../../physics/sources/modifiers'
import { cameraView, exposeFrame, lightViewOf } from '../../render/takeFrame'
import { atOnce } from '../../shared/steps'
import { diceOf, type Dice } from '../../shared/chance'
import type { ExerciseRef, FrameLights, PlacingExercise } from '../exercise'
import type { Level } from '../skills'
import { judged, lightOf, madeStudio, solvedLook, type Lit } from '../studio'

type PlacingSkill = 'frame/key' | 'frame/lights'

/** What is asked; the rest stands as it is. */
const ASKED: Record<PlacingSkill, Record<Level, readonly (keyof FrameLights)[]>> = {
  'frame/key': {
    1: ['roundDeg'],
    2: ['roundDeg', 'overEyesM'],
    3: ['roundDeg', 'overEyesM', 'isHard'],
    4: ['roundDeg', 'overEyesM', 'distanceM'],
    5: ['roundDeg', 'overEyesM', 'distanceM', 'isHard'],
  },
  'frame/lights': {
    1: ['edge', 'isBackdropLit'],
    2: ['edge', 'isBackdropLit', 'hasFill'],
    3: ['edge', 'isBackdropLit', 'hasFill', 'roundDeg'],
    4: ['edge', 'isBackdropLit', 'hasFill', 'roundDeg', 'overEyesM'],
    5: ['edge', 'isBackdropLit', 'hasFill', 'roundDeg', 'overEyesM', 'isHard'],
  },
}

/** Where a key can be put in these exercises. */
export const KEY_RANGES = { roundDeg: [-90, 90], distanceM: [0.8, 2.4], overEyesM: [-0.2, 1] } as const
/** Sides that an edge light can be on. */
export const EDGES = ['none', 'left', 'right'] as const

/** "A key stands at 45 degrees, half a metre over the eyes, soft, and an edge light and a lit backdrop go with it." */
export const USUAL_LIGHTS: FrameLights = {
  roundDeg: 45,
  distanceM: 1.5,
  overEyesM: 0.5,
  isHard: false,
  hasFill: false,
  edge: 'left',
  isBackdropLit: true,
}
const NO_OTHERS = { hasFill: false, edge: 'none', isBackdropLit: false } as const

const HARD = 'reflector'
const SOFT = 'octa'
const EDGE_DEG = 145
const EDGE_M = 1.5
const EDGE_OVER_M = 0.45

/** A light round a subject at head height and more; where the room does not let it be, as near as it can. */
const putRound = (set: StudioSet, lightId: string, roundDeg: number, distanceM: number, overEyesM: number): StudioSet =>
  editLight(set, lightId, light => {
    const subject = set.subjects[0]!
    const round = (roundDeg * Math.PI) / 180
    const level = Math.sqrt(Math.max(0.04, distanceM ** 2 - overEyesM ** 2))
    return {
      ...light,
      place: {
        xM: subject.place.xM + level * Math.sin(round),
        yM: subject.place.yM + level * Math.cos(round),
        zM: headHeightM(subject) + overEyesM,
      },
    }
  })

/** A set with its key at a place, and of its other lights those on that are named. */
export const lightsPlaced = (set: StudioSet, lights: FrameLights): StudioSet => {
  const { roundDeg, distanceM, overEyesM, isHard } = lights
  const key = lightOf(set, 'key')
  const keyed = editLight(putRound(set, key, roundDeg, distanceM, overEyesM), key, light => ({
    ...light,
    modifier: modifierOfKind(isHard ? HARD : SOFT),
  }))
  const edge = set.lights.find(({ job }) => job === 'edge')
  const edged = edge
    ? putRound(keyed, edge.id, lights.edge === 'right' ? EDGE_DEG : -EDGE_DEG, EDGE_M, EDGE_OVER_M)
    : keyed
  const isOn = { fill: lights.hasFill, edge: lights.edge !== 'none', backdrop: lights.isBackdropLit }
  const [look] = set.looks
  return changeSettings(
    edged,
    look!.id,
    Object.fromEntries(
      set.lights.flatMap(({ id, job }) =>
        job in isOn ? [[id, { ...look!.lights[id]!, on: isOn[job as keyof typeof isOn] }]] : [],
      ),
    ),
  )
}

const drawnPlace = (dice: Dice, asked: readonly (keyof FrameLights)[]): FrameLights => {
  const [side, isHard] = [dice.sign(), dice.share() < 0.5]
  const drawn: FrameLights = {
    roundDeg: Math.round(dice.between(10, 85) / 5) * 5 * side,
    distanceM: Math.round(dice.between(0.9, 2.2) * 10) / 10,
    overEyesM: Math.round(dice.between(0, 0.8) * 10) / 10,
    isHard,
    hasFill: dice.share() < 0.5,
    edge: dice.one(EDGES),
    isBackdropLit: dice.share() < 0.5,
  }
  const rest = { ...USUAL_LIGHTS, ...NO_OTHERS }
  return Object.fromEntries(
    Object.entries(rest).map(([what, usual]) => [
      what,
      asked.includes(what as keyof FrameLights) ? drawn[what as keyof FrameLights] : usual,
    ]),
  ) as FrameLights
}

/** Read the frame: where does the key of this picture stand, or which lights made it? */
export const makePlacing = async (ref: ExerciseRef & { skill: PlacingSkill }, lit: Lit): Promise<PlacingExercise> => {
  const hasOthers = ref.skill === 'frame/lights'
  const dice = diceOf(ref.seed, `${hasOthers ? 'lights' : 'placing'} ${ref.level}`)
  const asked = ASKED[ref.skill][ref.level]
  const bare = madeStudio(dice, {
    walls: dice.one(['black', 'grey'] as const),
    backdrop: 'Grey paper roll',
    toBackdropM: dice.between(1.6, 2.6),
    framing: 'head',
    build: studio => {
      studio.around('key', [SOFT], { roundDeg: 45, distanceM: 1.5, overEyesM: 0.5 }, { powerStops: -3 })
      if (!hasOthers) return
      // Over the camera, so that it stands in no picture.
      studio.around('fill', ['umbrella'], { roundDeg: 8, distanceM: 2.4, overEyesM: 0.8 }, { powerStops: -3.5 })
      studio.around(
        'edge',
        ['strip'],
        { roundDeg: EDGE_DEG, distanceM: EDGE_M, overEyesM: EDGE_OVER_M },
        { powerStops: -2 },
      )
      studio.crossed(['wide-reflector'], { powerStops: -3 })
    },
  })
  const right = drawnPlace(dice, asked)
  const set = lightsPlaced(bare, right)
  const { camera } = await judged(lit, set)
  const start: FrameLights = {
    ...USUAL_LIGHTS,
    ...NO_OTHERS,
    ...Object.fromEntries(Object.entries(right).filter(([what]) => !asked.includes(what as keyof FrameLights))),
  }
  return {
    ...ref,
    answer: 'placing',
    set: bare,
    right,
    asked,
    start: asked.includes('roundDeg') ? { ...start, roundDeg: 0 } : start,
    shown: { set, camera, isPicture: true, isPlan: false },
  }
}

const WIDTH = 60
/** Light under this share of white is black in any picture. */
const LEAST_LIGHT = 0.004
const MOST_STOPS = 4

const linearOf = async (set: StudioSet, lit: Lit): Promise<Float32Array> => {
  const { solved, evaluation } = await solvedLook(lit, set)
  const { camera, look } = evaluation
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
  place: FrameLights,
  lit: Lit,
): Promise<number> =>
  differenceStops(await linearOf(lightsPlaced(set, right), lit), await linearOf(lightsPlaced(set, place), lit))
