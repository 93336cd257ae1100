import { changedBy } from '../changes/apply'
import type { Change } from '../changes/change'
import { isFree } from '../changes/constraints'
import { minutesOf } from '../changes/effort'
import { changeSettings } from '../edits/edits'
import { evaluate, type Evaluation } from '../evaluation/evaluation'
import { lightingSolver, withoutLampBodies } from '../evaluation/lightingSolver'
import { walkPoints } from '../evaluation/probes/walkPoints'
import { inLook } from '../looks/inLook'
import type { LightSetting, StudioSet } from '../model/schema'
import { DRAFT_QUALITY, QUALITY, type Quality } from '../physics/transport/stage'
import type { Vector } from '../physics/units/vector'
import { aimsHeld } from '../model/aim'
import { solveLook } from './lookPowers'
import { goOn, type Listening } from './situation'
import { solvedLook, type LooksQuestion } from './solvedLook'
import { draftSolver, exactSolver } from './solvers'
import { WALKS_WORTH_STOPS, TOLD } from './thresholds'

/** Light along a walk: how far from its start, and stops over the camera setting there. */
type WalkPoint = { alongM: number; stops: number }

/** A look's light along a walk. `rangeStops` is from the darkest to the brightest place of it. */
export type LookWalk = { lookId: string; points: WalkPoint[]; rangeStops: number }

/** A change that makes walks flatter, with powers for every look solved after it. */
export type FlatterWalk = {
  change: Change
  minutes: number
  settings: Readonly<Record<string, Readonly<Record<string, LightSetting>>>>
  walks: LookWalk[]
  /** The widest range of all looks, stops. */
  rangeStops: number
  /** Looks that have all they want with it. */
  served: number
}

/** The way that is walked, metres of the room, at the height of the face. */
export type Way = { from: Vector; to: Vector }

/** Whoever walks does not stand on the mark at the same time; lights go on looking where they did. */
const withoutSubjects = (set: StudioSet): StudioSet => ({ ...set, subjects: [], lights: aimsHeld(set) })

const rangeOf = (points: readonly WalkPoint[]): number =>
  Math.max(...points.map(({ stops }) => stops)) - Math.min(...points.map(({ stops }) => stops))

/** Works out walks one after another; of looks that stand alike the light is worked out once. */
const walker = (quality: Quality, { from, to }: Way) => {
  const solve = lightingSolver(quality, of => walkPoints(of, from, to))
  return async (
    { set, look, camera, lighting }: Pick<Evaluation, 'set' | 'look' | 'camera' | 'lighting'>,
    { pause = goOn }: Pick<Listening, 'pause'> = {},
  ): Promise<LookWalk | undefined> => {
    const empty = withoutSubjects(set)
    const solved = await solve(quality === QUALITY ? empty : withoutLampBodies(empty), { pause })
    if (!solved) return undefined
    // What is left over belongs to places of the set; on a walk it says nothing.
    const { read } = evaluate(empty, look, { layers: solved.layers, learned: lighting.learned }, camera)
    const points = walkPoints(empty, from, to).map(probe => ({ alongM: probe.alongM, stops: read(probe).stops }))
    return { lookId: look.id, points, rangeStops: rangeOf(points) }
  }
}

/**
 * The light that a face gets on its way from one place to another in every look, dome toward the camera, with nobody
 * on the mark. Undefined where it was called off.
 */
export const walkLooks = async (
  { set, learned }: LooksQuestion,
  way: Way,
  { pause = goOn, report }: Listening = {},
): Promise<LookWalk[] | undefined> => {
  const [judge, walk] = [exactSolver(), walker(QUALITY, way)]
  const walks: LookWalk[] = []
  for (const [index, { id }] of set.looks.entries()) {
    const evaluation = await solvedLook(judge, inLook(set, id), id, learned[id]!, { pause })
    const one = evaluation && (await walk(evaluation, { pause }))
    if (!one) return undefined
    walks.push(one)
    report?.((index + 1) / set.looks.length)
  }
  return walks
}

/** What is tried with each light that the walk is lit by: further away, higher, both, and a mirror image beside it. */
const candidates = (set: StudioSet): Change[] =>
  set.lights
    .filter(
      ({ id, job }) =>
        job !== 'backdrop' && isFree(set, id, []) && set.looks.some(({ lights }) => lights[id]?.on === true),
    )
    .flatMap(({ id, job }): Change[] => {
      const back = (factor: number): Change => ({ kind: 'distance-by', id, factor })
      const up = (byM: number): Change => ({ kind: 'shift', ids: [id], along: 'height', byM })
      return [
        back(1.3),
        back(1.7),
        back(2.2),
        up(0.5),
        { kind: 'several', changes: [back(1.7), up(0.5)] },
        ...(job === 'key' ? [{ kind: 'add-twin', id } as const] : []),
      ]
    })

/**
 * Placements that flatten a walk in the look where its light changes most, the flattest first: tried with few rays,
 * what is told is worked out with all, powers of every look solved after it. Undefined where it was called off; empty
 * where nothing helps by a tenth of a stop.
 */
export const flatterWalks = async (
  { set, learned }: LooksQuestion,
  way: Way,
  { pause = goOn, report }: Listening = {},
): Promise<FlatterWalk[] | undefined> => {
  const tester = (quality: Quality) => ({
    judge: quality === QUALITY ? exactSolver() : draftSolver(),
    walk: walker(quality, way),
  })
  const drafts = tester(DRAFT_QUALITY)
  const tried = async (of: StudioSet, { judge, walk }: ReturnType<typeof tester>) => {
    const walks: LookWalk[] = []
    const settings: Record<string, Record<string, LightSetting>> = {}
    let served = 0
    for (const { id } of of.looks) {
      const evaluation = await solvedLook(judge, inLook(of, id), id, learned[id]!, { pause })
      if (!evaluation) return undefined
      const answer = solveLook(evaluation)
      const one = await walk(evaluation.under(answer.settings), { pause })
      if (!one) return undefined
      walks.push(one)
      settings[id] = answer.settings
      served += Number(answer.isReached)
    }
    return { walks, settings, served, rangeStops: Math.max(...walks.map(({ rangeStops }) => rangeStops)) }
  }
  const now = await tried(set, drafts)
  if (!now) return undefined
  const changes = candidates(set).flatMap(change => {
    const after = changedBy(set, change)
    return after ? [{ change, after }] : []
  })
  const found: { change: Change; after: StudioSet; served: number; rangeStops: number }[] = []
  for (const [index, { change, after }] of changes.entries()) {
    const result = await tried(after, drafts)
    if (!result) return undefined
    found.push({ change, after, ...result })
    report?.((0.8 * (index + 1)) / changes.length)
  }
  const best = found
    .filter(({ rangeStops }) => rangeStops <= now.rangeStops - WALKS_WORTH_STOPS)
    .toSorted((a, b) => b.served - a.served || a.rangeStops - b.rangeStops)
    .slice(0, TOLD)
  const told: FlatterWalk[] = []
  for (const { change, after } of best) {
    const result = await tried(after, tester(QUALITY))
    if (!result) return undefined
    told.push({ change, minutes: minutesOf(set, change), ...result })
    report?.(0.8 + (0.2 * told.length) / best.length)
  }
  return told.toSorted((a, b) => b.served - a.served || a.rangeStops - b.rangeStops)
}

/** A set with a flatter walk's change made and the powers of every look set after it. */
export const withFlatterWalk = (set: StudioSet, { change, settings }: Pick<FlatterWalk, 'change' | 'settings'>) =>
  Object.entries(settings).reduce(
    (next, [lookId, own]) => changeSettings(next, lookId, own),
    changedBy(set, change) ?? set,
  )
