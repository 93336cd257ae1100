import { responseOf } from '../camera/response'
import type { MeterPoint } from '../evaluation/probes/points'
import type { AreaTarget, StudioSet, Target } from '../model/schema'
import { luminance } from '../physics/units/rgb'
import { formatStops } from '../physics/units/fractions'
import { valueFromStops } from '../camera/backdropTone'
import { targetBand } from '../evaluation/target'

/** A way of working that says where a white backdrop shall be; all are common practice, no source. */
export type School = { id: string; name: string; why: string; target: Target; areas?: readonly AreaTarget[] }

export const SCHOOLS: readonly School[] = [
  {
    id: 'level',
    name: 'Level with the key',
    why: 'Clean white vinyl needs no more, and nothing wraps.',
    target: { kind: 'stops', stops: 0 },
  },
  {
    id: 'two-thirds',
    name: '+2/3 over the key',
    why: 'f/10 against f/8: white paper goes white and little more.',
    target: { kind: 'stops', stops: 2 / 3 },
  },
  {
    id: 'one',
    name: '+1 over the key',
    why: 'A margin for uneven paper; edges begin to glow.',
    target: { kind: 'stops', stops: 1 },
  },
  {
    id: 'one-and-more',
    name: '+1 to +1½',
    why: 'Safe white on cameras with headroom; keep the sitter well away.',
    target: { kind: 'stops', stops: 1.25 },
  },
  {
    id: 'one-and-a-half',
    name: '+1½ over the key',
    why: 'White whatever the paper; costs wrap, haze and contrast.',
    target: { kind: 'stops', stops: 1.5 },
  },
  {
    id: 'clip',
    name: 'Clip, by a third at most',
    why: 'Pure 255 for cut-outs; what is past clipping only makes haze.',
    target: { kind: 'clip', atMostStops: 1 / 3 },
  },
  {
    id: 'detail',
    name: 'Hold detail',
    why: 'Just under clipping: paper keeps its texture in print.',
    target: { kind: 'detail' },
  },
  {
    id: 'keying',
    name: 'Keying screen',
    why: 'Half a stop under the key and even to two tenths, so that the colour is full and keys in one.',
    target: { kind: 'ratio', stops: -0.5 },
    areas: [{ kind: 'even', withinStops: 0.2 }],
  },
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

/** `On this camera and White paper roll, 250 is +0.1 over the key: nearest to "Level with the key".` */
export const translationWords = (set: StudioSet, point: MeterPoint, target: Target): string => {
  const { stops, value } = translated(set, point, target)
  const ofStops = SCHOOLS.filter(
    (school): school is School & { target: Extract<Target, { kind: 'stops' }> } => school.target.kind === 'stops',
  )
  const nearest = ofStops.reduce((best, school) =>
    Math.abs(school.target.stops - stops) < Math.abs(best.target.stops - stops) ? school : best,
  )
  const near = Math.abs(nearest.target.stops - stops) < 0.35 ? `: nearest to "${nearest.name}"` : ''
  const place =
    Math.abs(stops) < 0.05
      ? 'level with the key'
      : `${formatStops(Math.round(stops * 10) / 10)} ${stops > 0 ? 'over' : 'against'} the key`
  return `On this camera and backdrop, ${Math.round(value)} is ${place}${near}.`
}
