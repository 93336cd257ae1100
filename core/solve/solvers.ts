import { lightingSolver, withoutLampBodies } from '../evaluation/lightingSolver'
import { probesOf } from '../evaluation/probes/probes'
import { DRAFT_QUALITY, QUALITY } from '../physics/transport/stage'
import type { Solver } from './moves/trial'

/** Works out light with every ray, at the places where looks are judged and nowhere else. */
export const exactSolver = (): Solver => lightingSolver(QUALITY, set => probesOf(set, 'judged'))

/** The same with few rays; what lamp bodies hide is left for `exactSolver`. */
export const draftSolver = (): Solver => {
  const bare = lightingSolver(DRAFT_QUALITY, set => probesOf(set, 'judged'))
  return (set, options) => bare(withoutLampBodies(set), options)
}
