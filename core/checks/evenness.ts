import { coverageOf } from '../camera/coverage'
import type { Arrangement } from '../changes/change'
import type { Fix } from '../changes/fix'
import { FOOT_OF_DROP } from '../evaluation/probes/sensePoints'
import { BACKDROP_MIDDLE } from '../model/placeIds'
import { bandPoints } from '../evaluation/probes/points'
import { BAND_COUNT } from '../evaluation/thresholds'
import type { Light } from '../model/schema'
import { about, litOf, problem, readoutAt, type Check, type CheckContext, type HotSideCause } from './finding'
import { SIDES_STOPS, FOOT_STOPS, EDGE_STOPS, NEARER_M, OTHER_POWER_STOPS } from './thresholds'

/** Only a backdrop that shall be one tone can be uneven. */
const shallBeEven = ({ look }: CheckContext): boolean => {
  const wanted = ['backdrop/left', BACKDROP_MIDDLE, 'backdrop/right'].map(id => look.targets[id])
  return wanted.every(target => target && JSON.stringify(target) === JSON.stringify(wanted[0]))
}

/** One side hotter than the other, named by what makes it so. */
export const hotSide: Check = context => {
  const { set, look } = context
  const [left, right] = [readoutAt(context, 'backdrop/left'), readoutAt(context, 'backdrop/right')]
  if (!left || !right || !shallBeEven(context) || Math.abs(left.stops - right.stops) < SIDES_STOPS) return []
  const lights = litOf(context, 'backdrop')
  // A key's own falloff across the backdrop is a matter of where the key stands; other checks speak of that.
  if (lights.length === 0) return []
  const onLeft = lights.filter(light => light.place.xM < set.backdrop.centreXM)
  const onRight = lights.filter(light => light.place.xM > set.backdrop.centreXM)
  const [a, b] = [onLeft[0], onRight[0]]
  const stops = left.stops - right.stops
  const hot = { is: 'hot-side', side: stops > 0 ? 'left' : 'right', stops } as const
  if (onLeft.length !== 1 || onRight.length !== 1 || !a || !b) return [problem(set, 'hot-side', { ...hot, why: null })]
  const fix: Fix = { change: { kind: 'mirror', fromId: a.id, toId: b.id, lookId: look.id } }
  return [about([a.id, b.id], problem(set, 'hot-side', { ...hot, why: causeOf(context, a, b) }, fix))]
}

/** What differs between the lights of the two sides. */
const causeOf = ({ look }: CheckContext, a: Light, b: Light): HotSideCause | null => {
  const byM = Math.abs(a.place.yM - b.place.yM)
  const [near, far] = a.place.yM < b.place.yM ? [a, b] : [b, a]
  if (byM > NEARER_M) return { is: 'nearer', near: near.name, far: far.name, byM }
  const apart = Math.abs(look.lights[a.id]!.powerStops - look.lights[b.id]!.powerStops)
  return apart > OTHER_POWER_STOPS ? { is: 'powers', lights: [a.name, b.name] } : null
}

/** A foot of the drop that is in the frame and darker than its middle. */
export const darkFoot: Check = context => {
  const foot = context.at(FOOT_OF_DROP)
  const middle = readoutAt(context, BACKDROP_MIDDLE)
  const { bottomM } = coverageOf(context.set)
  if (!middle || !shallBeEven(context) || bottomM > foot.point.position[2] || middle.stops - foot.stops < FOOT_STOPS)
    return []
  const fact = { is: 'dark-foot', stops: middle.stops - foot.stops } as const
  return [problem(context.set, 'dark-foot', fact, arranged(aimedLights(context), 'lower'))]
}

/** Backdrop lights that are aimed at a place. */
const aimedLights = (context: CheckContext): Light[] =>
  litOf(context, 'backdrop').filter(light => light.aim.at === 'place')

const arranged = (lights: readonly Light[], how: Arrangement, least = 1): Fix | undefined =>
  lights.length < least ? undefined : { change: { kind: 'arrange', ids: lights.map(({ id }) => id), how } }

/** Grey edges about a white middle, as far as the frame sees them. */
export const greyEdges: Check = context => {
  const { set } = context
  if (!shallBeEven(context)) return []
  const { leftM, rightM } = coverageOf(set)
  const seen = bandPoints(set, BAND_COUNT).filter(point => point.position[0] > leftM && point.position[0] < rightM)
  if (seen.length < 3) return []
  const stops = seen.map(point => context.read(point).stops)
  const ends = Math.max(stops[0]!, stops.at(-1)!)
  const fall = Math.max(...stops) - ends
  if (fall < EDGE_STOPS) return []
  const lights = aimedLights(context)
  const fact = { is: 'grey-edges', stops: fall, isCrossable: lights.length > 1 } as const
  return [problem(set, 'grey-edges', fact, arranged(lights, 'crossed-wide', 2))]
}
