import { releaseProxy, wrap, type Remote } from 'comlink'
import { Matrix } from 'ml-matrix'
import type { Study } from '#core/calibration/calibrate'
import type { Lighting } from '#core/calibration/lighting'
import type { CameraSetting, Look, Reading, StudioSet } from '#core/model/schema'
import type { LookAnswer } from '#core/solve/lookPowers'
import type { JudgeWorker, LeanSet } from './judge.worker'

/** What powers are asked for; equal questions are the same object. */
export type PowersQuestion = { set: LeanSet, look: Look, camera: CameraSetting, lighting: Lighting }

/** A question that takes longer than this is given up when a newer one comes. */
const PATIENCE_MS = 800

type Running = { worker: Worker, remote: Remote<JudgeWorker> }

/**
 * Starts the worker that weighs: what readings teach, and which powers meet the targets. Both can take seconds with many lights. Of
 * powers only the newest question counts; one that runs for long is dropped with its worker when another comes.
 */
export const startJudgeWorker = () => {
  let running: Running | undefined
  let laid: { lighting: Lighting, id: number } | undefined
  let nextId = 1
  let waiting: { question: PowersQuestion, answered: (answer: LookAnswer) => void, failed: (error: unknown) => void } | undefined
  let asking: { since: number, token: object } | undefined

  const begin = (): Running => {
    if (!running) {
      const worker = new Worker(new URL('./judge.worker.ts', import.meta.url), { type: 'module' })
      running = { worker, remote: wrap<JudgeWorker>(worker) }
      laid = undefined
    }
    return running
  }
  const drop = () => {
    running?.remote[releaseProxy]()
    running?.worker.terminate()
    running = undefined
    asking = undefined
  }

  const next = async () => {
    if (asking || !waiting) return
    const mine = waiting
    waiting = undefined
    const token = {}
    asking = { since: performance.now(), token }
    try {
      const { remote } = begin()
      const { set, look, camera, lighting } = mine.question
      if (laid?.lighting !== lighting) {
        laid = { lighting, id: nextId++ }
        await remote.lay(laid.id, lighting)
      }
      const answer = await remote.powers(set, look, { ...camera }, laid.id)
      if (asking?.token === token && answer) mine.answered(answer)
    }
    catch (error) {
      if (asking?.token === token) mine.failed(error)
    }
    if (asking?.token === token) {
      asking = undefined
      void next()
    }
  }

  // What readings teach has a worker of its own, so that a long study holds up no powers, and is dropped when newer readings come.
  let studying: Running | undefined

  return {
    /** Everything that readings teach; undefined where newer readings came in between. */
    study: async (readings: readonly Reading[], lightIds: readonly string[], frozen: StudioSet['frozen']): Promise<Study | undefined> => {
      const worker = studying?.worker ?? new Worker(new URL('./judge.worker.ts', import.meta.url), { type: 'module' })
      const mine = studying ??= { worker, remote: wrap<JudgeWorker>(worker) }
      const { fit, ...rest } = await mine.remote.study(readings, lightIds, frozen)
      return { ...rest, fit: { ...fit, covariance: new Matrix(fit.covariance) } }
    },
    /** Gives a study under way up. */
    dropStudy: () => {
      studying?.worker.terminate()
      studying = undefined
    },
    /** Asks for powers; whoever asked before and has no answer yet gets none. */
    powers: (question: PowersQuestion, answered: (answer: LookAnswer) => void, failed: (error: unknown) => void) => {
      waiting = { question, answered, failed }
      if (asking && performance.now() - asking.since > PATIENCE_MS) drop()
      void next()
    },
  }
}
