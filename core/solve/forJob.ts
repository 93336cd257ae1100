import type { Learned } from '../calibration/calibration'
import { MINUTES } from '../changes/effort'
import { isEqual } from '../edits/patch'
import type { Evaluation } from '../evaluation/evaluation'
import { ON_TARGET_STOPS } from '../evaluation/target'
import type { Kit } from '../kit/kitSchema'
import { inLook } from '../looks/inLook'
import { BACKDROP_MIDDLE, KEY_SIDE } from '../model/placeIds'
import type { CameraSetting, Lamp, Light, LightSetting, StudioSet } from '../model/schema'
import { solveLook } from './lookPowers'
import { worstMiss } from './misses'
import { goOn, type Listening } from './situation'
import { solvedLook } from './solvedLook'
import { draftSolver } from './solvers'

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

/** So many fittings are tried between two reports. */
const TOLD_EVERY = 6

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

/** Pieces that are missing for so many lights, past what lights of other jobs use already. */
const missing = (wanted: number, count: number, used: number): number => Math.max(0, wanted - Math.max(0, count - used))

/** Stops that light of some lights comes to at a place, over the camera setting. */
const shareStops = (evaluation: Evaluation, pointId: string, ids: readonly string[]): number => {
  const { parts, roomLuxS, stops } = evaluation.at(pointId)
  const sum = (all: typeof parts) => all.reduce((total, part) => total + part.directLuxS + part.bouncedLuxS, 0)
  return stops + Math.log2(sum(parts.filter(({ lightId }) => ids.includes(lightId))) / (sum(parts) + roomLuxS))
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
  }
}

/** Fronts that are lamps of their own, which burn; ring flashes flash. Common practice, no source. */
const BURNS: ReadonlySet<string> = new Set(['led-panel', 'tube-bank', 'open-face'])
const FLASHES: ReadonlySet<string> = new Set(['ring-flash'])

const goesOn = (lamp: Lamp, { kind }: Light['modifier']): boolean =>
  lamp.kind === 'flash' ? !BURNS.has(kind) : !FLASHES.has(kind)

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
      b.powerLeftStops - a.powerLeftStops,
  )
}

/**
 * Fits the lights of one job with every lamp and modifier of a kit, where they stand, and holds each against all looks
 * with few rays: what is served, how even, how much power is left, what spills, what it takes. Undefined where it was
 * called off; empty where the set has no light of the job.
 */
export const fittingsFor = async (
  { set, kit, job, learned }: JobQuestion,
  { report, pause = goOn }: Listening<[found: Fitting[], share: number]> = {},
): Promise<Fitting[] | undefined> => {
  const mine = set.lights.filter(light => light.job === job)
  const others = set.lights.filter(light => light.job !== job)
  const ids = mine.map(({ id }) => id)
  if (ids.length === 0) return []
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
  const found: Fitting[] = []
  for (const [index, { lamp: lampItem, modifier: modifierItem }] of pairs.entries()) {
    const lamp: Lamp = { ...lampItem.what, kitId: lampItem.id }
    const modifier = modifierItem.what
    const fitted = fitJob(set, job, lamp, modifier)
    const looks: LookFitted[] = []
    for (const { id } of set.looks) {
      const one = await lookFitted(fitted, id)
      if (!one) return undefined
      looks.push(one)
    }
    found.push({
      lampId: lampItem.id,
      modifierId: modifierItem.id,
      lamp,
      modifier,
      served: looks.filter(({ isReached }) => isReached).length,
      missStops: looks.reduce((sum, { misses }) => sum + Math.max(0, misses - ON_TARGET_STOPS), 0),
      ...metrics(job, ids, looks),
      stands: ids.length,
      watts: lamp.watts === null ? undefined : lamp.watts * ids.length,
      minutes: mine.reduce(
        (sum, light) =>
          sum +
          (isEqual(light.lamp.output, lamp.output) && light.lamp.name === lamp.name ? 0 : MINUTES.light) +
          (light.modifier.name === modifier.name ? 0 : MINUTES.fit),
        0,
      ),
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
    })
    if (index % TOLD_EVERY === 0) report?.(ranked(found), (index + 1) / pairs.length)
  }
  return ranked(found)
}
