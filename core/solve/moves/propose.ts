import type { SolvedSet } from '../../evaluation/lightingSolver'
import { keyFaultOf } from '../keyFault'
import { limitOf } from '../limit'
import { ahead } from '../../shared/ahead'
import { isPossible } from '../../changes/apply'
import { costAfter, handHere, handTools, isReachedByBoom, type Hand, type Step } from './explore'
import type { FamilyId } from './family'
import { familiesOf } from './families'
import { lookOf, tryState, unsettled, type Question, type Trial, type WeighedMove } from './trial'
import { PROPOSE_MOST_SPENT, PROPOSALS, ENOUGH, HELPS, GAIN, VERIFIED } from '../thresholds'

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
  /** Who does parts of the work beside this thread's own hand; answers are the same whoever does. */
  help?: (question: Question, own: Hand) => readonly Hand[]
  /** What this thread works with, where it is kept from one question to the next. */
  tools?: ReturnType<typeof handTools>
}

/** On how many states a move is laid: on things as they are, on the best with one moved, with two. */
const WIDTHS = [1, 8, 4] as const
/** Share of the work that may be spent by then. */
const SPENT_BY = [1, 0.7, 1] as const

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
  {
    fewest = false,
    most = PROPOSE_MOST_SPENT,
    report,
    see,
    pause = () => Promise.resolve(false),
    help = () => [],
    tools = handTools(),
  }: ProposeOptions = {},
): Promise<Proposed | undefined> => {
  const own = handHere(question, { pause, see, tools })
  const hands = [own, ...help(question, own)]
  const trials: Trial[] = []
  const blocked: Blocked[] = []
  let [tried, spent] = [0, 0]
  let lastThings = ''

  const tell = () => report?.({ trials: different(trials, fewest), tried }, Math.min(1, spent / most))

  /** Takes what an exploration came to as far as there is work left for it; answers with the best to go on from. */
  const take = (steps: readonly Step[]): Trial | undefined => {
    let best: Trial | undefined
    for (const { trial, against, things } of steps) {
      if (spent >= most) return best
      tried += 1
      spent += costAfter(lastThings, things)
      lastThings = things
      if (against) {
        blocked.push({ against, cost: trial.cost })
        continue
      }
      trials.push(trial)
      // It is an answer; what does without a boom is still looked for from where one was not needed yet.
      if (isReachedByBoom(question, trial)) continue
      if (!best || trial.cost < best.cost) best = trial
    }
    tell()
    return best
  }

  // Whether powers alone do it is worth knowing exactly.
  const base = (await tryState(question, question.set, [], { solver: tools.exact, pause, see }))?.trial
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
    const line = [...pairs]
    const isOver = () => spent >= most * SPENT_BY[depth]! || (depth > 0 && isEnough())
    /** On top of what reaches the target by itself, nothing is needed, but where that takes a boom. */
    const isIdle = ({ from, family }: (typeof pairs)[number]) => {
      const families = [...from.moves.map(familyOf), family.id]
      return (
        depth > 0 &&
        trials.some(
          trial =>
            trial.isReached &&
            !isReachedByBoom(question, trial) &&
            trial.moves.every(move => families.includes(familyOf(move))),
        )
      )
    }
    const fetch = () => {
      if (isOver()) return undefined
      while (line.length > 0 && isIdle(line[0]!)) line.shift()
      return line.shift()
    }
    const explore = hands.map(hand => ({ from, family }: (typeof pairs)[number], signal: AbortSignal) => {
      const start = depth === 0 ? { ...base, set: question.set } : { ...from, set: unsettled(question.set, from.set) }
      return hand.explore({ from: start, family, most: most - spent }, signal)
    })
    for await (const { part, answer: steps } of ahead(fetch, explore)) {
      if (!steps) return undefined
      if (isOver()) break
      if (isIdle(part)) continue
      const best = take(steps)
      if (!best) continue
      if (depth === 0) gains.set(part.family.id, base.cost - best.cost)
      if (best.cost < part.from.cost && !best.isReached) next.push(best)
    }
    if (base.isReached) break
    front = next.sort((one, other) => one.cost - other.cost)
  }
  if (await pause()) return undefined

  const sure = await verifyInTurn([base], ranked(trials, fewest), hands, fewest)
  if (!sure) return undefined
  const order = different(sure, fewest)
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

/** Answers solved again with every ray, the best first, until there is choice enough; undefined where called off. */
const verifyInTurn = async (
  known: readonly Trial[],
  order: readonly Trial[],
  hands: readonly Hand[],
  fewest: boolean,
): Promise<Trial[] | undefined> => {
  const sure = [...known]
  const kinds = new Set(known.map(kindOf))
  const line = [...order]
  const chosen = () => different(sure, fewest).filter(({ isReached }) => isReached)
  const isOver = () => chosen().length >= PROPOSALS || kinds.size > VERIFIED
  const addsNothing = (trial: Trial) =>
    kinds.has(kindOf(trial)) || different([...chosen(), trial], fewest).length === chosen().length
  const begun = new Set<string>()
  const fetch = (isAllTaken: boolean) => {
    if (isOver()) return undefined
    // What adds nothing to those that are sure may add something to those that are under way.
    const isIdle = (trial: Trial) =>
      begun.has(kindOf(trial)) || kinds.has(kindOf(trial)) || (isAllTaken && addsNothing(trial))
    while (line.length > 0 && isIdle(line[0]!)) line.shift()
    if (line[0]) begun.add(kindOf(line[0]))
    return line.shift()
  }
  const verify = hands.map(hand => (trial: Trial, signal: AbortSignal) => hand.verify(trial, signal))
  for await (const { part, answer } of ahead(fetch, verify)) {
    if (!answer) return undefined
    if (isOver()) break
    if (addsNothing(part)) continue
    kinds.add(kindOf(part))
    if (!answer.trial) continue
    const { found, needed } = answer.trial
    if (needed.moves.length < found.moves.length && kinds.has(kindOf(needed))) continue
    kinds.add(kindOf(needed))
    sure.push(needed)
  }
  return sure
}
