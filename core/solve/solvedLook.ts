import type { Learned } from '../calibration/calibration'
import { calibratedLighting } from '../evaluation/calibratedLighting'
import { evaluate, type Evaluation } from '../evaluation/evaluation'
import type { CameraSetting, StudioSet } from '../model/schema'
import type { Solver } from './moves/trial'
import type { Listening } from './situation'
import { Impossible } from '../shared/impossible'

/** What is asked of several looks at once: the set as it is kept, and what readings taught, by look. */
export type LooksQuestion = { set: StudioSet; learned: Readonly<Record<string, Learned>> }

/**
 * A look of a set as it stands, worked out and evaluated; undefined where it was called off.
 * @param shown the set as the look shows it (`inLook`)
 * @param camera the setting to evaluate at; the look's own when left out
 */
export const solvedLook = async (
  solve: Solver,
  shown: StudioSet,
  lookId: string,
  learned: Learned,
  { pause, camera }: Pick<Listening, 'pause'> & { camera?: CameraSetting } = {},
): Promise<Evaluation | undefined> => {
  const look = shown.looks.find(({ id }) => id === lookId)
  if (!look) throw new Impossible('look-gone')
  const solved = await solve(shown, { pause })
  return solved && evaluate(shown, look, calibratedLighting(shown, solved.layers, learned), camera)
}
