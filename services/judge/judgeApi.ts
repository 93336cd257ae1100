import { calibrate, type Calibration } from '#core/calibration/calibrate'
import type { Lighting } from '#core/calibration/lighting'
import { levelStep, type LevelAnswer, type LevelQuestion } from '#core/control/levelling/levelStep'
import { evaluate } from '#core/evaluation/evaluation'
import type { CameraSetting, Look, Reading, StudioSet } from '#core/model/schema'
import { solveLook, type LookAnswer } from '#core/solve/lookPowers'
import { wholeOf, type LeanSet } from '../leanSet'
import type { Job } from '../rpc/job'
import { reflection, type Mirrored } from '../rpc/mirror'

/** What readings teach, as a message can carry it: the covariance as rows. */
export type CalibrationMessage = Omit<Calibration, 'fit'> & {
  fit: Omit<Calibration['fit'], 'covariance'> & { covariance: number[][] }
}

/** What the service that weighs can be asked. */
export const judgeApi = () => {
  const sets = reflection<LeanSet>()
  let lying: { id: number; lighting: Lighting } | undefined

  return {
    /** Everything that readings teach. */
    calibrate: (
      _job: Job,
      readings: readonly Reading[],
      lightIds: readonly string[],
      frozen: StudioSet['frozen'],
    ): CalibrationMessage => {
      const { fit, ...rest } = calibrate(readings, lightIds, frozen)
      return { ...rest, fit: { ...fit, covariance: fit.covariance.to2DArray() } }
    },

    /** What a round of levelling says of the rig, and what to send next. */
    level: (_job: Job, question: LevelQuestion): LevelAnswer => levelStep(question),

    /** Lays light down that questions speak of by its number. */
    lay: (_job: Job, id: number, lighting: Lighting): void => {
      lying = { id, lighting }
    },

    /** The powers that meet a look's targets, or come nearest; undefined where other light lies here by now. */
    powers: (
      _job: Job,
      message: Mirrored<LeanSet>,
      look: Look,
      camera: CameraSetting,
      lightingId: number,
    ): LookAnswer | undefined => {
      const set = wholeOf(sets.take(message))
      return lying?.id === lightingId ? solveLook(evaluate(set, look, lying.lighting, camera)) : undefined
    },
  }
}

/** What the judging service can be asked. */
export type JudgeApi = ReturnType<typeof judgeApi>
