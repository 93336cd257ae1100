import { noseId, SIDES } from '../set/sensePoints'
import { placeThing } from '../set/things'
import type { Light, StudioSet } from '../set/schema'
import { litOf, senseAt, stopsOf, stopWords, type Check } from './finding'

/** An edge light on the nose this bright against the camera setting shows; common practice, no source. */
const NOSE_STOPS = -2
const BEHIND_DEG = 62

/** Swings a light round the sitter until it is well behind. */
const swingBehind = (set: StudioSet, light: Light): StudioSet => {
  const { xM, yM } = set.subjects[0]!.place
  const reach = Math.hypot(light.place.xM - xM, light.place.yM - yM)
  const side = light.place.xM >= xM ? 1 : -1
  const round = (180 - (90 - BEHIND_DEG)) * Math.PI / 180
  return placeThing(set, light.id, { xM: xM + side * reach * Math.sin(round), yM: yM + reach * Math.cos(round), zM: light.place.zM })
}

/** Light from behind that reaches round to the nose. */
export const edgeOnNose: Check = (context) => {
  const { set } = context
  return litOf(context, 'edge', 'hair').filter(light => light.place.yM < set.subjects[0]!.place.yM + 0.05).flatMap((light) => {
    const most = Math.max(...SIDES.map(({ side }) => stopsOf(context, senseAt(context, noseId(side)).parts, [light], 'direct')))
    if (most < NOSE_STOPS) return []
    const swung = swingBehind(set, light)
    return [{
      id: `nose/${light.id}`,
      kind: 'problem' as const,
      words: `Edge light ${light.name} reaches the nose, ${stopWords(most)} ${most < 0 ? 'under' : 'over'} the camera setting.`,
      mends: swung !== set ? [{ words: `Swing ${light.name} further behind`, apply: (before: StudioSet) => swingBehind(before, before.lights.find(({ id }) => id === light.id) ?? light) }] : [],
    }]
  })
}
