import { Matrix } from 'ml-matrix'
import type { Calibration } from '#core/calibration/calibrate'
import type { Lighting } from '#core/calibration/lighting'
import type { LevelAnswer, LevelQuestion } from '#core/control/levelling/levelStep'
import type { CameraSetting, Look, Reading, StudioSet } from '#core/model/schema'
import type { LookAnswer } from '#core/solve/lookPowers'
import type { LeanSet } from '../leanSet'
import { connect, type Carrier } from '../rpc/connect'
import { isCalledOff, newest } from '../rpc/latest'
import { mirror } from '../rpc/mirror'
import type { JudgeApi } from './judgeApi'

/** What powers are asked for; equal questions are the same object. */
export type PowersQuestion = { set: LeanSet; look: Look; camera: CameraSetting; lighting: Lighting }

/** A question that takes longer than this is given up when a newer one comes. */
const PATIENCE_MS = 800

const startWorker = (): Carrier => new Worker(new URL('./judge.worker.ts', import.meta.url), { type: 'module' })

/**
 * The service that weighs: what readings teach, and which powers meet the targets. Both can take seconds with many
 * lights, and neither
 * looks up from its work; so each has a worker of its own, which is ended where it holds up something newer.
 */
export const judgeService = (start: () => Carrier = startWorker) => {
  const powersAt = connect<JudgeApi>(start)
  const sets = mirror<LeanSet>(powersAt.generation)
  let laid: { lighting: Lighting; id: number; generation: number } | undefined
  let nextId = 1
  type Waiting = { question: PowersQuestion; answered: (answer: LookAnswer) => void; failed: (error: unknown) => void }
  let waiting: Waiting | undefined
  let asking: { since: number } | undefined

  const ask = async ({ set, look, camera, lighting }: PowersQuestion): Promise<LookAnswer | undefined> => {
    const generation = powersAt.generation()
    if (laid?.lighting !== lighting || laid.generation !== generation) {
      laid = { lighting, id: nextId++, generation }
      await powersAt.call('lay', [laid.id, lighting])
    }
    return powersAt.call('powers', [sets.send(set), look, { ...camera }, laid.id])
  }

  const next = async () => {
    if (asking || !waiting) return
    const { question, answered, failed } = waiting
    waiting = undefined
    const mine = (asking = { since: performance.now() })
    try {
      const answer = await ask(question)
      if (answer && asking === mine) answered(answer)
    } catch (error) {
      if (asking === mine) failed(error)
    }
    if (asking === mine) {
      asking = undefined
      void next()
    }
  }

  const calibrationEnd = connect<JudgeApi>(start)
  const studies = newest()
  let isCalibrating = false

  return {
    /** Starts the worker of powers before anybody asks, so that it loads while the light is worked out. */
    begin: () => {
      try {
        powersAt.generation()
      } catch {
        // A browser that starts no workers says so to the first who asks.
      }
    },

    /** Everything that readings teach; undefined where newer readings came in between. */
    calibrate: async (
      readings: readonly Reading[],
      lightIds: readonly string[],
      frozen: StudioSet['frozen'],
    ): Promise<Calibration | undefined> => {
      const signal = studies.next()
      if (isCalibrating) calibrationEnd.restart('Newer readings came.')
      isCalibrating = true
      try {
        const { fit, ...rest } = await calibrationEnd.call('calibrate', [readings, lightIds, frozen], { signal })
        isCalibrating = false
        return { ...rest, fit: { ...fit, covariance: new Matrix(fit.covariance) } }
      } catch (error) {
        if (isCalledOff(error)) return undefined
        isCalibrating = false
        throw error
      }
    },

    /** What a round of levelling says of the rig, and what to send next. */
    level: (question: LevelQuestion): Promise<LevelAnswer> => calibrationEnd.call('level', [question]),

    /** Asks for powers; whoever asked before and has no answer yet gets none. */
    powers: (question: PowersQuestion, answered: Waiting['answered'], failed: Waiting['failed']) => {
      waiting = { question, answered, failed }
      if (asking && performance.now() - asking.since > PATIENCE_MS) {
        asking = undefined
        powersAt.restart('A newer question came.')
      }
      void next()
    },
  }
}
