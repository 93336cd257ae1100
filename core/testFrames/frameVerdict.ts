import { responseOf } from '../camera/response'
import type { MeterPoint } from '../evaluation/probes/points'
import type { Look, StudioSet } from '../model/schema'
import { changesBetween, changesWords } from '../solve/powerChanges'
import type { LookAnswer } from '../solve/lookPowers'
import { stopsFromValue, valueFromStops } from '../camera/backdropTone'
import { keyWanted, missFrom, ON_TARGET_STOPS, reflectanceAt, targetBand } from '../evaluation/target'
import { formatSpan } from '../physics/units/span'
import type { FrameReading } from './reading/readFrame'

/** A point of the backdrop in a frame, against what is wanted of it. */
export type FramePointTone = {
  point: MeterPoint
  value: number
  wanted?: number
  offStops?: number
  isClipped: boolean
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
      const isClipped = places[point.id]?.isClipped ?? value >= 254.5
      const target = look.targets[point.id]
      if (!target || target.firmness === 'indifferent') return { point, value, isClipped }
      const band = targetBand(target, point, set.camera, keyWanted(look.targets))
      return {
        point,
        value,
        isClipped,
        wanted: valueFromStops(band.stops, reflectanceAt(point), response),
        offStops: missFrom(stopsFromValue(value, reflectanceAt(point), response), band),
      }
    })
}

/** Whether a frame's backdrop is where it is wanted, and what to do about it. */
export type FrameVerdict = { state: 'on-target' | 'off' | 'no-target'; headline: string }

/**
 * Says what a frame's backdrop is, what it wants, and the powers that mend it, from the answer that the plan gives
 * once it has learned from the frame; of a frame with other framing only its mean.
 */
export const frameVerdict = (
  set: StudioSet,
  look: Look,
  tones: readonly FramePointTone[],
  answer: Pick<LookAnswer, 'settings' | 'isReached'> | undefined,
  wholeValue?: number,
): FrameVerdict => {
  const asked = tones.filter(({ offStops }) => offStops !== undefined)
  const found = `Backdrop ${formatSpan((asked.length > 0 ? asked : tones).map(({ value }) => value))}`
  if (tones.length === 0) {
    const whole =
      wholeValue === undefined ? 'No backdrop was found in this frame.' : `Backdrop ${Math.round(wholeValue)} all over.`
    return { state: 'no-target', headline: `${whole} None of the places that are judged can be told in it.` }
  }
  if (asked.length === 0) return { state: 'no-target', headline: `${found}. Nothing is wanted of the backdrop yet.` }
  if (asked.every(({ offStops }) => Math.abs(offStops!) <= ON_TARGET_STOPS))
    return { state: 'on-target', headline: `On target: ${found.toLowerCase()}.` }
  const wants = `${found}${asked.some(({ isClipped }) => isClipped) ? ', clipped' : ''}, wants ${formatSpan(asked.map(({ wanted }) => wanted!))}`
  // Without an answer (it is being worked out, or the set has changed since) only what was measured is said.
  if (!answer) return { state: 'off', headline: `${wants}.` }
  const changes = changesBetween(set.lights, look.lights, answer.settings)
  return {
    state: 'off',
    headline:
      changes.length > 0
        ? `${wants}: ${changesWords(changes, set.lights)}.`
        : `${wants}. Power alone does not mend it.`,
  }
}

const THIRDS = ['left', 'middle', 'right'] as const
const LAGS_STOPS = 0.1

/** Which third of the backdrop lags behind the lightest, in words; undefined where none does by a tenth. */
export const laggingThird = ({ columns, stops }: NonNullable<FrameReading['unevenness']>): string | undefined => {
  const thirds = THIRDS.map((name, third) => {
    const own = stops.filter(
      (stop, cell): stop is number => stop !== null && Math.floor(((cell % columns) / columns) * 3) === third,
    )
    return { name, mean: own.length > 0 ? own.reduce((sum, stop) => sum + stop, 0) / own.length : undefined }
  }).filter((third): third is { name: (typeof THIRDS)[number]; mean: number } => third.mean !== undefined)
  if (thirds.length < 2) return undefined
  const sorted = thirds.sort((a, b) => a.mean - b.mean)
  const lag = sorted.at(-1)!.mean - sorted[0]!.mean
  return lag >= LAGS_STOPS ? `The ${sorted[0]!.name} third lags by ${lag.toFixed(1)} stop` : undefined
}
