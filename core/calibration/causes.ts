import type { Reading } from '../model/schema'
import { formatStops } from '../physics/units/fractions'
import { ratioFromStops, stopsFromRatio } from '../physics/units/stops'
import { learnedExposure } from './compare'
import type { Learned } from './calibration'

/** What may have gone wrong with a reading, and how far from explaining it that is. */
export type Cause = { words: string; leftStops: number }

/** A cause has to bring a reading this near to what was expected. */
const EXPLAINED_STOPS = 0.3
const WHOLE_STOPS = [1, 2, 3, -1, -2, -3]

/**
 * What would explain a reading that does not fit: a light left on or one that did not fire, a film speed or an aperture
 * misread by whole stops, a receptor turned away. The likeliest first; causes are common practice, no source.
 */
export const causesOf = (
  reading: Reading,
  learned: Learned,
  offStops: number,
  nameOf: (lightId: string) => string,
): Cause[] => {
  const expected = learnedExposure(reading.lights, learned)
  const leftBy = (exposure: number) => offStops - stopsFromRatio(exposure / expected)
  const ids = Object.keys(reading.lights)
  const leftOn = Object.entries(reading.others).map(([id, part]) => ({
    words: `${nameOf(id)} was still on`,
    leftStops: leftBy(expected + learnedExposure({ [id]: part }, learned)),
  }))
  const dark =
    ids.length < 2
      ? []
      : ids.map(id => ({
          words: `${nameOf(id)} did not fire`,
          leftStops: leftBy(
            Math.max(
              expected * ratioFromStops(-12),
              expected - learnedExposure({ [id]: reading.lights[id]! }, learned),
            ),
          ),
        }))
  const misread = WHOLE_STOPS.map(stops => ({
    words: `the meter was ${Math.abs(stops) === 1 ? 'one stop' : `${Math.abs(stops)} stops`} of ISO too ${stops > 0 ? 'high' : 'low'}, or the figure was misread`,
    leftStops: offStops - stops,
  }))
  const turned =
    offStops < -0.25
      ? [{ words: 'the receptor was turned away or shaded', leftStops: Math.max(0.2, Math.abs(offStops) - 1.5) }]
      : []
  // What is named must change something: a lamp that gives nothing here explains nothing.
  return [...leftOn, ...dark, ...misread, ...turned]
    .filter(({ leftStops }) => Math.abs(leftStops) <= EXPLAINED_STOPS && Math.abs(leftStops) < Math.abs(offStops) * 0.6)
    .sort((a, b) => Math.abs(a.leftStops) - Math.abs(b.leftStops))
}

/** Likely causes as a sentence's end: `C was still on (0.1 stop off then); or ...`. */
export const causeWords = (causes: readonly Cause[]): string =>
  causes.length === 0
    ? 'Nothing usual explains it: check lamp, power, meter and place.'
    : `Most likely ${causes
        .slice(0, 2)
        .map(({ words, leftStops }) =>
          Math.abs(leftStops) < 0.1 ? words : `${words} (leaves ${formatStops(leftStops)})`,
        )
        .join('; or ')}.`
