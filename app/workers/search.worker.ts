import { expose } from 'comlink'
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
import { breather } from './breather'
import { checked } from './checked'
import type { Developed } from './light.worker'

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

export type Proposals = { proposals: Proposal[], binding?: string, isFinal: boolean }
export type LadderRung = Proposals & { value: number, name: string }

const PICTURE_WIDTH = 116

let newest = 0

const pictureOf = ({ set, camera }: Trial, solved: SolvedSet, { lookId, learned }: Search): Developed => {
  const work = lightViewOf(set, solved, cameraView(set, solved, PICTURE_WIDTH))
  let turn = work.next()
  while (!turn.done) turn = work.next()
  const settings = set.looks.find(({ id }) => id === lookId)!.lights
  const weights = frameWeights(set, settings, camera, learned)
  const data = developLight(frameSum(turn.value)(weights), exposureGain(camera), veilOf(set.camera.veilingGlare, turn.value, weights), responseOf(set.camera))
  return { revision: 0, width: turn.value.view.width, height: turn.value.view.height, data }
}

const proposalsOf = (set: StudioSet, search: Search, proposed: Proposed, isFinal: boolean, pictures: ReadonlyMap<string, Developed> = new Map()): Proposals => ({
  isFinal,
  binding: bindingWords(proposed),
  proposals: proposed.trials.map((trial) => {
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

/** The set of a question, and what asks between steps whether a newer one is waiting. */
const begin = (question: number, input: StudioSet) => {
  newest = Math.max(newest, question)
  const breathe = breather(() => newest <= question)
  return { set: checked(input), pause: async () => !await breathe() }
}

/** Where a backdrop is to be even: over the look's grid, or where a frame was read. */
export type EvenPlaces = 'grid' | 'frame'

const lookOf = (set: StudioSet, { lookId }: Search) => set.looks.find(({ id }) => id === lookId)!

const worker = {
  /** Everything that was asked before this number may stop where it is. */
  supersede: (question: number) => {
    newest = Math.max(newest, question)
  },

  propose: async (question: number, input: StudioSet, search: Search, report: (answer: Proposals, share: number) => void): Promise<Proposals | undefined> => {
    const { set, pause } = begin(question, input)
    const pictures = new Map<string, Developed>()
    const answer = await propose({ set, ...search }, {
      fewest: search.fewest,
      pause,
      report: (proposed, share) => report(proposalsOf(set, search, { ...proposed, binding: undefined }, false), share),
      see: (trial, solved) => pictures.set(JSON.stringify(trial.moves.map(move => move.id)), pictureOf(trial, solved, search)),
    })
    return answer && proposalsOf(set, search, answer, true, pictures)
  },

  ladder: async (question: number, input: StudioSet, search: Search, report: (rungs: LadderRung[], share: number) => void): Promise<LadderRung[] | undefined> => {
    const { set, pause } = begin(question, input)
    const plain = (rungs: Awaited<ReturnType<typeof ladder>>) => (rungs ?? []).map(rung => ({ ...proposalsOf(rung.set, search, rung.proposed, true), value: rung.value, name: rung.name }))
    const rungs = await ladder({ set, ...search }, { fewest: search.fewest, pause, report: (some, share) => report(plain(some), share) })
    return rungs && plain(rungs)
  },

  care: async (question: number, input: StudioSet, search: Search, report: (share: number) => void): Promise<Slip[] | undefined> => {
    const { set, pause } = begin(question, input)
    return sensitivity(set, lookOf(set, search), search.camera, search.learned, { report, pause })
  },

  map: async (question: number, input: StudioSet, search: Search, axes: readonly [string, string], report: (map: ToneMap, share: number) => void): Promise<ToneMap | undefined> => {
    const { set, pause } = begin(question, input)
    return exploreTones(set, lookOf(set, search), search.camera, search.learned, axes, { report, pause })
  },

  even: async (question: number, input: StudioSet, search: Search, over: EvenPlaces, read: Record<string, number>, report: (share: number) => void): Promise<EveningAnswer | undefined> => {
    const { set, pause } = begin(question, input)
    return evenOut(set, lookOf(set, search), search.camera, search.learned, lengthM => formatDistance(lengthM, search.unit), { ...over === 'frame' ? { places: (of: StudioSet) => framePoints(of).filter(({ id }) => id in read) } : {}, read, report, pause })
  },

  walk: async (question: number, input: StudioSet, search: Search, from: Vector, to: Vector): Promise<WalkPoint[] | undefined> => {
    const { set, pause } = begin(question, input)
    return walkLine(set, lookOf(set, search), search.camera, search.learned, from, to, { pause })
  },
}

export type SearchWorker = typeof worker

expose(worker)
