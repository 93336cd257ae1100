import { expose } from 'comlink'
import { study, type Study } from '#core/calibration/calibrate'
import type { Lighting } from '#core/calibration/lighting'
import { evaluate } from '#core/evaluation/evaluation'
import type { CameraSetting, Look, Reading, StudioSet } from '#core/model/schema'
import { solveLook, type LookAnswer } from '#core/solve/lookPowers'

/** What readings teach, as a message can carry it: the covariance as rows. */
export type StudyMessage = Omit<Study, 'fit'> & { fit: Omit<Study['fit'], 'covariance'> & { covariance: number[][] } }

/** A set without what was read on it: powers do not depend on that but by what it taught. */
export type LeanSet = Omit<StudioSet, 'readings' | 'frames'>

let lying: { id: number, lighting: Lighting } | undefined

const worker = {
  /** Everything that readings teach. */
  study: (readings: readonly Reading[], lightIds: readonly string[], frozen: StudioSet['frozen']): StudyMessage => {
    const { fit, ...rest } = study(readings, lightIds, frozen)
    return { ...rest, fit: { ...fit, covariance: fit.covariance.to2DArray() } }
  },

  /** Lays light down that questions speak of by its number. */
  lay: (id: number, lighting: Lighting): void => {
    lying = { id, lighting }
  },

  /** The powers that meet a look's targets, or come nearest; undefined where other light lies here by now. */
  powers: (lean: LeanSet, look: Look, camera: CameraSetting, lightingId: number): LookAnswer | undefined => {
    if (lying?.id !== lightingId) return undefined
    const set: StudioSet = { ...lean, readings: [], frames: [] }
    return solveLook(evaluate(set, look, lying.lighting, camera))
  },
}

export type JudgeWorker = typeof worker

expose(worker)
