import type { Lighting } from '../calibration/lighting'
import { weightsOf } from '../calibration/weights'
import { exposureFromReading, METER_CONSTANT } from '../physics/photometry/meter'
import { BACKDROP_MIDDLE, KEY_SIDE } from '../model/placeIds'
import type { MeterPoint } from '../evaluation/probes/points'
import { edgeId, rearId, sensePoints, SIDES } from '../evaluation/probes/sensePoints'
import type { CameraSetting, Look, StudioSet } from '../model/schema'
import { grey, luminance, type Rgb } from '../physics/units/rgb'
import { stopsFromRatio } from '../physics/units/stops'
import { dot, type Vector } from '../physics/units/vector'
import type { Evaluation } from '../evaluation/evaluation'
import { CAST_LIMIT_STOPS, FARTHEST_M, KEYING_CELLS } from './thresholds'

/** How a keying screen stands. */
export type KeyingScreen = {
  /** Stops of the screen over the key. */
  levelStops: number
  /** Stops between the lightest and the darkest of its points. */
  spreadStops: number
  /** The screen's own colour on the subject's outline, stops over the camera setting; the worse side. */
  castStops: number
  distanceM: number
  /**
   * From the screen, where its colour on the subject comes down to the limit; undefined where no room is long enough.
   */
  neededM: number | undefined
}

/**
 * View factor from a small patch to a rectangle parallel to it at a distance, opposite the rectangle's middle
 * (Howell, A Catalog of Radiation Heat Transfer Configuration Factors, B-3: a corner, four times).
 */
export const facingFactor = (widthM: number, heightM: number, distanceM: number): number => {
  const [a, b] = [widthM / 2 / distanceM, heightM / 2 / distanceM]
  const [ra, rb] = [Math.hypot(1, a), Math.hypot(1, b)]
  return (4 / (2 * Math.PI)) * ((a / ra) * Math.atan(b / ra) + (b / rb) * Math.atan(a / rb))
}

/** The distance at which a rectangle sends so many stops less than from here; undefined past any hall. */
export const distanceForStops = (
  widthM: number,
  heightM: number,
  fromM: number,
  byStops: number,
): number | undefined => {
  const goal = facingFactor(widthM, heightM, fromM) * 2 ** byStops
  let [near, far] = [0.05, FARTHEST_M]
  if (facingFactor(widthM, heightM, far) > goal) return undefined
  for (let step = 0; step < 50; step++) {
    const middle = (near + far) / 2
    if (facingFactor(widthM, heightM, middle) > goal) near = middle
    else far = middle
  }
  return (near + far) / 2
}

/**
 * View factor from a small patch that looks any way to an evenly lit screen, summed over the screen's cells: cos cos
 * / (pi r^2). The screen
 * lies in the plane y = 0.
 */
export const screenFactor = (
  { widthM, heightM, centreXM }: Pick<StudioSet['backdrop'], 'widthM' | 'heightM' | 'centreXM'>,
  [x, y, z]: Vector,
  facing: Vector,
): number => {
  let sum = 0
  for (let i = 0; i < KEYING_CELLS; i++) {
    for (let j = 0; j < KEYING_CELLS; j++) {
      const way: Vector = [
        centreXM + ((i + 0.5) / KEYING_CELLS - 0.5) * widthM - x,
        -y,
        ((j + 0.5) / KEYING_CELLS) * heightM - z,
      ]
      const squared = dot(way, way)
      sum += (Math.max(0, dot(way, facing)) * Math.abs(way[1])) / (Math.PI * squared * squared)
    }
  }
  return (sum * widthM * heightM) / KEYING_CELLS ** 2
}

/**
 * Where the worst of some receivers' casts comes down to the limit when they move away together; undefined past any
 * hall.
 */
const distanceForCasts = (
  set: StudioSet,
  casts: readonly { point: MeterPoint; stops: number }[],
  limitStops: number,
): number | undefined => {
  const from = set.subjects[0]!.place.yM
  const worstAt = (distanceM: number) =>
    Math.max(
      ...casts.map(
        ({
          point: {
            position: [x, y, z],
            facing,
          },
          stops,
        }) =>
          stops +
          stopsFromRatio(
            screenFactor(set.backdrop, [x, y + distanceM - from, z], facing) /
              Math.max(1e-12, screenFactor(set.backdrop, [x, y, z], facing)),
          ),
      ),
    )
  let [near, far] = [from, FARTHEST_M]
  if (worstAt(far) > limitStops) return undefined
  for (let step = 0; step < 40; step++) {
    const middle = (near + far) / 2
    if (worstAt(middle) > limitStops) near = middle
    else far = middle
  }
  return (near + far) / 2
}

/** Light of all lamps in use at a receiver, by channel. */
const lightAt = (
  set: StudioSet,
  look: Look,
  camera: CameraSetting,
  { layers, learned }: Lighting,
  receiverId: string,
): Rgb => {
  const weights = weightsOf(set, look.lights, camera, learned)
  return layers.reduce<Rgb>((sum, { lightId, shares }) => {
    const [share, weight] = [shares[receiverId], weights[lightId]]
    return share && weight
      ? ([0, 1, 2].map(
          channel => sum[channel]! + share.direct[channel]! * weight.direct + share.bounced[channel]! * weight.bounced,
        ) as unknown as Rgb)
      : sum
  }, grey(0))
}

/** What of a light is colour: all over its weakest channel. */
const colourOf = ([red, green, blue]: Rgb): number => {
  const least = Math.min(red, green, blue)
  return luminance([red - least, green - least, blue - least])
}

/**
 * Level, evenness and colour cast of a screen, and how far from it the subject should be. Evenness is over a grid
 * where one is laid, else along a line at head height.
 */
export const keyingOf = (
  { set, look, camera, lighting, readouts }: Pick<Evaluation, 'set' | 'look' | 'camera' | 'lighting' | 'readouts'>,
  gridStops: readonly number[] = [],
): KeyingScreen => {
  const stopsAt = (id: string) => readouts.find(({ point }) => point.id === id)?.stops ?? Number.NaN
  const line = readouts.filter(({ point }) => point.surface === 'backdrop').map(({ stops }) => stops)
  const screen = gridStops.length > 1 ? gridStops : line
  const reference = exposureFromReading(camera.fNumber, camera.iso, METER_CONSTANT.flat)
  const receivers = sensePoints(set).filter(({ id }) =>
    SIDES.some(({ side }) => id === edgeId(side) || id === rearId(side)),
  )
  const casts = receivers.map(point => ({
    point,
    stops: stopsFromRatio(colourOf(lightAt(set, look, camera, lighting, point.id)) / reference),
  }))
  const castStops = Math.max(...casts.map(({ stops }) => stops))
  const distanceM = set.subjects[0]!.place.yM
  return {
    levelStops: stopsAt(BACKDROP_MIDDLE) - stopsAt(KEY_SIDE),
    spreadStops: Math.max(...screen) - Math.min(...screen),
    castStops,
    distanceM,
    neededM: castStops <= CAST_LIMIT_STOPS ? distanceM : distanceForCasts(set, casts, CAST_LIMIT_STOPS),
  }
}
