import { rearId, SIDES } from '../evaluation/probes/sensePoints'
import type { Fix } from '../changes/fix'
import { litOf, problem, stopsOf, type Check } from './finding'

/**
 * Light from the backdrop on hair and shoulders: a stop or two under the key looks natural, this much glows; common
 * practice, no source.
 */
const GLOW_STOPS = -0.4
/** A lit panel is meant to rim the subject from every side; past this it is too much. */
const PANEL_GLOW_STOPS = 0.5
const FORWARD_M = 0.6

/** Hair and shoulders that glow in the backdrop's light. */
export const wrap: Check = context => {
  const { set } = context
  if (set.brief.look === 'silhouette') return []
  const lights = litOf(context, 'backdrop')
  const most = Math.max(...SIDES.map(({ side }) => stopsOf(context, context.at(rearId(side)).parts, lights, 'all')))
  if (lights.length === 0 || most < (set.backdrop.kind === 'lit-panel' ? PANEL_GLOW_STOPS : GLOW_STOPS)) return []
  const fix: Fix = { change: { kind: 'group-depth', byM: FORWARD_M } }
  return [problem(set, 'wrap', { is: 'wrap', stops: most }, fix)]
}
