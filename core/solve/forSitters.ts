import type { Evaluation, Miss } from '../evaluation/evaluation'
import { isEqual } from '../edits/patch'
import { inLook } from '../looks/inLook'
import type { Learned } from '../calibration/calibration'
import type { Sitter } from '../model/daySchema'
import type { CameraSetting, LightSetting, StudioSet, Subject } from '../model/schema'
import { controlsOf, solveLook } from './lookPowers'
import { worstMiss } from './misses'
import { powerChanges, type PowerChange } from './powerChanges'
import { solvePowers } from './powers'
import { goOn, type Listening } from './situation'
import { solvedLook } from './solvedLook'
import { exactSolver } from './solvers'
import { FOR_SITTERS_WORTH_STOPS } from './thresholds'

/** What sitters who are lit alike need, on top of the powers that all are taken with. */
export type SitterGroup = {
  sitterIds: string[]
  /** What is to be turned for them, from the powers for all; empty where those hold. */
  changes: PowerChange[]
  settings: Record<string, LightSetting>
  /** Whether the look is met with what is turned for them. */
  isReached: boolean
  misses: Miss[]
}

/** A look for all who want it: powers that serve them best together, and what remains to be turned for whom. */
export type LookForSitters = {
  lookId: string
  camera: CameraSetting
  settings: Record<string, LightSetting>
  /** The powers that are set now against those. */
  changes: PowerChange[]
  /** Whether the powers for all hold for each of them. */
  holdsForAll: boolean
  groups: SitterGroup[]
}

/** What of a sitter the light depends on. */
const bodyOf = ({ heightM, skin, clothing }: Sitter): Partial<Subject> => ({
  ...(heightM === null ? {} : { heightM }),
  ...(skin === null ? {} : { skin }),
  ...(clothing === null ? {} : { clothing }),
})

/** A set with a sitter in the place of the first subject; the same set where nothing is known of the sitter. */
export const withSitter = (set: StudioSet, sitter: Sitter): StudioSet => {
  const [first, ...others] = set.subjects
  const body = bodyOf(sitter)
  if (!first || first.pose === 'object' || Object.keys(body).length === 0) return set
  return { ...set, subjects: [{ ...first, ...body }, ...others] }
}

/** Sitters of a look who are alike before the light, in the order in which they come. */
export const alikeSitters = (sitters: readonly Sitter[]): Sitter[][] => {
  const groups: Sitter[][] = []
  for (const sitter of sitters) {
    const group = groups.find(([one]) => isEqual(bodyOf(one!), bodyOf(sitter)))
    if (group) group.push(sitter)
    else groups.push([sitter])
  }
  return groups
}

type Evaluated = { sitterIds: string[]; evaluation: Evaluation }

/** Sitters change, the look does not: what is on stays on, what is off stays off. */
const HELD = { isOnlyTurned: true } as const

/** How many sitters are served by powers as they are. */
const servedBy = (groups: readonly Evaluated[], settings: Record<string, LightSetting>): number =>
  groups.reduce(
    (sum, { sitterIds, evaluation }) => sum + (evaluation.under(settings).isReached ? sitterIds.length : 0),
    0,
  )

/** The powers that serve all, or else those that serve the most as they are; of equals what is nearest to now. */
const sharedPowers = (groups: readonly Evaluated[]): Record<string, LightSetting> => {
  const { set, look } = groups[0]!.evaluation
  if (groups.every(({ evaluation }) => evaluation.isReached)) return look.lights
  const together = solvePowers(
    controlsOf(set, look, HELD),
    groups.flatMap(({ evaluation }) => evaluation.constraints),
  )
  if (together.isReached) return together.settings
  const candidates = [look.lights, ...groups.map(({ evaluation }) => solveLook(evaluation, HELD).settings)].map(
    settings => ({ settings, served: servedBy(groups, settings) }),
  )
  return candidates.reduce((best, one) => (one.served > best.served ? one : best)).settings
}

/**
 * Powers of a look for everybody who wants it, at the camera setting of the look as it stands: first those that serve
 * all of them, or the most; then what is left to be turned for those whom they do not serve.
 * @param groups sitters who are alike, with the look evaluated for them; not empty
 */
const powersForSitters = (groups: readonly Evaluated[]): Omit<LookForSitters, 'lookId' | 'camera'> => {
  const { set, look } = groups[0]!.evaluation
  const settings = sharedPowers(groups)
  const each = groups.map(({ sitterIds, evaluation }): SitterGroup => {
    const here = evaluation.under(settings)
    const held = { sitterIds, changes: [], settings, isReached: here.isReached, misses: [...here.misses] }
    if (here.isReached) return held
    const own = solveLook(here, HELD)
    const saves = Math.abs(worstMiss(here.misses)) - Math.abs(worstMiss(own.misses))
    return own.isReached || saves > FOR_SITTERS_WORTH_STOPS
      ? { ...own, sitterIds, changes: powerChanges(set.lights, settings, own.settings) }
      : held
  })
  return {
    settings,
    changes: powerChanges(set.lights, look.lights, settings),
    holdsForAll: each.every(({ changes, isReached }) => isReached && changes.length === 0),
    groups: each,
  }
}

/**
 * Works out each look for the sitters of the day who want it. Looks that nobody wants are left out. Undefined where it
 * was called off.
 */
export const lookForSitters = async (
  set: StudioSet,
  learned: Readonly<Record<string, Learned>>,
  { report, pause = goOn }: Listening<[found: LookForSitters[], share: number]> = {},
): Promise<LookForSitters[] | undefined> => {
  const solve = exactSolver()
  const wanted = set.looks
    .map(({ id }) => ({ id, sitters: set.day.sitters.filter(({ lookIds }) => lookIds.includes(id)) }))
    .filter(({ sitters }) => sitters.length > 0)
  const found: LookForSitters[] = []
  for (const [index, { id, sitters }] of wanted.entries()) {
    const shown = inLook(set, id)
    const evaluated = (of: StudioSet, camera?: CameraSetting) =>
      solvedLook(solve, of, id, learned[id]!, { pause, camera })
    const plain = await evaluated(shown)
    if (!plain) return undefined
    const groups: Evaluated[] = []
    for (const alike of alikeSitters(sitters)) {
      const of = withSitter(shown, alike[0]!)
      const evaluation = of === shown ? plain : await evaluated(of, plain.camera)
      if (!evaluation) return undefined
      groups.push({ sitterIds: alike.map(sitter => sitter.id), evaluation })
    }
    found.push({ lookId: id, camera: plain.camera, ...powersForSitters(groups) })
    report?.([...found], (index + 1) / wanted.length)
  }
  return found
}
