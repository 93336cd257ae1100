import type { Learned } from '../calibration/calibration'
import { shadowShows } from '../camera/headShadow'
import { MINUTES } from '../changes/effort'
import { addLightLike, freeId, freeLetter, removeThings } from '../edits/factories'
import { isEqual } from '../edits/patch'
import type { Evaluation } from '../evaluation/evaluation'
import { ON_TARGET_STOPS } from '../evaluation/thresholds'
import { goesOn } from '../kit/goesOn'
import type { Kit } from '../kit/kitSchema'
import { inLook } from '../looks/inLook'
import { MOST } from '../model/limits'
import { BACKDROP_MIDDLE, KEY_SIDE } from '../model/placeIds'
import type { CameraSetting, Lamp, Light, LightSetting, StudioSet } from '../model/schema'
import { rolledReach } from '../physics/sources/frontShape'
import { solveLook } from './lookPowers'
import { worstMiss } from './misses'
import { goOn, type Listening } from './situation'
import { solvedLook } from './solvedLook'
import { draftSolver } from './solvers'
import { TOLD_EVERY, TRIED_IN_NUMBERS, DOUBLE_M, FEET_M } from './thresholds'

/** What is asked: lamp and modifier for all lights of one job, over all looks of a set as it is kept. */
export type JobQuestion = {
  set: StudioSet
  kit: Kit
  job: Light['job']
  learned: Readonly<Record<string, Learned>>
}

/** One way to fit the lights of a job, and what it comes to. */
export type Fitting = {
  /** Ids in the kit. */
  lampId: string
  modifierId: string
  lamp: Lamp
  modifier: Light['modifier']
  /** Looks that have all they want with it, and stops missed past what counts as on target, summed. */
  served: number
  missStops: number
  /** Widest difference between places of the backdrop in one look, stops; undefined with fewer than two places. */
  unevenStops?: number
  /** Stops that the hardest-driven of these lights still has to full power, in the look that needs most. */
  powerLeftStops: number
  /** What these lights give where they are not meant for, against the camera setting, in the worst look, stops. */
  spillStops: number
  stands: number
  /** Of these lights those whose shadow of the head shows in the picture, in the look that has most of them. */
  shadows: number
  /** What they take of the floor, stands and fronts, metres: across, and from the backdrop to the camera. */
  acrossM: number
  deepM: number
  /** Watts that they draw together while they burn; undefined where a lamp's are not known. */
  watts?: number
  /** Minutes of fitting them, of one person. */
  minutes: number
  /** Pieces that the kit has too few of. */
  lampsMissing: number
  modifiersMissing: number
  /** The set fitted so, powers solved. */
  set: StudioSet
}

/** A set whose lights of one job have another lamp and modifier, in every look. */
export const fitJob = (set: StudioSet, job: Light['job'], lamp: Lamp, modifier: Light['modifier']): StudioSet => {
  const ids = set.lights.filter(light => light.job === job).map(({ id }) => id)
  return {
    ...set,
    lights: set.lights.map(light => (light.job === job ? { ...light, lamp, modifier } : light)),
    looks: set.looks.map(look => ({
      ...look,
      lights: Object.fromEntries(
        Object.entries(look.lights).map(([id, setting]) => [
          id,
          ids.includes(id) ? { ...setting, powerStops: Math.max(-lamp.rangeStops, setting.powerStops) } : setting,
        ]),
      ),
      overrides: {
        ...look.overrides,
        lights: Object.fromEntries(
          Object.entries(look.overrides.lights).map(([id, { lamp: itsLamp, modifier: itsModifier, ...fields }]) => [
            id,
            ids.includes(id)
              ? fields
              : { ...fields, ...(itsLamp && { lamp: itsLamp }), ...(itsModifier && { modifier: itsModifier }) },
          ]),
        ),
      },
    })),
  }
}

/** Every light of a job doubled, over where it stands or under it where the ceiling is near. */
const doubled = (set: StudioSet, job: Light['job']): StudioSet =>
  set.lights
    .filter(light => light.job === job)
    .reduce((next, light) => {
      const isUnder = light.place.zM + DOUBLE_M > set.room.heightM - 0.4
      const zM = Math.max(0.3, light.place.zM + (isUnder ? -DOUBLE_M : DOUBLE_M))
      const id = freeId(next, light.id)
      return addLightLike(next, { ...light, id, name: freeLetter(next), place: { ...light.place, zM } }, light.id)
    }, set)

/** A set with its lights of a job in other numbers: the first of them alone, and each doubled. */
const inOtherNumbers = (set: StudioSet, job: Light['job']): StudioSet[] => {
  const [, ...rest] = set.lights.filter(light => light.job === job)
  const ids = rest.map(({ id }) => id)
  return [
    ...(rest.length > 0 ? [removeThings(set, ids)] : []),
    ...(set.lights.length + rest.length + 1 <= MOST.lights ? [doubled(set, job)] : []),
  ]
}

/** Pieces that are missing for so many lights, past what lights of other jobs use already. */
const missing = (wanted: number, count: number, used: number): number => Math.max(0, wanted - Math.max(0, count - used))

/** Stops that light of some lights comes to at a place, over the camera setting. */
const shareStops = (evaluation: Evaluation, pointId: string, ids: readonly string[]): number => {
  const { parts, roomLuxS, stops } = evaluation.at(pointId)
  const sum = (all: typeof parts) => all.reduce((total, part) => total + part.directLuxS + part.bouncedLuxS, 0)
  return stops + Math.log2(sum(parts.filter(({ lightId }) => ids.includes(lightId))) / (sum(parts) + roomLuxS))
}

/** What lights take of the floor, with the feet of their stands and the reach of their fronts. */
const floorOf = (lights: readonly Light[]): { acrossM: number; deepM: number } => {
  const sides = lights.map(({ place, modifier, rollDeg }) => {
    const reachM = Math.max(FEET_M, rolledReach(modifier.front, rollDeg).across)
    return { left: place.xM - reachM, right: place.xM + reachM, back: place.yM - reachM, front: place.yM + reachM }
  })
  const span = (from: 'left' | 'back', to: 'right' | 'front') =>
    Math.max(...sides.map(side => side[to])) - Math.min(...sides.map(side => side[from]))
  return { acrossM: span('left', 'right'), deepM: span('back', 'front') }
}

type LookFitted = { misses: number; isReached: boolean; settings: Record<string, LightSetting>; evaluation: Evaluation }

const metrics = (job: Light['job'], ids: readonly string[], looks: readonly LookFitted[]) => {
  const spans = looks.flatMap(({ evaluation }) => {
    const places = evaluation.readouts.filter(({ point }) => point.surface === 'backdrop').map(({ stops }) => stops)
    return places.length > 1 ? [Math.max(...places) - Math.min(...places)] : []
  })
  const left = looks.flatMap(({ settings }) => ids.flatMap(id => (settings[id]?.on ? [-settings[id]!.powerStops] : [])))
  const elsewhere = job === 'backdrop' ? KEY_SIDE : BACKDROP_MIDDLE
  const spill = looks.map(({ evaluation }) => shareStops(evaluation, elsewhere, ids)).filter(Number.isFinite)
  return {
    unevenStops: spans.length > 0 ? Math.max(...spans) : undefined,
    powerLeftStops: left.length > 0 ? Math.min(...left) : 0,
    spillStops: spill.length > 0 ? Math.max(...spill) : Number.NEGATIVE_INFINITY,
    shadows: Math.max(
      ...looks.map(
        ({ evaluation: { set }, settings }) =>
          set.lights.filter(light => ids.includes(light.id) && settings[light.id]!.on && shadowShows(set, light))
            .length,
      ),
    ),
    ...floorOf(looks[0]!.evaluation.set.lights.filter(({ id }) => ids.includes(id))),
  }
}

const tenths = (stops = 0): number => Math.round(stops * 10)

/**
 * The best first: looks served, nothing to hire, stops missed, evenness to a tenth, minutes of fitting, power left.
 */
const ranked = (fittings: readonly Fitting[]): Fitting[] => {
  const lacks = ({ lampsMissing, modifiersMissing }: Fitting) => lampsMissing + modifiersMissing
  return fittings.toSorted(
    (a, b) =>
      b.served - a.served ||
      lacks(a) - lacks(b) ||
      tenths(a.missStops) - tenths(b.missStops) ||
      tenths(a.unevenStops) - tenths(b.unevenStops) ||
      a.minutes - b.minutes ||
      a.stands - b.stands ||
      b.powerLeftStops - a.powerLeftStops,
  )
}

/**
 * Fits the lights of one job with every lamp and modifier of a kit, where they stand, and the best of them in other
 * numbers, and holds each against all looks with few rays: what is served, how even, how much power is left, what
 * spills, what it takes. Undefined where it was
 * called off; empty where the set has no light of the job.
 */
export const fittingsFor = async (
  { set, kit, job, learned }: JobQuestion,
  { report, pause = goOn }: Listening<[found: Fitting[], share: number]> = {},
): Promise<Fitting[] | undefined> => {
  const mine = set.lights.filter(light => light.job === job)
  const others = set.lights.filter(light => light.job !== job)
  if (mine.length === 0) return []
  const solve = draftSolver()
  const cameras = new Map<string, CameraSetting>()
  const lookFitted = async (fitted: StudioSet, lookId: string): Promise<LookFitted | undefined> => {
    const shown = inLook(fitted, lookId)
    const evaluation = await solvedLook(solve, shown, lookId, learned[lookId]!, { pause, camera: cameras.get(lookId) })
    if (!evaluation) return undefined
    if (!cameras.has(lookId)) cameras.set(lookId, evaluation.camera)
    const { settings, misses, isReached } = solveLook(evaluation)
    return {
      settings,
      misses: isReached ? 0 : Math.abs(worstMiss(misses)),
      isReached,
      evaluation: evaluation.under(settings),
    }
  }
  // Every fitting is held against the apertures of now.
  for (const { id } of set.looks) if (!(await lookFitted(set, id))) return undefined
  const pairs = kit.lamps.flatMap(lamp =>
    kit.modifiers.filter(modifier => goesOn(lamp.what, modifier.what)).map(modifier => ({ lamp, modifier })),
  )
  const fittingOf = async (of: StudioSet, { lamp: lampItem, modifier: modifierItem }: (typeof pairs)[number]) => {
    const lamp: Lamp = { ...lampItem.what, kitId: lampItem.id }
    const modifier = modifierItem.what
    const fitted = fitJob(of, job, lamp, modifier)
    const lights = fitted.lights.filter(light => light.job === job)
    const ids = lights.map(({ id }) => id)
    const looks: LookFitted[] = []
    for (const { id } of fitted.looks) {
      const one = await lookFitted(fitted, id)
      if (!one) return undefined
      looks.push(one)
    }
    return {
      lampId: lampItem.id,
      modifierId: modifierItem.id,
      lamp,
      modifier,
      served: looks.filter(({ isReached }) => isReached).length,
      missStops: looks.reduce((sum, { misses }) => sum + Math.max(0, misses - ON_TARGET_STOPS), 0),
      ...metrics(job, ids, looks),
      stands: ids.length,
      watts: lamp.watts === null ? undefined : lamp.watts * ids.length,
      minutes: lights.reduce((sum, light) => {
        const was = set.lights.find(({ id }) => id === light.id)
        const isOtherLamp = !isEqual(was?.lamp.output, lamp.output) || was?.lamp.name !== lamp.name
        return sum + (isOtherLamp ? MINUTES.light : 0) + (was?.modifier.name === modifier.name ? 0 : MINUTES.fit)
      }, 0),
      lampsMissing: missing(ids.length, lampItem.count, others.filter(one => one.lamp.kitId === lampItem.id).length),
      modifiersMissing: missing(
        ids.length,
        modifierItem.count,
        others.filter(one => one.modifier.name === modifier.name).length,
      ),
      set: {
        ...fitted,
        looks: fitted.looks.map((look, at) => ({ ...look, lights: { ...look.lights, ...looks[at]!.settings } })),
      },
    } satisfies Fitting
  }
  const found: Fitting[] = []
  for (const [index, pair] of pairs.entries()) {
    const one = await fittingOf(set, pair)
    if (!one) return undefined
    found.push(one)
    if (index % TOLD_EVERY === 0) report?.(ranked(found), (0.85 * (index + 1)) / pairs.length)
  }
  // What serves best is tried with fewer and with more of them, so that a stand too many or too few is seen.
  const best = ranked(found).slice(0, TRIED_IN_NUMBERS)
  for (const [index, { lampId, modifierId }] of best.entries()) {
    const pair = pairs.find(({ lamp, modifier }) => lamp.id === lampId && modifier.id === modifierId)!
    for (const of of inOtherNumbers(set, job)) {
      const one = await fittingOf(of, pair)
      if (!one) return undefined
      found.push(one)
    }
    report?.(ranked(found), 0.85 + (0.15 * (index + 1)) / best.length)
  }
  return ranked(found)
}
