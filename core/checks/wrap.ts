import { rearId, SIDES } from '../evaluation/probes/sensePoints'
import { moveParty } from '../edits/subjectGroup'
import type { StudioSet } from '../model/schema'
import { litOf, stopsOf, stopWords, type Check } from './finding'

/**
 * Light from the backdrop on hair and shoulders: a stop or two under the key looks natural, this much glows; common
 * practice, no source.
 */
const GLOW_STOPS = -0.4
/** A lit panel is meant to rim the sitter from every side; past this it is too much. */
const PANEL_GLOW_STOPS = 0.5
const FORWARD_M = 0.6

/** Hair and shoulders that glow in the backdrop's light. */
export const wrap: Check = (context, inLength) => {
  const { set } = context
  if (set.brief.look === 'silhouette') return []
  const lights = litOf(context, 'backdrop')
  const most = Math.max(...SIDES.map(({ side }) => stopsOf(context, context.at(rearId(side)).parts, lights, 'all')))
  if (lights.length === 0 || most < (set.backdrop.kind === 'lit-panel' ? PANEL_GLOW_STOPS : GLOW_STOPS)) return []
  const moved = moveParty(set, FORWARD_M)
  return [
    {
      id: 'wrap',
      kind: 'problem',
      words: `Hair and shoulders glow: the backdrop's light wraps round the sitter at ${Math.abs(most) < 0.05 ? '' : `${stopWords(most)} ${most < 0 ? 'under' : 'over'} `}the camera setting; one or two stops under looks natural.`,
      mends:
        moved.subjects[0]!.place.yM - set.subjects[0]!.place.yM > FORWARD_M - 0.01 &&
        moved.camera.place.yM - set.camera.place.yM > FORWARD_M / 2
          ? [
              {
                words: `Move sitter, key and camera ${inLength(FORWARD_M)} forward`,
                apply: (before: StudioSet) => moveParty(before, FORWARD_M),
              },
            ]
          : [],
    },
  ]
}
