import { explainRounds, type Explanation, type Suspicion } from './explain'
import type { Round } from './round'
import type { Learned } from '../../calibration/calibration'
import type { Lighting } from '../../calibration/lighting'
import { calibratedLighting } from '../../evaluation/calibratedLighting'
import { evaluate, type Evaluation, type Miss } from '../../evaluation/evaluation'
import type { CameraSetting, LightSetting, Look, StudioSet } from '../../model/schema'
import { solveLook } from '../../solve/lookPowers'
import { intensityLevel, patched, withinRig } from '../channels'
import { lightAt } from '../dimmerCurve'
import { stopsFromRatio } from '../../physics/units/stops'
import { LEVEL_STOPS, SETTLED_STOPS, RIG_CLICK_STOPS, PLACE_SPREAD, SETTLING } from '../thresholds'

/** What a round of levelling has to go by. */
export type LevelQuestion = {
  /** The set as the look shows it. */
  set: StudioSet
  look: Look
  camera: CameraSetting
  layers: Lighting['layers']
  room?: Learned['room']
  rounds: readonly Round[]
}

/** What a round of levelling says. */
export type LevelAnswer = {
  /** How far everything wanted was off in the newest round. */
  misses: Miss[]
  /** Whether all that has to be met is met within {@link LEVEL_STOPS}. */
  isLevel: boolean
  /** Whether it is met so well that another round would only follow the meter's own spread. */
  isSettled: boolean
  /** What to send next. */
  settings: Record<string, LightSetting>
  /** How far it would be off then. */
  expected: Miss[]
  suspicion: Suspicion | undefined
}

const gainAt = ({ gainStops, slopes }: Explanation, id: string, powerStops: number): number =>
  (gainStops[id] ?? 0) + (slopes[id] ?? 0) * powerStops

/** Light as the rounds have shown it, where lamps burn at these powers. */
const lightingOf = (
  { set, layers, room, rounds }: LevelQuestion,
  explanation: Explanation,
  settings: Readonly<Record<string, LightSetting>>,
): Lighting => {
  const spots = rounds.at(-1)!.seen
  return calibratedLighting(set, layers, {
    lightStops: Object.fromEntries(
      set.lights.map(({ id }) => [id, gainAt(explanation, id, settings[id]?.powerStops ?? 0)]),
    ),
    bounceStops: 0,
    room,
    residuals: spots.map(({ id, position, surface }) => ({
      id,
      position,
      surface,
      stops: explanation.leftStops[id] ?? 0,
      spreadStops: PLACE_SPREAD,
    })),
  })
}

/** The powers that lamps really had in a round, as far as it is known. */
const reallySent = (
  sent: Readonly<Record<string, LightSetting>>,
  { suspicion, gainStops }: Explanation,
): Record<string, LightSetting> => {
  if (suspicion?.kind === 'swapped') {
    const [one, other] = suspicion.lightIds
    return { ...sent, [one]: sent[other]!, [other]: sent[one]! }
  }
  if (suspicion?.kind === 'stuck') {
    const stops = Math.min(0, Math.max(-12, gainStops[suspicion.lightId]!))
    return { ...sent, [suspicion.lightId]: { on: true, powerStops: stops } }
  }
  return { ...sent }
}

/** What a lamp that does not follow gives is all in its power. */
const withoutStuckGain = (explanation: Explanation): Explanation =>
  explanation.suspicion?.kind === 'stuck'
    ? {
        ...explanation,
        gainStops: { ...explanation.gainStops, [explanation.suspicion.lightId]: 0 },
        slopes: { ...explanation.slopes, [explanation.suspicion.lightId]: 0 },
      }
    : explanation

/** A set whose patched lamps turn as finely as a rig does, down to their lowest level. */
const onRig = (set: StudioSet): StudioSet => ({
  ...set,
  lights: set.lights.map(light => {
    const fixture = set.rig.fixtures[light.id]
    if (!fixture || light.lamp.kind !== 'continuous') return light
    const lowest = lightAt(fixture.curve, intensityLevel(fixture, { on: true, powerStops: -12 }))
    const rangeStops = Math.min(12, Math.max(0.5, lowest > 0 ? -stopsFromRatio(lowest) : 12))
    return { ...light, lamp: { ...light.lamp, clickStops: RIG_CLICK_STOPS, rangeStops } }
  }),
})

/** Lights that stay as they are: those that no desk dims, and one that does not follow. */
const fixedIds = (set: StudioSet, suspicion: Suspicion | undefined): string[] => {
  const turned = patched(set).map(({ light }) => light.id)
  const stuckId = suspicion?.kind === 'stuck' ? suspicion.lightId : undefined
  return set.lights.map(({ id }) => id).filter(id => id === stuckId || !turned.includes(id))
}

/**
 * One round of levelling: what the rig did with what it was sent, how far targets are off, and what to send next.
 * Under a swapped pair the settings are those of the lamps as they hang: the patch has to follow.
 */
export const levelStep = (question: LevelQuestion): LevelAnswer => {
  const set = onRig(question.set)
  const { look, camera, rounds } = question
  const found = explainRounds(
    rounds,
    set.lights.map(({ id }) => id),
    patched(set).map(({ light }) => light.id),
  )
  const now = reallySent(rounds.at(-1)!.sent, found)
  const explanation = withoutStuckGain(found)
  const under = (settings: Record<string, LightSetting>): Evaluation =>
    evaluate(set, { ...look, lights: settings }, lightingOf({ ...question, set }, explanation, settings), camera)
  const misses = [...under(now).misses]
  const isWithin = (most: number) => misses.every(({ stops, isHard }) => !isHard || Math.abs(stops) <= most)
  const isLevel = isWithin(LEVEL_STOPS)
  // The first round tells lamps apart: that its light happens to be right says nothing of the plan's levels.
  const isSettled = isWithin(SETTLED_STOPS) && rounds.length > 1
  const { suspicion } = found
  if (isSettled) return { misses, isLevel, isSettled, settings: now, expected: misses, suspicion }
  // What a lamp gives over its plan depends on its power: the answer is asked for again where it leads.
  const held = { fixedIds: fixedIds(set, suspicion), isByDesk: true }
  let settings = now
  for (let turn = 0; turn < SETTLING; turn++) settings = withinRig(set, solveLook(under(settings), held).settings)
  return { misses, isLevel, isSettled, settings, expected: [...under(settings).misses], suspicion }
}
