import { NO_RIG } from '../model/rigSchema'
import type { Standing } from '../changes/change'
import { NO_OVERRIDES } from '../model/overridesSchema'
import { PLAIN_RUN } from '../model/readingSchema'
import type { Backdrop, CameraSetting, Look, StudioSet } from '../model/schema'
import { luminance } from '../physics/units/rgb'
import type { Evaluation } from '../evaluation/evaluation'
import type { SolvedSet } from '../evaluation/lightingSolver'
import { goOn, type Listening } from '../solve/situation'
import type { Design, Help } from './build'
import { causesOf, type Cause } from './causes'
import { tintOf, type Character } from './character'
import { isMet, type Asked, type Aspect, type Deviation } from './deviations'
import type { MatchQuestion } from './question'
import { stepsFor } from './steps'
import { Search, type Solve, type Tried } from './trying'
import { keptAreas, wantedOf } from './wanted'
import { MATCH_WAYS, MATCH_TUNED, TUNED_FIRST, TUNED_EXACT, MATCH_HALVED, MATCH_BETTER } from './thresholds'

/** One way to match: a set with one look, and how near each aspect comes. */
export type Match = {
  set: StudioSet
  lookId: string
  camera: CameraSetting
  character: Character
  deviations: Deviation[]
  causes: Partial<Record<Aspect, Cause>>
  /** Everything that is asked firmly comes near enough. */
  isMet: boolean
  /** Lights and boards that stand in the picture. */
  inFrame: string[]
  help: Help
  /** Another backdrop than the one that hangs there. */
  isOtherBackdrop: boolean
  places: MatchedPlace[]
  cost: number
}

/** A place as it reads and renders, stops over the camera setting. */
export type MatchedPlace = { pointId: string; name: string; stops: number; value: number | null }

/** Every meter point of an evaluation as it reads and renders. */
export const matchedPlaces = ({ readouts }: Pick<Evaluation, 'readouts'>): MatchedPlace[] =>
  readouts.map(({ point: { id, name }, stops, value }) => ({ pointId: id, name, stops, value: value ?? null }))

/** The ways found, the best first. */
export type MatchAnswer = { matches: Match[]; isFinal: boolean }

const LOOK_ID = 'matched'

const offOf = ({ deviations }: Tried, aspect: Aspect): number =>
  deviations.find(deviation => deviation.aspect === aspect)?.off ?? 0

/** What a help is made of. */
const BOARDS: Readonly<Record<Standing, { kind: string; count: number }>> = {
  'key-flag': { kind: 'black-board', count: 1 },
  'black-sides': { kind: 'black-board', count: 2 },
  'near-black-sides': { kind: 'black-board', count: 2 },
  curtains: { kind: 'curtain', count: 2 },
  'fill-board': { kind: 'white-board', count: 1 },
}

/** Whether a kit has what a help is made of, beside what stands already. */
const isOwned = (help: Help, { set }: Tried, { kit }: MatchQuestion): boolean => {
  if (help === 'none' || help === 'fill-light') return true
  const { kind, count } = BOARDS[help]
  const used = set.panels.filter(panel => panel.kind === kind).length
  return (kit.panels.find(({ what }) => what.kind === kind)?.count ?? 0) >= count + used
}

/** What helps where the ratio is too steep or too flat, and where the backdrop is too light. */
const helpsFor = (tried: Tried, question: MatchQuestion): Help[] => {
  const ratio = offOf(tried, 'ratio')
  const helps: Help[] = []
  if (ratio > 0.1) helps.push('fill-light', 'fill-board')
  if (ratio < -0.1) helps.push('near-black-sides', 'black-sides', 'curtains')
  if (offOf(tried, 'tone') > 0.1) helps.push('key-flag', 'curtains')
  return [...new Set(helps)].filter(help => isOwned(help, tried, question))
}

/** Backdrops of room and kit, the nearest in colour and tone to what hung there first; the one that hangs as it is. */
const backdropsFor = ({ source, room, kit }: MatchQuestion): Backdrop[] => {
  const was = source.set.backdrop.reflectance
  const unlike = ({ reflectance }: Pick<Backdrop, 'reflectance'>) => {
    const [a, b] = [tintOf(reflectance), tintOf(was)]
    return Math.hypot(a[0] - b[0], a[1] - b[1]) / 6 + Math.abs(Math.log2(luminance(reflectance) / luminance(was)))
  }
  const centreXM = room.backdrop.centreXM
  const owned = kit.backdrops
    .map(({ id, what }): Backdrop => ({ ...what, centreXM, kitId: id }))
    .filter(({ kind }) => kind === source.set.backdrop.kind || kind === 'paper-roll' || kind === 'fabric')
    .toSorted((a, b) => unlike(a) - unlike(b))
  const [nearest] = owned
  return nearest && unlike(nearest) < unlike(room.backdrop) - 0.3 ? [room.backdrop, nearest] : [room.backdrop]
}

/** What small changes mend. */
const HARD_TOLD: readonly Aspect[] = ['tone', 'gradient', 'ratio', 'key-light']

/** Goes down small changes as long as they bring what is off nearer. */
const tuned = async (
  search: Search,
  from: Tried,
  asked: Asked,
  { most = MATCH_TUNED, solve = search.draft() }: { most?: number; solve?: Solve } = {},
): Promise<Tried> => {
  let current = from
  let left = most
  const steps = stepsFor(from.set)
  for (let halving = 0; halving <= MATCH_HALVED && left > 0; halving++)
    for (const step of steps) {
      const isOff = current.deviations.some(
        deviation =>
          step.of.includes(deviation.aspect) && asked[deviation.aspect] !== 'indifferent' && !isClose(deviation),
      )
      if (!isOff) continue
      for (const sign of [1, -1]) {
        let hasHelped = false
        while (left > 0 && !search.isCalledOff) {
          const change = step.at(current.set, (sign * step.first) / 2 ** halving)
          const next = change && (await search.changed(current, change, solve))
          left -= 1
          if (!next || next.cost > current.cost - MATCH_BETTER) break
          current = next
          hasHelped = true
        }
        if (hasHelped) break
      }
    }
  return current
}

/** Near enough that no more is tried for it. */
const isClose = ({ aspect, off, unit }: Deviation): boolean => isMet({ aspect, off: off * 1.5, unit })

/** Whether two ways differ in more than where things stand. */
const isOther = (one: Design, other: Design): boolean =>
  one.keyRank !== other.keyRank ||
  one.beamRank !== other.beamRank ||
  one.help !== other.help ||
  one.keep !== other.keep ||
  one.backdrop.name !== other.backdrop.name

/** Other fronts that are tried for the key, by how like they are. */
const OTHER_KEYS = [1, 2] as const
/** Other fronts that are tried on the backdrop, by how like they are. */
const OTHER_BEAMS = [1, 2, 3] as const

const isUnmet = ({ deviations }: Tried, aspect: Aspect, asked: Asked): boolean =>
  asked[aspect] === 'hard' && deviations.some(deviation => deviation.aspect === aspect && !isMet(deviation))

const byCost = (a: Tried, b: Tried): number => a.cost - b.cost

/** The best of every kind of way, the best first. */
const distinct = (found: readonly Tried[], count: number): Tried[] =>
  found
    .toSorted(byCost)
    .filter((one, index, all) => !all.slice(0, index).some(({ design }) => !isOther(design, one.design)))
    .slice(0, count)

const matchOf = (question: MatchQuestion, tried: Tried): Match => {
  const { design, set, settings, camera, deviations, character, inFrame, cost, built } = tried
  const { fNumber, shutterS, iso } = camera
  const { targets, areas } = wantedOf(set, built.look, question)
  const look: Look = {
    id: LOOK_ID,
    name: built.look.name,
    lights: { ...settings },
    exposure: { fNumber, shutterS, iso, followsPointId: null },
    targets,
    areas: keptAreas(areas),
    run: PLAIN_RUN,
    grid: null,
    overrides: NO_OVERRIDES,
  }
  return {
    set: { ...set, looks: [look], rig: NO_RIG, readings: [], frames: [], frozen: null },
    lookId: LOOK_ID,
    camera: { fNumber, shutterS, iso },
    character,
    deviations,
    causes: causesOf(deviations, { tried, question }),
    isMet: deviations.every(deviation => question.asked[deviation.aspect] !== 'hard' || isMet(deviation)),
    inFrame,
    help: design.help,
    isOtherBackdrop: built.isOtherBackdrop,
    places: matchedPlaces(tried.evaluation),
    cost,
  }
}

/** How a match is listened to; the ways of the end are shown with their light as they are worked out. */
export type MatchOptions = Listening<[answer: MatchAnswer, share: number]> & {
  see?: (match: Match, solved: SolvedSet) => void
}

/** Share of the work after which the ways are tuned, and after which they are worked out again with every ray. */
const [TRIED_SHARE, TUNED_SHARE] = [0.3, 0.85]

/**
 * The light of a look in another room with another kit: lights of the kit are put where they look as large and come
 * from where they came, powers are solved for the tones, then what is off is brought nearer in small steps; the three
 * best ways are worked out with every ray. The same question has the same answers. Undefined where it was called off.
 */
export const matchElsewhere = async (
  question: MatchQuestion,
  { report, pause = goOn, see }: MatchOptions = {},
): Promise<MatchAnswer | undefined> => {
  let share = 0
  const tell = (found: readonly Tried[]) => {
    report?.({ matches: distinct(found, MATCH_WAYS).map(tried => matchOf(question, tried)), isFinal: false }, share)
  }
  const search = new Search(question, pause, (found, tried) => {
    share = Math.max(share, Math.min(TRIED_SHARE, tried * 0.04))
    tell(found)
  })
  const [backdrop, other] = backdropsFor(question)
  const first: Design = { backdrop: backdrop!, keep: 'backdrop', keyRank: 0, beamRank: 0, help: 'none' }
  const begun = await search.attempt(first)
  if (!begun) return search.isCalledOff ? undefined : { matches: [], isFinal: true }
  for (const keyRank of OTHER_KEYS) await search.attempt({ ...first, keyRank })
  if (begun.built.lack.shortM > 0) await search.attempt({ ...first, keep: 'camera' })
  if (other) await search.attempt({ ...first, backdrop: other })
  const [best] = distinct(search.found, 1)
  for (const help of helpsFor(best!, question)) await search.attempt({ ...best!.design, help })
  const ways: Tried[] = []
  while (ways.length < MATCH_WAYS) {
    const next = distinct(search.found, MATCH_WAYS + ways.length).find(
      ({ design }) => !ways.some(way => !isOther(way.design, design)),
    )
    if (!next) break
    const way = await tuned(search, next, question.asked, { most: ways.length === 0 ? TUNED_FIRST : MATCH_TUNED })
    ways.push(way)
    if (search.isCalledOff) return undefined
    // Where no aiming brings the backdrop's shape about, other fronts may.
    if (ways.length === 1 && isUnmet(way, 'gradient', question.asked))
      for (const beamRank of OTHER_BEAMS) await search.attempt({ ...way.design, beamRank })
    share = TRIED_SHARE + ((TUNED_SHARE - TRIED_SHARE) * ways.length) / MATCH_WAYS
    tell([...ways, ...search.found])
  }
  const exact: Match[] = []
  for (const way of ways) {
    const { solve, sure: first } = await search.exact(way)
    if (!first) return undefined
    // What only every ray shows to be off is brought nearer with every ray.
    const isShort = exact.length === 0 && HARD_TOLD.some(aspect => isUnmet(first, aspect, question.asked))
    const sure = isShort ? await tuned(search, first, question.asked, { most: TUNED_EXACT, solve }) : first
    if (search.isCalledOff) return undefined
    const match = matchOf(question, sure)
    see?.(match, sure.solved)
    exact.push(match)
    share = TUNED_SHARE + ((1 - TUNED_SHARE) * exact.length) / ways.length
  }
  return { matches: exact.toSorted((a, b) => a.cost - b.cost), isFinal: true }
}
