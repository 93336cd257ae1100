import { coverageOf } from '../camera/coverage'
import { mirrorOf } from '../edits/factories'
import { FOOT_OF_DROP } from '../evaluation/probes/sensePoints'
import { BACKDROP_MIDDLE } from '../model/placeIds'
import { bandPoints } from '../evaluation/probes/points'
import { changeSettings } from '../edits/edits'
import { placeThing } from '../edits/things'
import type { Light, StudioSet } from '../model/schema'
import { litOf, readoutAt, stopWords, type Check, type CheckContext } from './finding'

/** One side over the other by this much is seen on an even backdrop; common practice, no source. */
const SIDES_STOPS = 0.25
const FOOT_STOPS = 0.6
const EDGE_STOPS = 0.35
const BAND = 24

/** Only a backdrop that shall be one tone can be uneven. */
const shallBeEven = ({ look }: CheckContext): boolean => {
  const wanted = ['backdrop/left', BACKDROP_MIDDLE, 'backdrop/right'].map(id => look.targets[id])
  return wanted.every(target => target && JSON.stringify(target) === JSON.stringify(wanted[0]))
}

/** The right light made the mirror image of the left one, power and all, or the other way round. */
const mirrored = (set: StudioSet, lookId: string, from: Light, to: Light): StudioSet => {
  const placed = {
    ...set,
    lights: set.lights.map(light => (light.id === to.id ? { ...light, ...mirrorOf(set, from) } : light)),
  }
  return changeSettings(placed, lookId, { [to.id]: set.looks.find(({ id }) => id === lookId)!.lights[from.id]! })
}

/** One side hotter than the other, named by what makes it so. */
export const hotSide: Check = (context, inLength) => {
  const { set, look } = context
  const [left, right] = [readoutAt(context, 'backdrop/left'), readoutAt(context, 'backdrop/right')]
  if (!left || !right || !shallBeEven(context) || Math.abs(left.stops - right.stops) < SIDES_STOPS) return []
  const lights = litOf(context, 'backdrop')
  // A key's own falloff across the backdrop is a matter of where the key stands; other checks speak of that.
  if (lights.length === 0) return []
  const onLeft = lights.filter(light => light.place.xM < set.backdrop.centreXM)
  const onRight = lights.filter(light => light.place.xM > set.backdrop.centreXM)
  const [a, b] = [onLeft[0], onRight[0]]
  const hot = left.stops > right.stops ? 'left' : 'right'
  const words = `The ${hot} side is ${stopWords(left.stops - right.stops)} hotter`
  if (onLeft.length !== 1 || onRight.length !== 1 || !a || !b)
    return [{ id: 'hot-side', kind: 'problem', words: `${words}.`, mends: [] }]
  const nearer =
    Math.abs(a.place.yM - b.place.yM) > 0.1
      ? `: ${a.place.yM < b.place.yM ? a.name : b.name} stands ${inLength(Math.abs(a.place.yM - b.place.yM))} nearer the backdrop than ${a.place.yM < b.place.yM ? b.name : a.name}`
      : Math.abs(look.lights[a.id]!.powerStops - look.lights[b.id]!.powerStops) > 0.05
        ? `: ${a.name} and ${b.name} have different powers`
        : ''
  return [
    {
      id: 'hot-side',
      kind: 'problem',
      words: `${words}${nearer}.`,
      mends: [
        { words: `Make ${b.name} the mirror image of ${a.name}`, apply: before => mirrored(before, look.id, a, b) },
      ],
    },
  ]
}

/** Where lights that reach the foot look and stand at most; common practice, no source. */
const AIM_LOW_M = 0.7
const STAND_LOW_M = 1.5

/** Backdrop lights lowered, and aimed lower. */
const loweredAims = (set: StudioSet, lights: readonly Light[]): StudioSet =>
  lights.reduce((lower, light) => {
    const { aim } = light
    if (aim.at !== 'place') return lower
    const zM = Math.min(aim.place.zM, AIM_LOW_M)
    const aimed = {
      ...lower,
      lights: lower.lights.map(other =>
        other.id === light.id ? { ...other, aim: { ...aim, place: { ...aim.place, zM } } } : other,
      ),
    }
    return placeThing(aimed, light.id, { ...light.place, zM: Math.min(light.place.zM, STAND_LOW_M) })
  }, set)

/** A foot of the drop that is in the frame and darker than its middle. */
export const darkFoot: Check = context => {
  const foot = context.at(FOOT_OF_DROP)
  const middle = readoutAt(context, BACKDROP_MIDDLE)
  const { bottomM } = coverageOf(context.set)
  if (!middle || !shallBeEven(context) || bottomM > foot.point.position[2] || middle.stops - foot.stops < FOOT_STOPS)
    return []
  const lights = litOf(context, 'backdrop').filter(light => light.aim.at === 'place')
  return [
    {
      id: 'dark-foot',
      kind: 'problem',
      words: `The foot of the backdrop is ${stopWords(middle.stops - foot.stops)} darker than its middle, and the frame shows it.`,
      mends:
        lights.length > 0
          ? [
              {
                words: 'Lower the backdrop lights and their aim',
                apply: before =>
                  loweredAims(
                    before,
                    before.lights.filter(({ id }) => lights.some(light => light.id === id)),
                  ),
              },
            ]
          : [],
    },
  ]
}

/** Each backdrop light aimed across, further toward the far edge, and drawn back. */
const spread = (set: StudioSet, lights: readonly Light[]): StudioSet =>
  lights.reduce((wider, light) => {
    const { aim } = light
    if (aim.at !== 'place') return wider
    const side = light.place.xM < set.backdrop.centreXM ? -1 : 1
    const xM = set.backdrop.centreXM - side * 0.36 * set.backdrop.widthM
    const aimed = {
      ...wider,
      lights: wider.lights.map(other =>
        other.id === light.id ? { ...other, aim: { ...aim, place: { ...aim.place, xM } } } : other,
      ),
    }
    return placeThing(aimed, light.id, {
      ...light.place,
      xM: set.backdrop.centreXM + side * (set.backdrop.widthM / 2 + 0.9),
      yM: Math.min(light.place.yM + 0.5, Math.max(light.place.yM, set.subjects[0]!.place.yM - 0.6)),
    })
  }, set)

/** Grey edges about a white middle, as far as the frame sees them. */
export const greyEdges: Check = context => {
  const { set } = context
  if (!shallBeEven(context)) return []
  const { leftM, rightM } = coverageOf(set)
  const seen = bandPoints(set, BAND).filter(point => point.position[0] > leftM && point.position[0] < rightM)
  if (seen.length < 3) return []
  const stops = seen.map(point => context.read(point).stops)
  const ends = Math.max(stops[0]!, stops.at(-1)!)
  const fall = Math.max(...stops) - ends
  const lights = litOf(context, 'backdrop').filter(light => light.aim.at === 'place')
  if (fall < EDGE_STOPS) return []
  return [
    {
      id: 'grey-edges',
      kind: 'problem',
      words: `The edges of the frame are ${stopWords(fall)} darker than the middle: ${lights.length > 1 ? 'the backdrop lights all point at its middle' : 'one light cannot spread so far'}.`,
      mends:
        lights.length > 1
          ? [
              {
                words: 'Cross the backdrop lights over to the far edges',
                apply: before =>
                  spread(
                    before,
                    before.lights.filter(({ id }) => lights.some(light => light.id === id)),
                  ),
              },
            ]
          : [],
    },
  ]
}
