import type { AreaTarget, StudioSet, Target } from '#core/model/schema'
import { headHeightM } from '#core/model/headHeight'

/** Kinds of targets that a point can have. */
export const TARGET_KINDS: readonly { value: Target['kind']; name: string; onSurfaces: boolean }[] = [
  { value: 'value', name: 'pixel value', onSurfaces: true },
  { value: 'stops', name: 'relative to camera', onSurfaces: false },
  { value: 'ratio', name: 'to the key', onSurfaces: false },
  { value: 'lightness', name: 'lightness', onSurfaces: true },
  { value: 'clip', name: 'clip by at most', onSurfaces: true },
  { value: 'detail', name: 'hold detail', onSurfaces: true },
  { value: 'colour', name: 'colour', onSurfaces: true },
]

/** How firmly a target is wanted. */
export const FIRMNESS: readonly { value: NonNullable<Target['firmness']>; name: string }[] = [
  { value: 'hard', name: 'must' },
  { value: 'wished', name: 'preferred' },
  { value: 'indifferent', name: 'ignore' },
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

const figure = (of: string, shown: TargetFigure['shown']): TargetFigure => ({ of, shown })

/** The figure of a target that can be typed; none where its kind says it all. */
export const figureOf = (target: Target): TargetFigure | undefined => {
  switch (target.kind) {
    case 'value':
      return figure('value', { label: 'Value', value: target.value, least: 0, most: 255, unit: '', digits: 0 })
    case 'stops':
    case 'ratio':
      return figure('stops', { label: 'Stops', value: target.stops, least: -12, most: 6, unit: '', digits: 2 })
    case 'lightness':
      return figure('lightness', { label: 'L*', value: target.lightness, least: 0, most: 100, unit: '', digits: 0 })
    case 'clip':
      return figure('atMostStops', {
        label: 'Stops',
        value: target.atMostStops,
        least: 0,
        most: 4,
        unit: '',
        digits: 1,
      })
    case 'colour':
      return figure('within', { label: 'ΔE', value: target.within, least: 0.5, most: 60, unit: '', digits: 1 })
    case 'detail':
      return undefined
  }
}

/** Kinds of targets that an area can have. */
export const AREA_KINDS: readonly { value: AreaTarget['kind']; name: string }[] = [
  { value: 'even', name: 'Evenness of the backdrop' },
  { value: 'pool', name: 'Spot behind subject' },
  { value: 'ramp', name: 'Gradient' },
  { value: 'colour', name: 'Colour of the backdrop' },
  { value: 'wrap', name: 'Limit on wrap' },
  { value: 'apart', name: 'Edge separation' },
]

/** A target of an area, as it begins. */
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
      return [
        figure('withinStops', {
          label: 'Within, stops',
          value: area.withinStops,
          least: 0.05,
          most: 4,
          unit: '',
          digits: 2,
        }),
      ]
    case 'pool':
      return [
        figure('depthStops', {
          label: 'Falls, stops',
          value: area.depthStops,
          least: 0.1,
          most: 8,
          unit: '',
          digits: 2,
        }),
        figure('radiusM', { label: 'Radius', value: area.radiusM, least: 0.1, most: 20, unit: ' m', digits: 2 }),
        figure('xM', { label: 'Across', value: area.xM, least: -60, most: 60, unit: ' m', digits: 2 }),
        figure('heightM', { label: 'Height', value: area.heightM, least: 0, most: 30, unit: ' m', digits: 2 }),
      ]
    case 'ramp':
      return [figure('stops', { label: 'Rises, stops', value: area.stops, least: 0.1, most: 8, unit: '', digits: 2 })]
    case 'colour':
      return [
        figure('hueDeg', { label: 'Hue', value: area.hueDeg, least: 0, most: 360, unit: '°', digits: 0 }),
        figure('depth', { label: 'Depth, 0 to 1', value: area.depth, least: 0, most: 1, unit: '', digits: 2 }),
      ]
    case 'wrap':
      return [
        figure('mostStops', {
          label: 'At most, stops',
          value: area.mostStops,
          least: -8,
          most: 3,
          unit: '',
          digits: 2,
        }),
      ]
    case 'apart':
      return [
        figure('leastStops', {
          label: 'At least, stops',
          value: area.leastStops,
          least: 0.05,
          most: 6,
          unit: '',
          digits: 2,
        }),
      ]
  }
}
