import type { Learned } from '../calibration/calibration'
import type { CameraSetting, Look, StudioSet } from '../model/schema'

/** What is asked about: a look of a set, the camera setting that it is held against, and what readings taught. */
export type Situation = { set: StudioSet; look: Look; camera: CameraSetting; learned: Learned }

/** How a long question is listened to: it asks often whether to stop. */
export type Listening<Told extends readonly unknown[] = [share: number]> = {
  report?: (...told: Told) => void
  pause?: () => Promise<boolean>
}

/** Nobody stops. */
export const goOn = (): Promise<boolean> => Promise.resolve(false)
