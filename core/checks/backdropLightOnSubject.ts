import { edgeId, noseId, SIDES } from '../evaluation/probes/sensePoints'
import { about, litOf, problem, stopsOf, type Check } from './finding'
import { STRIKES_STOPS } from './thresholds'

/** Backdrop lights that reach the subject straight. */
export const backdropLightOnSubject: Check = context => {
  const { set } = context
  const places = SIDES.flatMap(({ side }) => [context.at(edgeId(side)), context.at(noseId(side))])
  return litOf(context, 'backdrop').flatMap(light => {
    // What shines through a lit panel is meant to reach the subject.
    if (light.place.yM < 0) return []
    const most = Math.max(...places.map(readout => stopsOf(context, readout.parts, [light], 'direct')))
    if (most < STRIKES_STOPS) return []
    const flag = { kind: 'flag', id: light.id, off: 'subject' } as const
    const fact = { is: 'strikes-subject', light: light.name, stops: most } as const
    return [about([light.id], problem(set, `strikes/${light.id}`, fact, { change: flag }))]
  })
}
