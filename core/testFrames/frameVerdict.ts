import { responseOf } from '../camera/response'
import type { MeterPoint } from '../evaluation/probes/points'
import type { Look, StudioSet } from '../model/schema'
import { powerChanges, type PowerChange } from '../solve/powerChanges'
import type { LookAnswer } from '../solve/lookPowers'
import { stopsFromValue, valueFromStops } from '../camera/backdropTone'
import { keyWanted, missFrom, reflectanceAt, targetBand } from '../evaluation/target'
import { ON_TARGET_STOPS } from '../evaluation/thresholds'
import type { FrameReading } from './reading/readFrame'
import { LAGS_STOPS } from './thresholds'

/** A point of the backdrop in a frame, against what is wanted of it. */
export type FramePointTone = {
  point: MeterPoint
  value: number
  wanted?: number
  offStops?: number
  isClipped: boolean
  /** Stops past white by the sensor's own numbers, where there are any and the picture is white. */
  pastWhiteStops?: number
}

/** The points of the backdrop that a frame shows; off by so many stops where something is wanted of them. */
export const framePointTones = (
  set: StudioSet,
  look: Look,
  points: readonly MeterPoint[],
  values: Readonly<Record<string, number>>,
  places: FrameReading['places'] = {},
): FramePointTone[] => {
  const response = responseOf(set.camera)
  return points
    .filter(point => point.surface === 'backdrop' && point.reflectance && values[point.id] !== undefined)
    .map(point => {
      const value = values[point.id]!
      const place = places[point.id]
      const isWhite = value >= 254.5
      const past = place?.overWhiteStops
      const tone: FramePointTone = {
        point,
        value,
        isClipped: place?.isClipped ?? isWhite,
        ...(past !== undefined && isWhite ? { pastWhiteStops: Math.max(0, past) } : {}),
      }
      const target = look.targets[point.id]
      if (!target || target.firmness === 'indifferent') return tone
      const band = targetBand(target, point, set.camera, keyWanted(look.targets))
      // Over white a picture says "at least"; its sensor says how much.
      const stops =
        tone.pastWhiteStops === undefined ? stopsFromValue(value, reflectanceAt(point), response) : place!.stops
      return {
        ...tone,
        wanted: valueFromStops(band.stops, reflectanceAt(point), response),
        offStops: missFrom(stops, band),
      }
    })
}

/** Whether a frame's backdrop is where it is wanted, and what to do about it. */
export type FrameVerdict = {
  state: 'on-target' | 'off' | 'no-target'
  tones: readonly FramePointTone[]
  /** Of a frame whose places cannot be told only the backdrop's mean. */
  wholeValue?: number
  /** Powers that mend it; absent while they are worked out, or where the set has changed since. */
  changes?: readonly PowerChange[]
}

/**
 * What a frame's backdrop is against what is wanted of it, and the powers that mend it, from the answer that the plan
 * gives once it has learned from the frame.
 */
export const frameVerdict = (
  set: StudioSet,
  look: Look,
  tones: readonly FramePointTone[],
  answer: Pick<LookAnswer, 'settings' | 'isReached'> | undefined,
  wholeValue?: number,
): FrameVerdict => {
  const asked = tones.filter(({ offStops }) => offStops !== undefined)
  if (asked.length === 0) return { state: 'no-target', tones, wholeValue }
  if (asked.every(({ offStops }) => Math.abs(offStops!) <= ON_TARGET_STOPS)) return { state: 'on-target', tones }
  return { state: 'off', tones, changes: answer && powerChanges(set.lights, look.lights, answer.settings) }
}

const THIRDS = ['left', 'middle', 'right'] as const

/** A third of the backdrop that is darker than the lightest one, by so many stops. */
export type DarkThird = { third: (typeof THIRDS)[number]; stops: number }

/** Which third of the backdrop is darkest; undefined where it lags by less than a tenth. */
export const darkestThird = ({ columns, stops }: NonNullable<FrameReading['unevenness']>): DarkThird | undefined => {
  const thirds = THIRDS.map((name, third) => {
    const own = stops.filter(
      (stop, cell): stop is number => stop !== null && Math.floor(((cell % columns) / columns) * 3) === third,
    )
    return { name, mean: own.length > 0 ? own.reduce((sum, stop) => sum + stop, 0) / own.length : undefined }
  }).filter((third): third is { name: (typeof THIRDS)[number]; mean: number } => third.mean !== undefined)
  if (thirds.length < 2) return undefined
  const sorted = thirds.sort((a, b) => a.mean - b.mean)
  const lag = sorted.at(-1)!.mean - sorted[0]!.mean
  return lag >= LAGS_STOPS ? { third: sorted[0]!.name, stops: lag } : undefined
}
