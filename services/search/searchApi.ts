import { developLight } from '#core/render/toneMap'
import { exposureGain } from '#core/camera/exposureGain'
import { frameSum } from '#core/render/frameSum'
import { responseOf } from '#core/camera/response'
import { cameraView, frameWeights, lightViewOf, veilOf } from '#core/render/takeFrame'
import type { Learned } from '#core/calibration/calibration'
import type { SolvedSet } from '#core/evaluation/lightingSolver'
import type { CameraSetting, StudioSet } from '#core/model/schema'
import { framePoints } from '#core/evaluation/probes/framePoints'
import { evenOut, type EveningAnswer } from '#core/solve/evenBackdrop'
import { exploreTones, type ToneMap } from '#core/solve/explore'
import { ladder } from '#core/solve/toneSweep'
import { bindingWords, missWords, trialSteps } from '#core/solve/moves/describe'
import { propose, type Proposed } from '#core/solve/moves/propose'
import type { Trial } from '#core/solve/moves/trial'
import { sensitivity, type Slip } from '#core/solve/sensitivity'
import { walkLine, type WalkPoint } from '#core/solve/walkLine'
import { formatDistance, type LengthUnit } from '#core/physics/units/distance'
import type { Vector } from '#core/physics/units/vector'
import { wholeOf, type LeanSet } from '../leanSet'
import type { Developed } from '../light/lightApi'
import type { Job } from '../rpc/job'
import { reflection, type Mirrored } from '../rpc/mirror'

/** What is looked for, and how it shall be said. */
export type Search = {
  lookId: string
  camera: CameraSetting
  learned: Learned
  /** Lights that stay as they are; with the key among them the camera does too. */
  fixedIds: string[]
  mayChangeCamera: boolean
  fewest: boolean
  unit: LengthUnit
}

/** An answer that can be shown and done: things to do, and the whole set as it would stand. */
export type Proposal = {
  id: string
  steps: string[]
  minutes: number
  isReached: boolean
  missed: string[]
  set: StudioSet
  /** Stops over the camera setting at each meter point. */
  stops: Record<string, number>
  picture?: Developed
}

export type Proposals = { proposals: Proposal[]; binding?: string; isFinal: boolean }
export type LadderRung = Proposals & { value: number; name: string }

const PICTURE_WIDTH = 116

const pictureOf = ({ set, camera }: Trial, solved: SolvedSet, { lookId, learned }: Search): Developed => {
  const work = lightViewOf(set, solved, cameraView(set, solved, PICTURE_WIDTH))
  let turn = work.next()
  while (!turn.done) turn = work.next()
  const settings = set.looks.find(({ id }) => id === lookId)!.lights
  const weights = frameWeights(set, settings, camera, learned)
  const data = developLight(
    frameSum(turn.value)(weights),
    exposureGain(camera),
    veilOf(set.camera.veilingGlare, turn.value, weights),
    responseOf(set.camera),
  )
  return { revision: 0, width: turn.value.view.width, height: turn.value.view.height, data }
}

const proposalsOf = (
  set: StudioSet,
  search: Search,
  proposed: Proposed,
  isFinal: boolean,
  pictures: ReadonlyMap<string, Developed> = new Map(),
): Proposals => ({
  isFinal,
  binding: bindingWords(proposed),
  proposals: proposed.trials.map(trial => {
    const id = JSON.stringify(trial.moves.map(move => move.id))
    return {
      id,
      steps: trialSteps(set, search.camera, trial, lengthM => formatDistance(lengthM, search.unit)),
      minutes: trial.minutes,
      isReached: trial.isReached,
      missed: missWords(trial),
      set: trial.set,
      stops: Object.fromEntries(trial.readouts.map(({ point, stops }) => [point.id, stops])),
      picture: pictures.get(id),
    }
  }),
})

/** Where a backdrop is to be even: over the look's grid, or where a frame was read. */
export type EvenPlaces = 'grid' | 'frame'

const lookOf = (set: StudioSet, { lookId }: Search) => set.looks.find(({ id }) => id === lookId)!

/** What was found so far, with the share that is done. */
export type Found<T> = { found: T; share: number }

/** What the service that looks for what could be done can be asked. */
export const searchApi = () => {
  const sets = reflection<LeanSet>()
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
            job.report({ found: proposalsOf(set, search, { ...proposed, binding: undefined }, false), share }),
          see: (trial, solved) =>
            pictures.set(JSON.stringify(trial.moves.map(move => move.id)), pictureOf(trial, solved, search)),
        },
      )
      return answer && proposalsOf(set, search, answer, true, pictures)
    },

    ladder: async (
      job: Job<Found<LadderRung[]>>,
      message: Mirrored<LeanSet>,
      search: Search,
    ): Promise<LadderRung[] | undefined> => {
      const plain = (rungs: Awaited<ReturnType<typeof ladder>>) =>
        (rungs ?? []).map(rung => ({
          ...proposalsOf(rung.set, search, rung.proposed, true),
          value: rung.value,
          name: rung.name,
        }))
      const rungs = await ladder(
        { set: take(message), ...search },
        { fewest: search.fewest, pause: job.pause, report: (some, share) => job.report({ found: plain(some), share }) },
      )
      return rungs && plain(rungs)
    },

    care: async (job: Job<number>, message: Mirrored<LeanSet>, search: Search): Promise<Slip[] | undefined> => {
      const set = take(message)
      return sensitivity(set, lookOf(set, search), search.camera, search.learned, job)
    },

    map: async (
      job: Job<Found<ToneMap>>,
      message: Mirrored<LeanSet>,
      search: Search,
      axes: readonly [string, string],
    ): Promise<ToneMap | undefined> => {
      const set = take(message)
      return exploreTones(set, lookOf(set, search), search.camera, search.learned, axes, {
        report: (found, share) => job.report({ found, share }),
        pause: job.pause,
      })
    },

    even: async (
      job: Job<number>,
      message: Mirrored<LeanSet>,
      search: Search,
      over: EvenPlaces,
      read: Record<string, number>,
    ): Promise<EveningAnswer | undefined> => {
      const set = take(message)
      const places =
        over === 'frame' ? { places: (of: StudioSet) => framePoints(of).filter(({ id }) => id in read) } : {}
      return evenOut(
        set,
        lookOf(set, search),
        search.camera,
        search.learned,
        lengthM => formatDistance(lengthM, search.unit),
        { ...places, read, report: job.report, pause: job.pause },
      )
    },

    walk: async (
      job: Job,
      message: Mirrored<LeanSet>,
      search: Search,
      from: Vector,
      to: Vector,
    ): Promise<WalkPoint[] | undefined> => {
      const set = take(message)
      return walkLine(set, lookOf(set, search), search.camera, search.learned, from, to, { pause: job.pause })
    },
  }
}

export type SearchApi = ReturnType<typeof searchApi>
