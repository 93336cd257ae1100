import { noseId, SIDES } from '../evaluation/probes/sensePoints'
import type { Fix } from '../changes/fix'
import type { Light, Place, StudioSet } from '../model/schema'
import { about, litOf, problem, stopsOf, type Check } from './finding'
import { NOSE_STOPS, BEHIND_DEG, EDGE_ON_NOSE_FORWARD_M } from './thresholds'

/** The place of a light swung round the subject until it is well behind. */
const swungBehind = (set: StudioSet, light: Light): Place => {
  const { xM, yM } = set.subjects[0]!.place
  const reach = Math.hypot(light.place.xM - xM, light.place.yM - yM)
  const side = light.place.xM >= xM ? 1 : -1
  const round = ((180 - (90 - BEHIND_DEG)) * Math.PI) / 180
  return {
    xM: xM + side * reach * Math.sin(round),
    yM: yM + reach * Math.cos(round),
    zM: light.place.zM,
  }
}

/** A lit panel near enough to reach round to the nose: the subject stands too close to it. */
const panelOnNose: Check = context => {
  const { set } = context
  if (set.backdrop.kind !== 'lit-panel') return []
  const lights = litOf(context, 'backdrop')
  const most = Math.max(...SIDES.map(({ side }) => stopsOf(context, context.at(noseId(side)).parts, lights, 'direct')))
  if (lights.length === 0 || most < NOSE_STOPS) return []
  const fix: Fix = { change: { kind: 'group-depth', byM: EDGE_ON_NOSE_FORWARD_M } }
  return [problem(set, 'nose/panel', { is: 'panel-on-nose', stops: most }, fix)]
}

/** Light from behind that reaches round to the nose: of an edge light, or of a lit panel. */
export const edgeOnNose: Check = context => {
  const { set } = context
  return [
    ...panelOnNose(context),
    ...litOf(context, 'edge', 'hair')
      .filter(light => light.place.yM < set.subjects[0]!.place.yM + 0.05)
      .flatMap(light => {
        const most = Math.max(
          ...SIDES.map(({ side }) => stopsOf(context, context.at(noseId(side)).parts, [light], 'direct')),
        )
        if (most < NOSE_STOPS) return []
        const { id, name } = light
        const fix: Fix = {
          purpose: { as: 'further-behind' },
          change: { kind: 'place', id, place: swungBehind(set, light) },
        }
        return [about([id], problem(set, `nose/${id}`, { is: 'edge-on-nose', light: name, stops: most }, fix))]
      }),
  ]
}
