import type { Learned } from '../../calibration/calibration'
import { applyChange } from '../../changes/apply'
import { minutesOf } from '../../changes/effort'
import { changeExposure, changeSettings } from '../../edits/edits'
import type { Miss } from '../../evaluation/evaluation'
import { ON_TARGET_STOPS } from '../../evaluation/thresholds'
import { changesBetween, minutesOfSteps } from '../../looks/between'
import { inLook } from '../../looks/inLook'
import { bestOrder, conditionsAmong } from '../../looks/order'
import { editInLook } from '../../looks/overrides'
import type { CameraSetting, LightSetting, StudioSet } from '../../model/schema'
import { keyFaultOf, type KeyFault } from '../keyFault'
import { limitOf, type Limit } from '../limit'
import { worstMiss } from '../misses'
import type { Move } from '../moves/family'
import { tryState, type Solver, type Tried, type Trying } from '../moves/trial'
import { DRAFT_STOPS, MINUTE_COST, UNSERVED, WITHIN, ONCE } from '../thresholds'

/** What is asked: one placement for all looks of a set as it is kept, with what readings have taught of each look. */
export type JointQuestion = {
  set: StudioSet
  learned: Readonly<Record<string, Learned>>
  fixedIds: readonly string[]
  mayChangeCamera: boolean
}

/** Where a placement begins: as things are, every look as the set stands, or every look as one of them stands. */
export type Start = { kind: 'as-is' } | { kind: 'set' } | { kind: 'look'; lookId: string }

/** A move that is made for all looks, or for one look alone. */
export type JointMove = Move & { lookId?: string }

/** How a look stands under a placement, its powers solved. */
export type LookUnder = {
  lookId: string
  isReached: boolean
  /** Stops of the worst miss that has to be met, above 0 too much; 0 where the look is served. */
  missStops: number
  misses: readonly Miss[]
  settings: Readonly<Record<string, LightSetting>>
  camera: CameraSetting
  /** What binds where the look is not served. */
  keyFault?: KeyFault
  limit?: Limit
  /** Misses and instructions, as powers are solved for. */
  cost: number
}

/** One placement of a set and what every look makes of it. */
export type Placement = {
  /** The set as it would be kept, powers and apertures included. */
  set: StudioSet
  start: Start
  moves: readonly JointMove[]
  looks: readonly LookUnder[]
  /** Looks that have all they want. */
  served: number
  /** Stops missed past what counts as on target, of each look's worst miss, summed; 0 where all are served. */
  missStops: number
  /** Minutes of making it once, of one person. */
  onceMinutes: number
  /** Minutes of changes between looks in their best order, with all people on set. */
  betweenMinutes: number
  cost: number
}

/** Fewest minutes of changes between all looks of a set, as they stand at these camera settings. */
export const minutesBetweenAll = (set: StudioSet, cameras: Readonly<Record<string, CameraSetting>>): number => {
  const at = set.looks.map(look => ({ look, camera: cameras[look.id]! }))
  const minutes = at.map(from =>
    at.map(to => (from === to ? 0 : minutesOfSteps(changesBetween(set, from, to), set.day.people))),
  )
  const conditions = conditionsAmong(
    set.day.conditions,
    set.looks.map(({ id }) => id),
  )
  // Conditions that contradict each other are told elsewhere; minutes are counted without them.
  return (bestOrder(minutes, conditions) ?? bestOrder(minutes, []))!.minutes
}

const lookUnder = ({ trial }: Tried, lookId: string): LookUnder => {
  const look = trial.set.looks.find(({ id }) => id === lookId)!
  const isReached = trial.isReached
  const state = { ...trial, look }
  const keyFault = isReached ? undefined : keyFaultOf(state)
  return {
    lookId,
    isReached,
    missStops: isReached ? 0 : worstMiss(trial.misses),
    misses: trial.misses,
    settings: look.lights,
    camera: trial.camera,
    keyFault,
    limit: isReached || keyFault ? undefined : limitOf(state, { settings: look.lights, misses: trial.misses }),
    cost: trial.cost - MINUTE_COST * trial.minutes,
  }
}

/** The set with the powers and apertures that were solved for each look. */
const settled = (set: StudioSet, looks: readonly LookUnder[]): StudioSet =>
  looks.reduce(
    (next, { lookId, settings, camera: { fNumber, iso } }) =>
      changeExposure(changeSettings(next, lookId, settings), lookId, { fNumber, iso }),
    set,
  )

/** A set with a move made, for all looks or for one alone. */
export const withMove = (set: StudioSet, { change, lookId }: JointMove): StudioSet =>
  lookId ? editInLook(set, lookId, shown => applyChange(shown, change), true) : applyChange(set, change)

/** How a placement is judged. */
export type Judging = Omit<Trying, 'solver' | 'from' | 'see'> & {
  /** The solver that a look is worked out with: looks that stand alike share one. */
  solverOf: (lookId: string) => Solver
  /** Where each look's camera stands before anything is tried. */
  cameras?: Readonly<Record<string, CameraSetting>>
}

/** A placement that was judged; `against` says why it cannot be, for the first look that objects. */
export type JudgedPlacement = { placement: Placement; against?: 'frame' | 'room' }

/**
 * Judges a placement: each look's light, its best powers, and the minutes between them. Looks that `only` leaves out
 * stand as they were found before. Undefined where the work was called off.
 */
export const judgePlacement = async (
  question: JointQuestion,
  at: { set: StudioSet; start: Start; moves: readonly JointMove[] },
  { solverOf, cameras, ...trying }: Judging,
  only?: { lookId: string; others: readonly LookUnder[] },
): Promise<JudgedPlacement | undefined> => {
  const { set: before, learned, fixedIds, mayChangeCamera } = question
  const looks: LookUnder[] = []
  let against: 'frame' | 'room' | undefined
  for (const { id } of before.looks) {
    const kept = only && id !== only.lookId ? only.others.find(({ lookId }) => lookId === id) : undefined
    if (kept) {
      looks.push(kept)
      continue
    }
    const shown = inLook(before, id)
    const after = at.set === before ? shown : inLook(at.set, id)
    const tried = await tryState(
      { set: shown, lookId: id, learned: learned[id]!, fixedIds, mayChangeCamera },
      after,
      [],
      { ...trying, solver: solverOf(id), from: cameras?.[id] },
    )
    if (!tried) return undefined
    against ??= tried.against
    looks.push(lookUnder(tried, id))
  }
  const set = settled(at.set, looks)
  const tolerance = ON_TARGET_STOPS - (trying.isDraft ? DRAFT_STOPS : 0)
  const missStops = looks.reduce((sum, look) => sum + Math.max(0, Math.abs(look.missStops) - tolerance), 0)
  const served = looks.filter(({ isReached }) => isReached).length
  const cameraOf = Object.fromEntries(looks.map(({ lookId, camera }) => [lookId, camera]))
  const onceMinutes = at.moves
    .filter(({ lookId }) => !lookId)
    .reduce((sum, { change }) => sum + minutesOf(before, change), 0)
  const betweenMinutes = minutesBetweenAll(set, cameraOf)
  return {
    placement: {
      ...at,
      set,
      looks,
      served,
      missStops,
      onceMinutes,
      betweenMinutes,
      cost:
        missStops +
        UNSERVED * (looks.length - served) +
        WITHIN * looks.reduce((sum, { cost }) => sum + Math.min(1, cost), 0) +
        ONCE * onceMinutes +
        MINUTE_COST * betweenMinutes,
    },
    against,
  }
}
