import type { CheckContext } from '#core/checks/finding'
import { findingsOf } from '#core/checks/findings'
import { applyChange } from '#core/changes/apply'
import { frameIntrusions } from '#core/render/frameIntrusions'
import type { StudioSet } from '#core/model/schema'
import { solveLook } from '#core/solve/lookPowers'
import { findingWords } from '#wording/findings'
import { fixWords } from '#wording/fixes'
import { formatDistance } from '#wording/notation/distance'
import { saidVerdict } from '#wording/verdict'
import { solvedSet } from './solvedSet'

/** A set solved, with its verdict and all that speaks up beside it. */
export const checkedSet = async (set: StudioSet) => {
  const solved = await solvedSet(set)
  const { evaluation } = solved
  const answer = solveLook(evaluation)
  const metres = (lengthM: number) => formatDistance(lengthM, 'metric')
  const context: CheckContext = { ...evaluation, answer, intrusions: frameIntrusions(set, solved.solved.stage) }
  const findings = findingsOf(context).map(found => ({
    ...found,
    words: findingWords(set, found, metres),
    mends: found.fixes.map(fix => ({
      words: fixWords(set, fix, metres),
      apply: (before: StudioSet) => applyChange(before, fix.change),
    })),
  }))
  return {
    ...solved,
    context,
    set,
    answer,
    verdict: saidVerdict(evaluation, answer),
    findings,
    finding: (id: string) => findings.find(found => found.id.startsWith(id)),
  }
}
