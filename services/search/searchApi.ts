import type { Learned } from '#core/calibration/calibration'
import type { CameraSetting, Light, StudioSet } from '#core/model/schema'
import { framePoints } from '#core/evaluation/probes/framePoints'
import { evenOut, type EveningAnswer } from '#core/solve/evenBackdrop'
import { exploreTones, type ToneMap } from '#core/solve/explore'
import { toneSweep } from '#core/solve/toneSweep'
import type { Change } from '#core/changes/change'
import { difference } from '#core/edits/patch'
import type { Miss } from '#core/evaluation/evaluation'
import { handTools } from '#core/solve/moves/explore'
import { propose, type Binding, type Proposed, type ProposeOptions } from '#core/solve/moves/propose'
import { changesOf, type Trial, type WeighedMove } from '#core/solve/moves/trial'
import type { PowerChange } from '#core/solve/powerChanges'
import type { AxisId } from '#core/solve/axes'
import type { Situation } from '#core/solve/situation'
import { sensitivity, type Slip } from '#core/solve/sensitivity'
import { lookForSitters, type LookForSitters } from '#core/solve/forSitters'
import { fittingsFor, type Fitting } from '#core/solve/forJob'
import type { Kit } from '#core/kit/kitSchema'
import { placeForAll } from '#core/solve/together/placeForAll'
import type { Placement } from '#core/solve/together/placement'
import { designRepeat, type RepeatDesign } from '#core/records/repeatDesign'
import { flatterWalks, walkLooks, type FlatterWalk, type LookWalk, type Way } from '#core/solve/walks'
import { wholeOf, type LeanSet } from '../leanSet'
import type { Developed } from '../light/lightApi'
import type { Job } from '../rpc/job'
import { reflection, type Mirrored } from '../rpc/mirror'
import type { Found } from './found'
import { pictureOf } from './helperApi'
import type { helper, Helped } from './helpers'
import { waysToMatch, type MatchSearch, type MatchWays } from './matchJob'

/** What is looked for. */
export type Search = {
  lookId: string
  camera: CameraSetting
  learned: Learned
  /** Lights that stay as they are; with the key among them the camera does too. */
  fixedIds: string[]
  mayChangeCamera: boolean
  fewest: boolean
}

/** An answer that can be shown and done, as changes of the set that was asked about. */
export type Proposal = {
  id: string
  /** All that is to be done, in order: what is moved, powers, camera. */
  changes: readonly Change[]
  moves: readonly WeighedMove[]
  powers: readonly PowerChange[]
  camera: CameraSetting
  minutes: number
  isReached: boolean
  misses: readonly Miss[]
  /** Stops over the camera setting at each meter point. */
  stops: Record<string, number>
  picture?: Developed
}

/** Answers to one question, and what keeps the target out of reach where none reaches it. */
export type Proposals = { proposals: Proposal[]; binding?: Binding; isFinal: boolean }

/** What it takes to bring the backdrop to one value. */
export type SweptTone = Proposals & { value: number }

const idOf = ({ moves }: Trial): string => JSON.stringify(moves.map(({ change }) => change))

const proposalsOf = (
  { lookId }: Search,
  { trials, binding }: Proposed,
  isFinal: boolean,
  pictures: ReadonlyMap<string, Developed> = new Map(),
): Proposals => ({
  isFinal,
  binding,
  proposals: trials.map(trial => ({
    id: idOf(trial),
    changes: changesOf(trial, lookId),
    moves: trial.moves,
    powers: trial.powers,
    camera: trial.camera,
    minutes: trial.minutes,
    isReached: trial.isReached,
    misses: trial.misses,
    stops: Object.fromEntries(trial.readouts.map(({ point, stops }) => [point.id, stops])),
    picture: pictures.get(idOf(trial)),
  })),
})

/** Where a backdrop is to be even: over the look's grid, or where a frame was read. */
export type EvenPlaces = 'grid' | 'frame'

/** Where it is to be even, and what was read there: stops over the camera setting. */
export type EvenQuestion = { places: EvenPlaces; read: Record<string, number> }

/** What is asked of all looks at once: what readings taught of each, and how much each may have moved for itself. */
export type JointSearch = {
  learned: Readonly<Record<string, Learned>>
  mayChangeCamera: boolean
  mostMoved: number
}

/** A placement for all looks that can be shown and done, as one change of the set that was asked about. */
export type PlacedLooks = Omit<Placement, 'set' | 'cost'> & { id: string; change: Change }

/** Placements of which none is beaten by another. */
export type PlacedFront = { front: PlacedLooks[]; isFinal: boolean }

const placedLooks = (set: StudioSet, { set: after, cost: _, ...placement }: Placement): PlacedLooks => ({
  ...placement,
  id: JSON.stringify([placement.start, placement.moves]),
  change: { kind: 'patch', patch: difference(set, after) },
})

/** More ways than these are no choice. */
const MOST_FITTINGS = 12

/** The best fittings, and of every number of lights the best one. */
const fittingsToldOf = (found: readonly Fitting[]): Fitting[] =>
  found.filter(
    (one, index) => index < MOST_FITTINGS || found.findIndex(({ stands }) => stands === one.stands) === index,
  )

/** What is asked of the kit: which lamp and modifier for the lights of one job. */
export type JobSearch = { kit: Kit; job: Light['job']; learned: Readonly<Record<string, Learned>> }

/** A way to fit the lights of a job, as one change of the set that was asked about. */
export type FittedJob = Omit<Fitting, 'set'> & { change: Change }

const situationOf = (set: StudioSet, { lookId, camera, learned }: Search): Situation => ({
  set,
  look: set.looks.find(({ id }) => id === lookId)!,
  camera,
  learned,
})

/**
 * What the service that looks for what could be done can be asked.
 * @param helpers workers that do parts of it
 */
export const searchApi = (helpers: readonly ReturnType<typeof helper>[] = []) => {
  const tools = handTools()
  const sets = reflection<LeanSet>()
  const helpedBy =
    (job: { signal: AbortSignal }, see: Helped['see'] = () => {}): ProposeOptions['help'] =>
    (question, own) =>
      helpers.map(help => help({ question, own, signal: job.signal, see }))
  const take = (message: Mirrored<LeanSet>): StudioSet => wholeOf(sets.take(message))

  return {
    propose: async (
      job: Job<Found<Proposals>>,
      message: Mirrored<LeanSet>,
      search: Search,
    ): Promise<Proposals | undefined> => {
      const set = take(message)
      const pictures = new Map<string, Developed>()
      const answer = await propose(
        { set, ...search },
        {
          fewest: search.fewest,
          pause: job.pause,
          report: (proposed, share) =>
            job.report({ found: proposalsOf(search, { ...proposed, binding: undefined }, false), share }),
          see: (trial, solved) => pictures.set(idOf(trial), pictureOf(search, trial, solved)),
          help: helpedBy(job, (trial, picture) => pictures.set(idOf(trial), picture)),
          tools,
        },
      )
      return answer && proposalsOf(search, answer, true, pictures)
    },

    toneSweep: async (
      job: Job<Found<SweptTone[]>>,
      message: Mirrored<LeanSet>,
      search: Search,
    ): Promise<SweptTone[] | undefined> => {
      const plain = (sweep: Awaited<ReturnType<typeof toneSweep>>) =>
        (sweep ?? []).map(tone => ({
          ...proposalsOf(search, tone.proposed, true),
          value: tone.value,
        }))
      const sweep = await toneSweep(
        { set: take(message), ...search },
        {
          fewest: search.fewest,
          pause: job.pause,
          report: (some, share) => job.report({ found: plain(some), share }),
          help: helpedBy(job),
          tools,
        },
      )
      return sweep && plain(sweep)
    },

    sensitivity: (job: Job<number>, message: Mirrored<LeanSet>, search: Search): Promise<Slip[] | undefined> =>
      sensitivity(situationOf(take(message), search), job),

    map: (
      job: Job<Found<ToneMap>>,
      message: Mirrored<LeanSet>,
      search: Search,
      axes: readonly [AxisId, AxisId],
    ): Promise<ToneMap | undefined> =>
      exploreTones(situationOf(take(message), search), axes, {
        report: (found, share) => job.report({ found, share }),
        pause: job.pause,
      }),

    even: (
      job: Job<number>,
      message: Mirrored<LeanSet>,
      search: Search,
      { places: over, read }: EvenQuestion,
    ): Promise<EveningAnswer | undefined> => {
      const places = over === 'frame' ? (of: StudioSet) => framePoints(of).filter(({ id }) => id in read) : undefined
      const { report, pause } = job
      return evenOut(situationOf(take(message), search), { places, read, report, pause })
    },

    placeForAll: async (
      job: Job<Found<PlacedFront>>,
      message: Mirrored<LeanSet>,
      { mostMoved, ...question }: JointSearch,
    ): Promise<PlacedFront | undefined> => {
      const set = take(message)
      const plain = ({ front, isFinal }: { front: Placement[]; isFinal: boolean }): PlacedFront => ({
        front: front.map(one => placedLooks(set, one)),
        isFinal,
      })
      const answer = await placeForAll(
        { set, fixedIds: [], ...question },
        { mostMoved, pause: job.pause, report: (found, share) => job.report({ found: plain(found), share }) },
      )
      return answer && plain(answer)
    },

    forSitters: (
      job: Job<Found<LookForSitters[]>>,
      message: Mirrored<LeanSet>,
      learned: Readonly<Record<string, Learned>>,
    ): Promise<LookForSitters[] | undefined> =>
      lookForSitters(take(message), learned, {
        pause: job.pause,
        report: (found, share) => job.report({ found, share }),
      }),

    forJob: async (
      job: Job<Found<FittedJob[]>>,
      message: Mirrored<LeanSet>,
      search: JobSearch,
    ): Promise<FittedJob[] | undefined> => {
      const set = take(message)
      const plain = (found: readonly Fitting[]) =>
        fittingsToldOf(found).map(({ set: after, ...fitting }): FittedJob => ({
          ...fitting,
          change: { kind: 'patch', patch: difference(set, after) },
        }))
      const found = await fittingsFor(
        { set, ...search },
        { pause: job.pause, report: (some, share) => job.report({ found: plain(some), share }) },
      )
      return found && plain(found)
    },

    walks: (
      job: Job<number>,
      message: Mirrored<LeanSet>,
      learned: Readonly<Record<string, Learned>>,
      way: Way,
    ): Promise<LookWalk[] | undefined> => walkLooks({ set: take(message), learned }, way, job),

    match: (
      job: Job<Found<MatchWays>>,
      message: Mirrored<LeanSet>,
      search: MatchSearch,
    ): Promise<MatchWays | undefined> => waysToMatch(job, take(message), search),

    designRepeat: (
      job: Job<number>,
      message: Mirrored<LeanSet>,
      camera: CameraSetting,
      { learned, readings }: { learned: Learned; readings: StudioSet['readings'] },
    ): Promise<RepeatDesign | undefined> => designRepeat({ ...take(message), readings }, camera, learned, job),

    flatterWalks: (
      job: Job<number>,
      message: Mirrored<LeanSet>,
      learned: Readonly<Record<string, Learned>>,
      way: Way,
    ): Promise<FlatterWalk[] | undefined> => flatterWalks({ set: take(message), learned }, way, job),
  }
}

/** What the service can be asked. */
export type SearchApi = ReturnType<typeof searchApi>
