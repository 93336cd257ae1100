import { findingsOf } from '#core/checks/findings'
import type { Finding } from '#core/checks/finding'
import { sightingsOf } from '#core/render/frameIntrusions'
import type { StudioSet } from '#core/model/schema'
import { solveLook } from '#core/solve/lookPowers'
import { verdictOf } from '#core/solve/verdict'
import { formatDistance } from '#core/physics/units/distance'
import { solvedSet } from './solvedSet'

/** A set solved, with its verdict and all that speaks up beside it. */
export const checkedSet = async (set: StudioSet) => {
  const solved = await solvedSet(set)
  const { evaluation } = solved
  const answer = solveLook(evaluation)
  const findings = findingsOf({ ...evaluation, answer, sightings: sightingsOf(set, solved.solved.stage) }, metres =>
    formatDistance(metres, 'metric'),
  )
  return {
    ...solved,
    set,
    answer,
    verdict: verdictOf(evaluation, answer),
    findings,
    finding: (id: string): Finding | undefined => findings.find(found => found.id.startsWith(id)),
  }
}
