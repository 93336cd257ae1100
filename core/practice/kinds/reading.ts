import { readerOf } from '../../evaluation/probes/points'
import type { Evaluation } from '../../evaluation/evaluation'
import { vectorOf } from '../../model/bounds'
import { BACKDROP_MIDDLE, KEY_SIDE } from '../../model/placeIds'
import type { StudioSet } from '../../model/schema'
import { meteredFNumber } from '../../physics/photometry/meter'
import { stopsFromFNumber } from '../../physics/units/fNumber'
import { luminance } from '../../physics/units/rgb'
import { ratioFromStops, roundToClicks } from '../../physics/units/stops'
import { distance } from '../../physics/units/vector'
import { emitterOf } from '../../scene/scene'
import { diceOf, type Dice } from '../../shared/chance'
import type { Because, ExerciseRef, NumberExercise, OpenReading } from '../exercise'
import { rangeOf, strictness } from '../figures'
import type { Level } from '../skills'
import { judged, lightOf, madeStudio, type Lit, type WALLS } from '../studio'

type ReadingSkill = 'reading/open' | 'reading/size' | 'reading/room' | 'reading/backdrop'
type Wish = {
  walls: keyof typeof WALLS
  isSmall?: boolean
  modifiers: readonly string[]
  distanceM: readonly [number, number]
  /** Turned off its aim by so many degrees. */
  featherDeg?: readonly [number, number]
  toBackdropM?: readonly [number, number]
}

const SMALL = ['reflector', 'wide-reflector', 'beauty-dish']
const LARGE = ['softbox-large', 'softbox-panel', 'octa']

/** What makes a reading differ from the inverse square's, more of it with every level. */
const WISHES: Record<ReadingSkill, Record<Level, Wish>> = {
  'reading/open': {
    1: { walls: 'black', modifiers: ['reflector'], distanceM: [1.5, 3] },
    2: { walls: 'black', modifiers: SMALL, distanceM: [1.1, 2.6], featherDeg: [4, 8] },
    3: { walls: 'black', modifiers: SMALL, distanceM: [1.2, 2.4], featherDeg: [10, 16] },
    4: { walls: 'black', modifiers: SMALL, distanceM: [1.2, 2.4], featherDeg: [18, 24] },
    5: { walls: 'black', modifiers: SMALL, distanceM: [1.2, 2.4], featherDeg: [27, 34] },
  },
  'reading/size': {
    1: { walls: 'black', modifiers: ['softbox-medium', 'octa'], distanceM: [1.8, 2.4] },
    2: { walls: 'black', modifiers: LARGE, distanceM: [1.4, 1.8] },
    3: { walls: 'black', modifiers: LARGE, distanceM: [1.1, 1.4] },
    4: { walls: 'black', modifiers: LARGE, distanceM: [0.85, 1.1] },
    5: { walls: 'black', modifiers: LARGE, distanceM: [0.6, 0.85] },
  },
  'reading/room': {
    1: { walls: 'black', modifiers: SMALL, distanceM: [1.2, 2] },
    2: { walls: 'grey', modifiers: SMALL, distanceM: [1.2, 2] },
    3: { walls: 'grey', isSmall: true, modifiers: ['umbrella', 'octa'], distanceM: [1.2, 2] },
    4: { walls: 'white', modifiers: ['umbrella', 'wide-reflector'], distanceM: [1.4, 2.4] },
    5: { walls: 'white', isSmall: true, modifiers: ['umbrella', 'bare-bulb'], distanceM: [1.5, 2.4] },
  },
  'reading/backdrop': {
    1: { walls: 'black', modifiers: ['bare-bulb'], distanceM: [1.2, 2], toBackdropM: [1.5, 2.5] },
    2: { walls: 'black', modifiers: ['octa', 'umbrella'], distanceM: [1.2, 1.8], toBackdropM: [1.2, 2.5] },
    3: { walls: 'grey', modifiers: ['octa', 'softbox-medium'], distanceM: [1.2, 1.8], toBackdropM: [1.2, 2.5] },
    4: { walls: 'black', modifiers: ['reflector', 'beauty-dish'], distanceM: [1, 1.6], toBackdropM: [1, 2] },
    5: { walls: 'black', modifiers: ['beauty-dish', 'octa-grid'], distanceM: [0.8, 1.3], toBackdropM: [0.8, 1.6] },
  },
}

const OPEN_M = 2

const built = (dice: Dice, { modifiers, distanceM, featherDeg, toBackdropM, ...wish }: Wish): StudioSet => {
  const roundDeg = dice.between(20, 50) * dice.sign()
  const kind = dice.one(modifiers)
  const apartM = dice.between(...(toBackdropM ?? [1.5, 3]))
  const away = dice.between(...distanceM)
  const feather = featherDeg ? dice.between(...featherDeg) * dice.sign() : 0
  const powerStops = roundToClicks(dice.between(-4, -1), 1 / 3)
  return madeStudio(dice, {
    ...wish,
    backdrop: 'White paper roll',
    toBackdropM: apartM,
    build: studio => {
      studio.around(
        'key',
        [kind],
        { roundDeg, distanceM: away, overEyesM: dice.between(0.1, Math.min(0.5, away / 3)) },
        { powerStops, turn: { featherPanDeg: feather } },
      )
    },
  })
}

/** What the key reads on its axis in the open at its power, by the receptor that a place is read with. */
const openReading = ({ set, look, camera }: Evaluation, lightId: string, constant: number): OpenReading => {
  const light = set.lights.find(({ id }) => id === lightId)!
  const full = luminance(emitterOf(light, set).intensity)
  const atPower = full * ratioFromStops(look.lights[lightId]!.powerStops)
  const seconds = light.lamp.kind === 'flash' ? 1 : camera.shutterS
  return { fNumber: meteredFNumber((atPower * seconds) / OPEN_M ** 2, camera.iso, constant), atM: OPEN_M }
}

/** The reading of one light at a place against the inverse square's: how far each thing moves it, in stops. */
export const explained = (evaluation: Evaluation, lightId: string, pointId: string) => {
  const { set } = evaluation
  const readout = evaluation.at(pointId)
  const light = set.lights.find(({ id }) => id === lightId)!
  const open = openReading(evaluation, lightId, readout.point.constant)
  const distanceM = distance(vectorOf(light.place), readerOf(readout.point).position)
  const bySquare = open.fNumber * (open.atM / distanceM)
  const direct = readout.parts.reduce((sum, part) => sum + part.directLuxS, 0)
  const straight = meteredFNumber(direct, evaluation.camera.iso, readout.point.constant)
  const stopsOf = (fNumber: number) => stopsFromFNumber(Math.max(1e-3, fNumber))
  const because: Because[] = [
    { of: 'inverse-square', stops: stopsOf(bySquare) - stopsOf(open.fNumber) },
    { of: 'size', stops: stopsOf(straight) - stopsOf(bySquare) },
    { of: 'room', stops: stopsOf(readout.fNumber) - stopsOf(straight) },
  ]
  return { open, distanceM, bySquare, because, fNumber: readout.fNumber }
}

/** What will the meter show? One light, a distance, a room; marked against the light as it is worked out. */
export const makeReading = async (ref: ExerciseRef & { skill: ReadingSkill }, lit: Lit): Promise<NumberExercise> => {
  for (let turn = 0; ; turn++) {
    const dice = diceOf(ref.seed, `${ref.skill} ${ref.level} ${turn}`)
    const set = built(dice, WISHES[ref.skill][ref.level])
    const evaluation = await judged(lit, set)
    const pointId = ref.skill === 'reading/backdrop' ? BACKDROP_MIDDLE : KEY_SIDE
    const { open, distanceM, bySquare, because, fNumber } = explained(evaluation, lightOf(set, 'key'), pointId)
    // What no meter shows is nothing to ask, and where no straight light comes there is nothing to explain.
    const isFair = fNumber > 1 && fNumber < 90 && Math.abs(because[1]!.stops) < 6
    if (!isFair && turn < 20) continue
    return {
      ...ref,
      answer: 'number',
      question: { ask: 'reading', pointId, open, distanceM },
      quantity: 'f-number',
      right: fNumber,
      thumb: bySquare,
      range: rangeOf('f-number'),
      ...strictness(ref.level),
      because,
      shown: { set, camera: evaluation.camera, isPicture: false, isPlan: true },
    }
  }
}
