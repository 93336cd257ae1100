import { responseOf } from '../camera/response'
import type { MeterPoint } from '../evaluation/probes/points'
import type { AreaTarget, StudioSet, Target } from '../model/schema'
import { luminance } from '../physics/units/rgb'
import { valueFromStops } from '../camera/backdropTone'
import { targetBand } from '../evaluation/target'
import { NEAR_STOPS } from './thresholds'

/** Ways of working that say where a white backdrop shall be; all are common practice, no source. */
export type ConventionId =
  'level' | 'two-thirds' | 'one' | 'one-and-more' | 'one-and-a-half' | 'clip' | 'detail' | 'keying'

/** A convention as what it wants of the backdrop. */
export type Convention = { id: ConventionId; target: Target; areas?: readonly AreaTarget[] }

/** All conventions, from the least light to the most. */
export const CONVENTIONS: readonly Convention[] = [
  { id: 'level', target: { kind: 'stops', stops: 0 } },
  { id: 'two-thirds', target: { kind: 'stops', stops: 2 / 3 } },
  { id: 'one', target: { kind: 'stops', stops: 1 } },
  { id: 'one-and-more', target: { kind: 'stops', stops: 1.25 } },
  { id: 'one-and-a-half', target: { kind: 'stops', stops: 1.5 } },
  { id: 'clip', target: { kind: 'clip', atMostStops: 1 / 3 } },
  { id: 'detail', target: { kind: 'detail' } },
  { id: 'keying', target: { kind: 'ratio', stops: -0.5 }, areas: [{ kind: 'even', withinStops: 0.2 }] },
]

/**
 * What a target amounts to on this camera and backdrop: its place against the key, and the pixel value that renders.
 */
export const translated = (set: StudioSet, point: MeterPoint, target: Target): { stops: number; value: number } => {
  const { stops } = targetBand(target, point, set.camera)
  return {
    stops,
    value: valueFromStops(stops, point.reflectance ? luminance(point.reflectance) : 0.18, responseOf(set.camera)),
  }
}

/** The convention whose place against the key is nearest; undefined where none is near. */
export const nearestConvention = (stops: number): ConventionId | undefined => {
  const apart = CONVENTIONS.flatMap(({ id, target }) =>
    target.kind === 'stops' ? [{ id, apart: Math.abs(target.stops - stops) }] : [],
  ).sort((a, b) => a.apart - b.apart)
  return apart[0] && apart[0].apart < NEAR_STOPS ? apart[0].id : undefined
}
