import type { Reading } from '../model/schema'
import { ratioFromStops, stopsFromRatio } from '../physics/units/stops'
import { learnedExposure } from './compare'
import type { Learned } from './calibration'
import { EXPLAINED_STOPS } from './thresholds'

/** What may have gone wrong with a reading, and how far from explaining it that is, stops. */
export type Cause = { leftStops: number } & (
  | { kind: 'left-on' | 'did-not-fire'; lightId: string }
  /** A film speed or an aperture misread by whole stops. */
  | { kind: 'misread'; stops: number }
  | { kind: 'turned-away' }
)

const WHOLE_STOPS = [1, 2, 3, -1, -2, -3]

/**
 * What would explain a reading that does not fit: a light left on or one that did not fire, a film speed or an aperture
 * misread by whole stops, a receptor turned away. The likeliest first; causes are common practice, no source.
 */
export const causesOf = (reading: Reading, learned: Learned, offStops: number): Cause[] => {
  const expected = learnedExposure(reading.lights, learned)
  const leftBy = (exposure: number) => offStops - stopsFromRatio(exposure / expected)
  const ids = Object.keys(reading.lights)
  const leftOn = Object.entries(reading.others).map(([lightId, part]): Cause => ({
    kind: 'left-on',
    lightId,
    leftStops: leftBy(expected + learnedExposure({ [lightId]: part }, learned)),
  }))
  const without = (id: string) =>
    Math.max(expected * ratioFromStops(-12), expected - learnedExposure({ [id]: reading.lights[id]! }, learned))
  const dark =
    ids.length < 2
      ? []
      : ids.map((lightId): Cause => ({ kind: 'did-not-fire', lightId, leftStops: leftBy(without(lightId)) }))
  const misread = WHOLE_STOPS.map((stops): Cause => ({ kind: 'misread', stops, leftStops: offStops - stops }))
  const turned: Cause[] =
    offStops < -0.25 ? [{ kind: 'turned-away', leftStops: Math.max(0.2, Math.abs(offStops) - 1.5) }] : []
  // What is named must change something: a lamp that gives nothing here explains nothing.
  return [...leftOn, ...dark, ...misread, ...turned]
    .filter(({ leftStops }) => Math.abs(leftStops) <= EXPLAINED_STOPS && Math.abs(leftStops) < Math.abs(offStops) * 0.6)
    .sort((a, b) => Math.abs(a.leftStops) - Math.abs(b.leftStops))
}
