import { headHeightM } from '../model/headHeight'
import type { Check, Finding } from './finding'

const OVER_PERSON_M = 0.7
/**
 * A usual circuit carries a little more than this; continuous loads are kept well under the breaker. Common practice,
 * no source.
 */
const CIRCUIT_W = 1500
const HEAVY_HEIGHT_M = 2.6

const caution = (id: string, words: string): Finding => ({ id: `caution/${id}`, kind: 'caution', words, mends: [] })

/** Placements that can hurt somebody. Nothing here certifies anything: local codes and licensed people do. */
export const cautions: Check = ({ set, look }, inLength) => {
  const over = set.lights.filter(light =>
    set.subjects.some(
      subject =>
        light.place.zM > headHeightM(subject) + 0.1 &&
        Math.hypot(light.place.xM - subject.place.xM, light.place.yM - subject.place.yM) < OVER_PERSON_M,
    ),
  )
  const overhead = set.panels.filter(panel => panel.place.zM > 1.9 && Math.abs(panel.tiltDeg) > 45)
  const watts = set.lights
    .filter(light => look.lights[light.id]?.on && light.lamp.kind === 'continuous')
    .reduce((sum, light) => sum + (light.lamp.watts ?? 0), 0)
  const high = set.lights.filter(light => light.place.zM > HEAVY_HEIGHT_M)
  const names = (things: readonly { name: string }[]) => things.map(thing => thing.name).join(', ')
  return [
    ...(over.length > 0
      ? [
          caution(
            'boom',
            `${names(over)} hang${over.length === 1 ? 's' : ''} over a sitter: sandbag the stand, tether the lamp, and let nobody stand under a boom that is not.`,
          ),
        ]
      : []),
    ...(overhead.length > 0
      ? [
          caution(
            'overhead',
            `${names(overhead)} hang${overhead.length === 1 ? 's' : ''} overhead: rated gear and a licensed rigger, as local codes ask.`,
          ),
        ]
      : []),
    ...(high.length > 0 && over.length === 0
      ? [
          caution(
            'height',
            `${names(high)} ${high.length === 1 ? 'stands' : 'stand'} above ${inLength(HEAVY_HEIGHT_M)}: bag the stands; ladders and rigging are for trained people.`,
          ),
        ]
      : []),
    ...(watts > CIRCUIT_W
      ? [
          caution(
            'load',
            `The lamps that burn draw ${watts} W. Spread them over circuits, well under each breaker's rating; a licensed electrician decides.`,
          ),
        ]
      : []),
    ...(set.room.floorGloss ? [caution('gloss', 'A gloss floor is slippery: dry shoes, cables taped.')] : []),
  ]
}
