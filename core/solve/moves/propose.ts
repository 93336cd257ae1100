import type { SolvedSet } from '../../evaluation/lightingSolver'
import type { StudioSet } from '../../model/schema'
import { thingsKey } from '../../evaluation/solverKeys'
import { keyFaultOf } from '../keyFault'
import { limitOf } from '../limit'
import { worstMiss } from '../misses'
import { draftSolver, exactSolver } from '../solvers'
import { newBooms } from '../../changes/effort'
import { applyChanges, changedBy, isPossible } from '../../changes/apply'
import { isSameMove, type Family, type FamilyId } from './family'
import { familiesOf } from './families'
import {
  lookOf,
  tryState,
  unsettled,
  type Question,
  type Trial,
  type Tried,
  type Trying,
  type WeighedMove,
} from './trial'

/** What keeps a target out of reach: nothing that could be moved helps further because of it. */
export type Binding = 'power' | 'room' | 'frame' | 'spill' | 'unevenness' | 'key'

/** Answers so far, the least effort first; what binds where none reaches. */
export type Proposed = { trials: Trial[]; binding?: Binding; tried: number }

/** How a search is made and listened to. */
export type ProposeOptions = {
  /** Judges answers by the number of things to do rather than by minutes. */
  fewest?: boolean
  /** Work that is spent at most: one for a state where only lights moved, three for others. */
  most?: number
  /** Hears better answers as they come, and the share that is done. */
  report?: (proposed: Proposed, share: number) => void
  /** Asked often; answers whether to stop. */
  pause?: () => Promise<boolean>
  /** Is shown each verified answer with its light, to make a picture of it. */
  see?: (trial: Trial, solved: SolvedSet) => void
}

const MOST_SPENT = 260
/** What a state costs to try where surfaces move, against one where only lights do. */
const STAGE_COST = 3
const PROPOSALS = 5
/** So many that reach the target are choice enough. */
const ENOUGH = 3
/** On how many states a move is laid: on things as they are, on the best with one moved, with two. */
const WIDTHS = [1, 8, 4] as const
/** Share of the work that may be spent by then. */
const SPENT_BY = [1, 0.7, 1] as const
/** A move has helped when it cost this much less. */
const HELPS = 1e-3

const things = ({ moves, powers }: Trial): number => moves.length + powers.length

const ranked = (trials: readonly Trial[], fewest: boolean): Trial[] => {
  const effort = (trial: Trial) => (fewest ? things(trial) + trial.minutes / 100 : trial.minutes)
  return [...trials].sort(
    (a, b) =>
      Number(b.isReached) - Number(a.isReached) ||
      (a.isReached ? effort(a) - effort(b) : a.cost - b.cost) ||
      a.cost - b.cost,
  )
}

const familyOf = (move: WeighedMove): FamilyId => move.family
const kindOf = ({ moves }: Trial): string => moves.map(familyOf).sort().join()

/**
 * The best of each kind, so that proposals differ in what is done; a costlier one that only adds to another is none.
 */
const different = (trials: readonly Trial[], fewest: boolean): Trial[] => {
  const order = ranked(trials, fewest)
  const kept: Trial[] = []
  for (const trial of order) {
    const families = trial.moves.map(familyOf)
    const isMoreOfOne = kept.some(
      other => other.isReached && other.moves.every(move => families.includes(familyOf(move))),
    )
    if (kept.some(other => kindOf(other) === kindOf(trial)) || (isMoreOfOne && kept.length > 0)) continue
    kept.push(trial)
    if (kept.length === PROPOSALS) break
  }
  return kept
}

/** A state that would have been better still, had nothing been in its way. */
type Blocked = { against: 'room' | 'frame'; cost: number }

const GAIN = 0.02

/** What stands in the way of a best answer that still misses: what would have helped, or what power alone meets. */
const bindingOf = (best: Trial, blocked: readonly Blocked[], isWalledIn: boolean, lookId: string): Binding => {
  const look = lookOf(best.set, lookId)
  if (keyFaultOf({ ...best, look })) return 'key'
  const better = blocked.filter(({ cost }) => cost < best.cost - GAIN).sort((a, b) => a.cost - b.cost)[0]
  if (better) return better.against
  const limit = limitOf({ ...best, look }, { settings: look.lights, misses: best.misses })
  switch (limit?.kind) {
    case 'area':
    case 'uneven':
      return 'unevenness'
    case 'too-bright':
    case 'bright-place':
      // Further from the backdrop less of what is meant for the subject reaches it.
      return isWalledIn ? 'room' : 'spill'
    default:
      return 'power'
  }
}

/**
 * Looks for what could be done so that a look's targets are met: powers and camera alone first, then one thing moved,
 * then two and
 * three. The same question has the same answers. Answers improve as they are reported; the last are verified with all
 * rays.
 */
export const propose = async (
  question: Question,
  { fewest = false, most = MOST_SPENT, report, see, pause = () => Promise.resolve(false) }: ProposeOptions = {},
): Promise<Proposed | undefined> => {
  const solver = draftSolver()
  const trials: Trial[] = []
  const blocked: Blocked[] = []
  let [tried, spent] = [0, 0]
  let isCalledOff = false
  let lastThings = ''

  const attempt = async (after: StudioSet, moves: readonly WeighedMove[]): Promise<Tried | undefined> => {
    if (isCalledOff || (await pause())) {
      isCalledOff = true
      return undefined
    }
    const isLightsOnly = thingsKey(after) === lastThings
    lastThings = thingsKey(after)
    tried += 1
    spent += isLightsOnly ? 1 : STAGE_COST
    const outcome = await tryState(question, after, moves, { solver, pause, isDraft: true })
    if (!outcome) isCalledOff = true
    return outcome
  }
  const takesBoom = ({ set }: Trial) => newBooms(question.set, set).length > 0
  const tell = () => report?.({ trials: different(trials, fewest), tried }, Math.min(1, spent / most))

  /** Goes down each way of a family as long as it helps. */
  const explore = async (from: Trial, family: Family): Promise<Trial | undefined> => {
    let best: Trial | undefined
    for (const way of family.ways) {
      let last = from.cost
      for (const change of way) {
        if (spent >= most) return best
        const after = changedBy(from.set, change)
        if (!after) break
        const outcome = await attempt(after, [...from.moves, { family: family.id, change }])
        if (!outcome) return best
        const { trial, against } = outcome
        if (against) {
          blocked.push({ against, cost: trial.cost })
          break
        }
        trials.push(trial)
        // It is an answer; what does without a boom is still looked for from where one was not needed yet.
        if (trial.isReached && takesBoom(trial)) break
        if (!best || trial.cost < best.cost) best = trial
        if (trial.isReached || trial.cost > last + 1e-3) break
        last = trial.cost
      }
      if (best?.isReached) break
    }
    tell()
    return best
  }

  // Whether powers alone do it is worth knowing exactly.
  const exact = exactSolver()
  const base = (await tryState(question, question.set, [], { solver: exact, pause, see }))?.trial
  if (!base) return undefined
  trials.push(base)
  tell()
  /** Whether sitter, key and camera could go further from the backdrop, but for a wall. */
  const isWalledIn = ({ set }: Trial) => {
    const away = familiesOf(set, question.fixedIds).find(({ id }) => id === 'group-depth')?.ways[0]?.[0]
    return away !== undefined && !isPossible(set, away)
  }
  const isEnough = () => different(trials, fewest).filter(({ isReached }) => isReached).length >= ENOUGH
  const gains = new Map<FamilyId, number>()
  let front: Trial[] = [base]
  for (const [depth, width] of WIDTHS.entries()) {
    // What helped most by itself is laid on what helped most; in both orders, since how far the first went by itself
    // counts.
    const pairs = front
      .slice(0, width)
      .flatMap(from =>
        familiesOf(from.set, question.fixedIds)
          .filter(
            ({ id }) =>
              !from.moves.some(move => familyOf(move) === id) && (depth === 0 || (gains.get(id) ?? 0) > HELPS),
          )
          .map(family => ({ from, family, hope: base.cost - from.cost + (gains.get(family.id) ?? 0) })),
      )
      .sort((one, other) => other.hope - one.hope)
    const next: Trial[] = []
    for (const { from, family } of pairs) {
      if (isCalledOff || spent >= most * SPENT_BY[depth]! || (depth > 0 && isEnough())) break
      // On top of what reaches the target by itself, nothing is needed, but where that takes a boom.
      const families = [...from.moves.map(familyOf), family.id]
      if (
        depth > 0 &&
        trials.some(
          trial => trial.isReached && !takesBoom(trial) && trial.moves.every(move => families.includes(familyOf(move))),
        )
      )
        continue
      const best = await explore(
        depth === 0 ? { ...base, set: question.set } : { ...from, set: unsettled(question.set, from.set) },
        family,
      )
      if (!best) continue
      if (depth === 0) gains.set(family.id, base.cost - best.cost)
      if (best.cost < from.cost && !best.isReached) next.push(best)
    }
    if (base.isReached) break
    front = next.sort((one, other) => one.cost - other.cost)
  }
  if (isCalledOff) return undefined

  const verified = await verify(question, [base], ranked(trials, fewest), { fewest, pause, see })
  if (!verified) return undefined
  const order = different(verified, fewest)
  const proposed: Proposed = {
    trials: order.some(({ isReached }) => isReached) ? order.filter(({ isReached }) => isReached) : order.slice(0, 3),
    tried,
  }
  const answer = proposed.trials[0]?.isReached
    ? proposed
    : {
        ...proposed,
        binding: bindingOf(
          proposed.trials[0] ?? base,
          blocked,
          isWalledIn(proposed.trials[0] ?? base),
          question.lookId,
        ),
      }
  report?.(answer, 1)
  return answer
}

/** At most so many answers are solved again. */
const VERIFIED = 9

/** A move has to save this much of the worst miss to be worth naming, where the target is out of reach. */
const WORTH_STOPS = 0.05

const missOf = ({ misses }: Trial): number => Math.abs(worstMiss(misses))

/**
 * An answer without the moves that it does as well without, and what each of the rest saves. A light that ends up
 * switched off was not
 * worth moving. A draft tells which could go; all rays decide.
 */
const onlyNeeded = async (
  question: Question,
  trial: Trial,
  exact: Trying,
  draft: Trying,
): Promise<Trial | undefined> => {
  let best = trial
  for (const move of trial.moves) {
    const moves = best.moves.filter(other => !isSameMove(other, move))
    const after = applyChanges(
      question.set,
      moves.map(({ change }) => change),
    )
    const isEnough = ({ trial: without, against }: Tried) =>
      !against && (best.isReached ? without.isReached : missOf(without) - missOf(best) < WORTH_STOPS)
    const sketch = await tryState(question, after, moves, draft)
    if (!sketch) return undefined
    const again = isEnough(sketch) ? await tryState(question, after, moves, exact) : sketch
    if (!again) return undefined
    if (again !== sketch && isEnough(again)) best = again.trial
    else {
      const worthStops = missOf(again.trial) - missOf(best)
      best = { ...best, moves: best.moves.map(other => (isSameMove(other, move) ? { ...other, worthStops } : other)) }
    }
  }
  return best
}

/** Answers solved again with every ray, and their powers with them, the best first, until there is choice enough. */
const verify = async (
  question: Question,
  known: readonly Trial[],
  order: readonly Trial[],
  { fewest = false, pause, see }: ProposeOptions,
): Promise<Trial[] | undefined> => {
  const exact: Trying = { solver: exactSolver(), pause }
  const draft: Trying = { solver: draftSolver(), pause }
  const verified = [...known]
  const kinds = new Set(known.map(kindOf))
  for (const trial of order) {
    const chosen = different(verified, fewest).filter(({ isReached }) => isReached)
    if (chosen.length >= PROPOSALS || kinds.size > VERIFIED) break
    if (kinds.has(kindOf(trial)) || different([...chosen, trial], fewest).length === chosen.length) continue
    kinds.add(kindOf(trial))
    const again = await tryState(question, unsettled(question.set, trial.set), trial.moves, { ...exact, see })
    if (!again) return undefined
    if (again.against) continue
    const needed = await onlyNeeded(question, again.trial, exact, draft)
    if (!needed) return undefined
    if (needed.moves.length < again.trial.moves.length && kinds.has(kindOf(needed))) continue
    kinds.add(kindOf(needed))
    verified.push(needed)
  }
  return verified
}
