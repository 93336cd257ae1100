import { rearId, SIDES } from '../evaluation/probes/sensePoints'
import type { Fix } from '../changes/fix'
import { litOf, problem, stopsOf, type Check } from './finding'
import { GLOW_STOPS, PANEL_GLOW_STOPS, WRAP_FORWARD_M } from './thresholds'

/** Hair and shoulders that glow in the backdrop's light. */
export const wrap: Check = context => {
  const { set } = context
  if (set.brief.look === 'silhouette') return []
  const lights = litOf(context, 'backdrop')
  const most = Math.max(...SIDES.map(({ side }) => stopsOf(context, context.at(rearId(side)).parts, lights, 'all')))
  if (lights.length === 0 || most < (set.backdrop.kind === 'lit-panel' ? PANEL_GLOW_STOPS : GLOW_STOPS)) return []
  const fix: Fix = { change: { kind: 'group-depth', byM: WRAP_FORWARD_M } }
  return [problem(set, 'wrap', { is: 'wrap', stops: most }, fix)]
}
