import type { Learned } from '#core/metering/learning'
import type { StudioSet } from '#core/set/schema'
import { grey, multiplyRgb, type Rgb } from '#core/units/rgb'
import { evenDraw } from './chance'

/** How far the true studio strays from the plan; the lamps as the issue of every hired kit, paper and walls as paint and rolls differ. */
const LAMP_STOPS = 1 / 3
const PAPER_SHARE = 0.02
const WALL_SHARE = 0.12
const HIGHEST_REFLECTANCE = 0.95

const strayed = (reflectance: Rgb, share: number): Rgb => {
  const [red, green, blue] = multiplyRgb(reflectance, grey(1 + share))
  return [Math.min(HIGHEST_REFLECTANCE, red), Math.min(HIGHEST_REFLECTANCE, green), Math.min(HIGHEST_REFLECTANCE, blue)]
}

/** The studio as it really is: the set with paper and walls a little different. */
export const trueStudio = (set: StudioSet, seed: number): StudioSet => ({
  ...set,
  backdrop: { ...set.backdrop, reflectance: strayed(set.backdrop.reflectance, PAPER_SHARE * evenDraw(seed, 'paper')) },
  room: {
    ...set.room,
    reflectances: Object.fromEntries(Object.entries(set.room.reflectances).map(([wall, reflectance]) =>
      [wall, strayed(reflectance, WALL_SHARE * evenDraw(seed, wall))])) as StudioSet['room']['reflectances'],
  },
})

/** What each lamp really gives against its rating, in the form in which readings are learned. */
export const trueOutputs = (set: StudioSet, seed: number): Learned => ({
  lightStops: Object.fromEntries(set.lights.map(light => [light.id, LAMP_STOPS * evenDraw(seed, `lamp ${light.id}`)])),
  bounceStops: 0,
})
