import { stageKey, lightKey } from '../../evaluation/solverKeys'
import { inLook } from '../../looks/inLook'
import { looksPlacedOtherwise, onePlacement } from '../../looks/onePlacement'
import { isEqual } from '../../edits/patch'
import type { StudioSet } from '../../model/schema'
import type { Family, FamilyId } from '../moves/family'
import { familiesOf } from '../moves/families'
import { unsettled, type Solver } from '../moves/trial'
import { goOn, type Listening } from '../situation'
import { draftSolver, exactSolver } from '../solvers'
import {
  judgePlacement,
  withMove,
  type JointMove,
  type JointQuestion,
  type JudgedPlacement,
  type Judging,
  type Placement,
  type Start,
} from './placement'
import { frontOf, shown } from './front'
import { SAME_STOPS, PLACE_FOR_ALL_MOST_SPENT, STAGE_COST, FOR_ALL, HELPS, SEARCHED } from '../thresholds'

/** Placements of which none is beaten by another both in minutes between looks and in stops missed. */
export type PlacedForAll = { front: Placement[]; tried: number; isFinal: boolean }

/** How a search is made and listened to. */
export type PlaceOptions = Listening<[found: PlacedForAll, share: number]> & {
  /** Things that a look may have moved for itself alone, on top of the one placement. */
  mostMoved?: number
  /** Work that is spent at most: one for all looks where only lights moved, three where surfaces did. */
  most?: number
}

/** On how many placements a move is laid, by how many were made before. */
const WIDTHS = [2, 5, 3] as const
/** Share of the work for all looks that may be spent by then. */
const SPENT_BY = [0.6, 0.85, 1] as const

/** A solver for each group of looks that stand alike, so that what one look needs is there for the next. */
const solversFor = (set: StudioSet, make: () => Solver) => {
  const byKey = new Map<string, Solver>()
  const keys = new Map(
    set.looks.map(({ id }) => {
      const there = inLook(set, id)
      return [id, JSON.stringify([stageKey(there), there.lights.map(light => lightKey(light, there))])]
    }),
  )
  return (lookId: string): Solver => {
    const key = keys.get(lookId)!
    const known = byKey.get(key)
    if (known) return known
    const made = make()
    byKey.set(key, made)
    return made
  }
}

const startsOf = (set: StudioSet): { set: StudioSet; start: Start }[] => {
  const otherwise = looksPlacedOtherwise(set)
  if (otherwise.length === 0) return [{ set, start: { kind: 'as-is' } }]
  return [
    { set, start: { kind: 'as-is' } },
    { set: onePlacement(set), start: { kind: 'set' } },
    ...otherwise.map(({ id }) => ({
      set: onePlacement(set, id),
      start: { kind: 'look', lookId: id } as const,
    })),
  ]
}

/** Moves that change surfaces or people, after which all light is worked out anew. */
const STAGE_MOVES: ReadonlySet<FamilyId> = new Set(['key-flag', 'group-depth', 'black-sides', 'curtains', 'fill-board'])

type At = { set: StudioSet; start: Start; moves: readonly JointMove[] }
type Only = Parameters<typeof judgePlacement>[3]

const byCost = (a: Placement, b: Placement): number => a.cost - b.cost

/** What was tried so far, with few rays, and what is left to be spent. */
class Search {
  readonly found: Placement[] = []
  readonly draft: Judging
  tried = 0
  isCalledOff = false
  private readonly known = new Map<string, Placement | undefined>()
  private spent = 0
  private told = 0

  constructor(
    private readonly question: JointQuestion,
    private readonly options: Required<Pick<PlaceOptions, 'most' | 'pause'>> & Pick<PlaceOptions, 'report'>,
  ) {
    this.draft = { solverOf: solversFor(question.set, draftSolver), pause: options.pause, isDraft: true }
  }

  isSpent(share = 1): boolean {
    return this.isCalledOff || this.spent >= share * this.options.most
  }

  tell(): void {
    const { most, report } = this.options
    this.told = Math.max(this.told, SEARCHED * Math.min(1, this.spent / most))
    report?.({ front: shown(frontOf(this.found)), tried: this.tried, isFinal: false }, this.told)
  }

  familiesOf(set: StudioSet): Family[] {
    return familiesOf(set, this.question.fixedIds)
  }

  /** Judges one placement and keeps it where it can be. */
  async attempt(at: At, only?: Only): Promise<Placement | undefined> {
    const key = JSON.stringify([at.start, at.moves])
    if (this.known.has(key)) return this.known.get(key)
    if (this.isCalledOff || (await this.options.pause())) {
      this.isCalledOff = true
      return undefined
    }
    const outcome = await judgePlacement(this.question, at, this.draft, only)
    if (!outcome) this.isCalledOff = true
    const isStage = at.moves.some(({ family }) => STAGE_MOVES.has(family))
    this.spent += (isStage ? STAGE_COST : 1) / (only ? this.question.set.looks.length : 1)
    this.tried += 1
    const placement = outcome?.against ? undefined : outcome?.placement
    this.known.set(key, placement)
    if (placement) this.found.push(placement)
    return placement
  }

  /**
   * Goes down each way of a family as long as it helps, or only so many steps; for one look alone where it is named.
   */
  async explore(
    from: Placement,
    family: Family,
    { lookId, steps }: { lookId?: string; steps?: number } = {},
  ): Promise<Placement | undefined> {
    let best: Placement | undefined
    const base = unsettled(this.question.set, from.set)
    for (const way of family.ways) {
      let before = from.cost
      for (const change of way.slice(0, steps)) {
        const move: JointMove = { family: family.id, change, lookId }
        const set = withMove(base, move)
        if (set === base) break
        const placement = await this.attempt(
          { set, start: from.start, moves: [...from.moves, move] },
          lookId ? { lookId, others: from.looks } : undefined,
        )
        if (!placement) break
        if (!best || placement.cost < best.cost) best = placement
        if (placement.cost > before + HELPS || placement.missStops === 0) break
        before = placement.cost
      }
      if (this.isCalledOff || best?.missStops === 0) break
    }
    return best
  }
}

/** The first step of every way from a placement, and what each family saves by it. */
const taste = async (search: Search, from: Placement): Promise<Map<FamilyId, number>> => {
  const gains = new Map<FamilyId, number>()
  for (const family of search.familiesOf(from.set)) {
    const best = await search.explore(from, family, { steps: 1 })
    if (best) gains.set(family.id, from.cost - best.cost)
    search.tell()
  }
  return gains
}

/** Moves laid on what every look shares: first each by itself, then what helped on what helped most. */
const moveForAll = async (search: Search, starts: readonly Placement[], share: number): Promise<void> => {
  let beam = starts.toSorted(byCost)
  const gains = await taste(search, beam[0]!)
  for (const [depth, width] of WIDTHS.entries()) {
    const pairs = beam
      .slice(0, width)
      .flatMap(from =>
        search
          .familiesOf(from.set)
          .filter(({ id }) => !from.moves.some(({ family }) => family === id) && (gains.get(id) ?? 0) > HELPS)
          .map(family => ({ from, family, hope: (gains.get(family.id) ?? 0) - from.cost })),
      )
      .toSorted((a, b) => b.hope - a.hope)
    const next: Placement[] = []
    for (const { from, family } of pairs) {
      if (search.isSpent(share * SPENT_BY[depth]!)) break
      const best = await search.explore(from, family)
      search.tell()
      if (!best) continue
      if (depth === 0) gains.set(family.id, Math.max(gains.get(family.id) ?? 0, from.cost - best.cost))
      if (best.cost < from.cost) next.push(best)
    }
    beam = next.toSorted(byCost)
    if (beam.length === 0 || (beam[0]!.missStops === 0 && depth > 0)) return
  }
}

const ownMoves = ({ moves }: Placement, lookId: string): number => moves.filter(move => move.lookId === lookId).length

/** What a look still misses it mends for itself, the one that misses most first: the best single move of each round. */
const moveForEach = async (search: Search, from: Placement, mostMoved: number): Promise<void> => {
  let current = from
  for (let round = 0; round < mostMoved * from.looks.length && !search.isSpent(); round++) {
    const missed = current.looks
      .filter(({ isReached, lookId }) => !isReached && ownMoves(current, lookId) < mostMoved)
      .toSorted((a, b) => Math.abs(b.missStops) - Math.abs(a.missStops))
    let best: Placement | undefined
    for (const { lookId } of missed) {
      for (const family of search.familiesOf(inLook(current.set, lookId))) {
        if (search.isSpent()) break
        if (current.moves.some(move => move.family === family.id && move.lookId === lookId)) continue
        const moved = await search.explore(current, family, { lookId })
        if (moved && moved.cost < (best ?? current).cost - HELPS) best = moved
      }
      search.tell()
      if (best) break
    }
    if (!best) return
    current = best
  }
}

/**
 * Looks for one placement that serves every look of a set with powers, switches and gels alone, and beside it for
 * what a look gains by having things moved for itself: the answers are the front of minutes between looks against
 * stops missed. The same question has the same answers; those of the end are worked out with all rays. Undefined
 * where it was called off.
 */
export const placeForAll = async (
  question: JointQuestion,
  { mostMoved = 2, most = PLACE_FOR_ALL_MOST_SPENT, report, pause = goOn }: PlaceOptions = {},
): Promise<PlacedForAll | undefined> => {
  const { set } = question
  const search = new Search(question, { most, report, pause })
  const starts: Placement[] = []
  for (const start of startsOf(set)) {
    const placement = await search.attempt({ ...start, moves: [] })
    if (!placement) continue
    search.draft.cameras ??= Object.fromEntries(placement.looks.map(({ lookId, camera }) => [lookId, camera]))
    starts.push(placement)
    search.tell()
  }
  if (search.isCalledOff) return undefined
  const exact: Judging = { solverOf: solversFor(set, exactSolver), pause }
  const isServedAsIs = starts.length === 1 && starts[0]!.served === set.looks.length
  if (!isServedAsIs) {
    await moveForAll(search, starts, mostMoved > 0 ? FOR_ALL : 1)
    const [best] = search.found.toSorted(byCost)
    if (best && best.missStops > 0 && mostMoved > 0) await moveForEach(search, best, mostMoved)
  }
  if (search.isCalledOff) return undefined

  const asIs = await judgePlacement(question, { set, start: { kind: 'as-is' }, moves: [] }, exact)
  if (!asIs) return undefined
  const verified = [asIs.placement]
  const answer = (isFinal: boolean): PlacedForAll => ({
    front: shown(frontOf(verified)),
    tried: search.tried,
    isFinal,
  })
  const drafts = shown(frontOf(search.found)).filter(({ moves, start }) => moves.length > 0 || start.kind !== 'as-is')
  for (const [index, one] of drafts.entries()) {
    const again = await verify(question, one, {
      draft: search.draft,
      exact: { ...exact, cameras: search.draft.cameras },
    })
    if (!again) return undefined
    if (!again.against) verified.push(again.placement)
    report?.(answer(false), SEARCHED + ((1 - SEARCHED) * (index + 1)) / drafts.length)
  }
  return answer(true)
}

/**
 * A placement worked out with every ray, without the moves that it does as well without: few rays tell which those
 * are, all rays whether it holds.
 */
const verify = async (
  question: JointQuestion,
  placement: Placement,
  { draft, exact }: { draft: Judging; exact: Judging },
): Promise<JudgedPlacement | undefined> => {
  const { start } = placement
  const { set } = startsOf(question.set).find(one => isEqual(one.start, start))!
  const judgeWith = (moves: readonly JointMove[], judging: Judging) =>
    judgePlacement(question, { set: moves.reduce(withMove, set), start, moves }, judging)
  const serves = (one: Placement) => one.served >= placement.served && one.missStops <= placement.missStops + SAME_STOPS
  let needed = placement.moves
  for (const move of placement.moves) {
    const moves = needed.filter(other => other !== move)
    if (moves.length === 0 && start.kind === 'as-is') break
    const without = await judgeWith(moves, draft)
    if (!without) return undefined
    if (!without.against && serves(without.placement)) needed = moves
  }
  const again = await judgeWith(needed, exact)
  const isWorse = again && (again.against !== undefined || again.placement.served < placement.served)
  return isWorse && needed.length < placement.moves.length ? judgeWith(placement.moves, exact) : again
}
