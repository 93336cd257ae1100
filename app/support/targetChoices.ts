import type { AreaTarget, StudioSet, Target } from '#core/model/schema'
import { headHeightM } from '#core/model/headHeight'

export const TARGET_KINDS: readonly { value: Target['kind']; name: string; onSurfaces: boolean }[] = [
  { value: 'value', name: 'pixel value', onSurfaces: true },
  { value: 'stops', name: 'over camera', onSurfaces: false },
  { value: 'ratio', name: 'to the key', onSurfaces: false },
  { value: 'lightness', name: 'lightness', onSurfaces: true },
  { value: 'clip', name: 'clip by at most', onSurfaces: true },
  { value: 'detail', name: 'hold detail', onSurfaces: true },
  { value: 'colour', name: 'colour', onSurfaces: true },
]

export const FIRMNESS: readonly { value: NonNullable<Target['firmness']>; name: string }[] = [
  { value: 'hard', name: 'must' },
  { value: 'wished', name: 'wish' },
  { value: 'indifferent', name: 'as it comes' },
]

/** A target of another kind that begins where things are. */
export const targetOfKind = (
  kind: Target['kind'],
  now: { stops: number; value?: number; lab?: readonly [number, number, number] },
  firmness: Target['firmness'],
): Target => {
  const stops = Math.round(Math.max(-12, Math.min(6, now.stops)) * 10) / 10
  const kept = firmness === undefined ? {} : { firmness }
  switch (kind) {
    case 'value':
      return { kind, value: Math.round(now.value ?? 118), ...kept }
    case 'stops':
    case 'ratio':
      return { kind, stops, ...kept }
    case 'lightness':
      return { kind, lightness: 50, ...kept }
    case 'clip':
      return { kind, atMostStops: 0.3, ...kept }
    case 'detail':
      return { kind, ...kept }
    case 'colour':
      return { kind, lab: now.lab ?? [50, 0, 0], within: 5, ...kept }
  }
}

/** A figure of a target that can be typed: which one, and how its field shows it. */
export type TargetFigure = {
  of: string
  shown: { label: string; value: number; least: number; most: number; unit: string; digits: number }
}

const figure = (
  of: string,
  label: string,
  value: number,
  least: number,
  most: number,
  unit = '',
  digits = 2,
): TargetFigure => ({ of, shown: { label, value, least, most, unit, digits } })

/** The figure of a target that can be typed; none where its kind says it all. */
export const figureOf = (target: Target): TargetFigure | undefined => {
  switch (target.kind) {
    case 'value':
      return figure('value', 'Value', target.value, 0, 255, '', 0)
    case 'stops':
    case 'ratio':
      return figure('stops', 'Stops', target.stops, -12, 6, '', 2)
    case 'lightness':
      return figure('lightness', 'L*', target.lightness, 0, 100, '', 0)
    case 'clip':
      return figure('atMostStops', 'Stops', target.atMostStops, 0, 4, '', 1)
    case 'colour':
      return figure('within', 'ΔE', target.within, 0.5, 60, '', 1)
    case 'detail':
      return undefined
  }
}

export const AREA_KINDS: readonly { value: AreaTarget['kind']; name: string }[] = [
  { value: 'even', name: 'Evenness of the backdrop' },
  { value: 'pool', name: 'A pool behind the sitter' },
  { value: 'ramp', name: 'Brighter to one side' },
  { value: 'colour', name: 'Colour of the backdrop' },
  { value: 'wrap', name: 'Limit on wrap' },
  { value: 'apart', name: 'Outline stands out' },
]

export const areaOfKind = (kind: AreaTarget['kind'], set: StudioSet): AreaTarget => {
  const subject = set.subjects[0]!
  switch (kind) {
    case 'even':
      return { kind, withinStops: 0.3 }
    case 'pool':
      return {
        kind,
        xM: Math.round(subject.place.xM * 100) / 100,
        heightM: Math.round(Math.min(headHeightM(subject), set.backdrop.heightM - 0.3) * 100) / 100,
        radiusM: 0.8,
        depthStops: 1.5,
      }
    case 'ramp':
      return { kind, toward: 'right', stops: 1.5 }
    case 'colour':
      return { kind, hueDeg: 40, depth: 0.7 }
    case 'wrap':
      return { kind, mostStops: -1 }
    case 'apart':
      return { kind, leastStops: 0.3 }
  }
}

/** The figures of an area target that can be typed. */
export const areaFigures = (area: AreaTarget): TargetFigure[] => {
  switch (area.kind) {
    case 'even':
      return [figure('withinStops', 'Within, stops', area.withinStops, 0.05, 4)]
    case 'pool':
      return [
        figure('depthStops', 'Falls, stops', area.depthStops, 0.1, 8),
        figure('radiusM', 'Radius', area.radiusM, 0.1, 20, ' m'),
        figure('xM', 'Across', area.xM, -60, 60, ' m'),
        figure('heightM', 'Height', area.heightM, 0, 30, ' m'),
      ]
    case 'ramp':
      return [figure('stops', 'Rises, stops', area.stops, 0.1, 8)]
    case 'colour':
      return [figure('hueDeg', 'Hue', area.hueDeg, 0, 360, '°', 0), figure('depth', 'Depth, 0 to 1', area.depth, 0, 1)]
    case 'wrap':
      return [figure('mostStops', 'At most, stops', area.mostStops, -8, 3)]
    case 'apart':
      return [figure('leastStops', 'At least, stops', area.leastStops, 0.05, 6)]
  }
}
