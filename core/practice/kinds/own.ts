import type { Evaluation } from '../../evaluation/evaluation'
import { changeSettings } from '../../edits/edits'
import { BACKDROP_MIDDLE } from '../../model/placeIds'
import { meterPoints } from '../../evaluation/probes/points'
import { roundToClicks } from '../../physics/units/stops'
import { diceOf } from '../../shared/chance'
import type { OwnExercise } from '../collection'
import { rangeOf, strictness } from '../figures'
import type { ExerciseRef, FaultExercise, Move, MovesExercise, NumberExercise, Offer } from '../exercise'
import { BESIDE, besidePoint, judged, type Lit } from '../studio'
import { faultIn } from './fault'
import { explained } from './reading'
import { missOf, offersFor } from './moves'
import { Impossible } from '../../shared/impossible'

/** The level that exercises of one's own count as: neither plain nor hard. */
const OWN_LEVEL = 3

const strongest = (evaluation: Evaluation, pointId: string): string => {
  const { parts } = evaluation.at(pointId)
  const sum = (one: (typeof parts)[number]) => one.directLuxS + one.bouncedLuxS
  const most = parts.toSorted((a, b) => sum(b) - sum(a))[0]
  if (!most || !(sum(most) > 0)) throw new Impossible('no-light-at-place')
  return most.lightId
}

const ref = (skill: ExerciseRef['skill'], { seed }: OwnExercise): ExerciseRef => ({ skill, level: OWN_LEVEL, seed })

const ownReading = (own: OwnExercise, evaluation: Evaluation): NumberExercise => {
  const lightId = strongest(evaluation, own.pointId)
  const { open, distanceM, bySquare, because, fNumber } = explained(evaluation, lightId, own.pointId)
  return {
    ...ref('reading/room', own),
    answer: 'number',
    question: { ask: 'reading', pointId: own.pointId, open, distanceM },
    quantity: 'f-number',
    right: fNumber,
    thumb: bySquare,
    range: rangeOf('f-number'),
    ...strictness(OWN_LEVEL),
    because,
    shown: { set: own.set, camera: evaluation.camera, isPicture: false, isPlan: true },
  }
}

const ownValue = (own: OwnExercise, evaluation: Evaluation): NumberExercise => {
  const { value } = evaluation.read(besidePoint(own.set))
  if (value === undefined) throw new Impossible('backdrop-valueless')
  return {
    ...ref('value/frame', own),
    answer: 'number',
    question: { ask: 'frame-value', pointId: BESIDE },
    quantity: 'value',
    right: Math.round(value),
    thumb: 118,
    range: rangeOf('value'),
    ...strictness(OWN_LEVEL),
    because: [],
    shown: { set: own.set, camera: evaluation.camera, isPicture: true, isPlan: false },
  }
}

/** The set with its backdrop lights put off by chance: what it was is what is to be reached. */
const ownMoves = async (
  own: OwnExercise,
  evaluation: Evaluation,
  lit: Lit,
): Promise<MovesExercise & { solution: Move[] }> => {
  const { look } = evaluation
  const value = evaluation.at(BACKDROP_MIDDLE).value!
  const backdrop = own.set.lights.filter(({ id, job }) => job === 'backdrop' && look.lights[id]!.on)
  if (backdrop.length === 0) throw new Impossible('no-backdrop-light')
  const dice = diceOf(own.seed, 'own moves')
  const wanted = {
    ...look,
    targets: { [BACKDROP_MIDDLE]: { kind: 'value' as const, value: Math.round(value) } },
    areas: [],
  }
  const of = { ...own.set, looks: [wanted] }
  const byStops = dice.between(0.7, 1.8)
  const put = changeSettings(
    of,
    look.id,
    Object.fromEntries(
      backdrop.map(({ id, lamp }) => {
        const { powerStops } = look.lights[id]!
        const down = powerStops - byStops < -lamp.rangeStops ? byStops : -byStops
        return [id, { on: true, powerStops: Math.min(0, roundToClicks(powerStops + down, lamp.clickStops)) }]
      }),
    ),
  )
  const offers: Offer[] = offersFor('value', put)
  const solution = backdrop.map(({ id }): Move => ({
    offer: offers.findIndex(offer => offer.kind === 'power' && offer.lightId === id),
    powerStops: look.lights[id]!.powerStops,
  }))
  const startMissStops = missOf('value', await judged(lit, put))
  if (Math.abs(startMissStops) < 0.25) throw new Impossible('backdrop-lights-idle')
  return {
    ...ref('set-it/power', own),
    answer: 'moves',
    goal: 'value',
    set: put,
    lookId: look.id,
    offers,
    startMissStops,
    withinStops: 0.2,
    solution,
  }
}

/** So many faults are tried before a set counts as one in which none can be told. */
const FAULTS_TRIED = 16

/** Makes the exercise of somebody's own set; throws with the reason where it cannot be one. */
export const makeOwn = async (own: OwnExercise, lit: Lit) => {
  const evaluation = await judged(lit, own.set)
  if (!meterPoints(own.set).some(({ id }) => id === own.pointId)) throw new Impossible('no-place', own.pointId)
  switch (own.ask) {
    case 'reading':
      return ownReading(own, evaluation)
    case 'value':
      return ownValue(own, evaluation)
    case 'set-it':
      return ownMoves(own, evaluation, lit)
    case 'fault': {
      let made: FaultExercise | undefined
      for (let turn = 0; turn < FAULTS_TRIED && !made; turn++)
        made = await faultIn(
          { ...ref('fault/one', own), skill: 'fault/one' },
          own.set,
          diceOf(own.seed, `own fault ${turn}`),
          lit,
        )
      if (!made) throw new Impossible('no-fault-shows')
      return made
    }
  }
}
