import { stopsFromRatio } from '../../physics/units/stops'
import type { FrameLight } from '../../imaging/picture/frameLight'
import { cellAt, cellsOf } from '../../imaging/picture/valueGrid'
import { asPlaces, quadraticField, quantile } from '../../imaging/regions/smoothField'
import {
  LEAST_SHARE,
  LEAST_TO_JUDGE,
  UNEVENNESS_EVERY,
  NEAR_WHITE_STOPS,
  LEAST_NEAR,
  UNEVENNESS_LIGHTEST,
  AT_END_SHARE,
} from '../thresholds'

/** The backdrop of a picture in cells: stops against their mean, null where it is hidden or not in range. */
export type Unevenness = {
  columns: number
  rows: number
  stops: (number | null)[]
  /** Stops from the darkest to the lightest cell. */
  spreadStops: number
  /** Stops by which it grows brighter over the whole width and over the whole height, toward right and bottom. */
  acrossStops: number
  downStops: number
}

/** How even the backdrop is, cell by cell, in light. */
export const unevenness = (
  { width, height, light, isInRange }: FrameLight,
  backdrop: Uint8Array,
): Unevenness | undefined => {
  const [columns, rows] = cellsOf(width, height)
  const sums = new Float64Array(columns * rows)
  const counts = new Uint32Array(columns * rows)
  const wholes = new Uint32Array(columns * rows)
  for (let at = 0; at < light.length; at++) {
    const cell = cellAt(at, width, height, columns, rows)
    wholes[cell]!++
    if (!backdrop[at] || !isInRange[at]) continue
    sums[cell]! += light[at]!
    counts[cell]!++
  }
  const isKnown = (cell: number) => counts[cell]! >= LEAST_SHARE * wholes[cell]!
  const known = [...counts.keys()].filter(isKnown)
  if (known.length === 0) return undefined
  const mean = known.reduce((sum, cell) => sum + sums[cell]!, 0) / known.reduce((sum, cell) => sum + counts[cell]!, 0)
  const stops = Array.from(sums, (sum, cell) => (isKnown(cell) ? stopsFromRatio(sum / counts[cell]! / mean) : null))
  const figures = known.map(cell => stops[cell]!)
  const plane = planeThrough(
    known.map(cell => ({
      x: ((cell % columns) + 0.5) / columns,
      y: (Math.floor(cell / columns) + 0.5) / rows,
      figure: stops[cell]!,
    })),
  )
  return { columns, rows, stops, spreadStops: Math.max(...figures) - Math.min(...figures), ...plane }
}

type Sample = { x: number; y: number; figure: number }

/** The slopes of a plane through samples. */
const planeThrough = (samples: readonly Sample[]): { acrossStops: number; downStops: number } => {
  const mean = (of: (sample: Sample) => number) => samples.reduce((sum, sample) => sum + of(sample), 0) / samples.length
  const [mx, my, mf] = [mean(({ x }) => x), mean(({ y }) => y), mean(({ figure }) => figure)]
  const [xx, yy, xy, xf, yf] = [
    mean(({ x }) => (x - mx) ** 2),
    mean(({ y }) => (y - my) ** 2),
    mean(({ x, y }) => (x - mx) * (y - my)),
    mean(({ x, figure }) => (x - mx) * (figure - mf)),
    mean(({ y, figure }) => (y - my) * (figure - mf)),
  ]
  const whole = xx * yy - xy * xy
  return Math.abs(whole) < 1e-9
    ? { acrossStops: 0, downStops: 0 }
    : { acrossStops: (xf * yy - yf * xy) / whole, downStops: (yf * xx - xf * xy) / whole }
}

/** Clipped parts of the backdrop in the picture, and how far past white they are. */
export type Clipping = {
  /** Share of the backdrop. */
  share: number
  /** Stops past white of its lightest part; null where too little is left to judge by. */
  pastStops: number | null
  /**
   * How that is known: by how the rest rises toward it, by the sensor's own numbers, or by those of a sensor that is
   * at its end as well, which say "at least".
   */
  by: 'rise' | 'sensor' | 'sensor-end'
}

/** The same where the sensor's own numbers go on over the picture's white. */
const clippingBySensor = (light: FrameLight, whiteLight: number, backdrop: Uint8Array): Clipping => {
  const past: number[] = []
  let [whole, atEnd] = [0, 0]
  for (let at = 0; at < backdrop.length; at++) {
    if (!backdrop[at]) continue
    whole++
    if (!light.isInRange[at]) atEnd++
    if (light.light[at]! >= whiteLight) past.push(stopsFromRatio(light.light[at]! / whiteLight))
  }
  return {
    share: past.length / Math.max(1, whole),
    pastStops: past.length > 0 ? quantile(past, UNEVENNESS_LIGHTEST) : null,
    by: atEnd > AT_END_SHARE * whole ? 'sensor-end' : 'sensor',
  }
}

/**
 * How far past white a clipped backdrop is: a quadratic field in stops is laid through what is in range, and followed
 * into what is not.
 */
export const clippingOf = (frame: FrameLight, backdrop: Uint8Array): Clipping => {
  const { width, height, light, isInRange, whiteLight } = frame
  if (whiteLight !== undefined) return clippingBySensor(frame, whiteLight, backdrop)
  const pixels: number[] = []
  let [whole, clipped] = [0, 0]
  for (let at = 0; at < light.length; at++) {
    if (!backdrop[at]) continue
    whole++
    if (!isInRange[at]) clipped++
    if (at % UNEVENNESS_EVERY === 0) pixels.push(at)
  }
  const share = clipped / Math.max(1, whole)
  if (clipped === 0 || 1 - share < LEAST_TO_JUDGE) return { share, pastStops: null, by: 'rise' }
  const places = asPlaces(pixels, width, height)
  const isClipped = pixels.map(at => !isInRange[at])
  const stopsAt = (at: number) => stopsFromRatio(light[at]!)
  const open = pixels.filter((_, index) => !isClipped[index])
  const white = open.reduce((most, at) => Math.max(most, stopsAt(at)), -Infinity)
  // What is nearly white leads there; the far corners of the frame would bend the field.
  const near = open.filter(at => stopsAt(at) > white - NEAR_WHITE_STOPS)
  const known = near.length >= LEAST_NEAR ? near : open
  const field = quadraticField(asPlaces(known, width, height), Float64Array.from(known, stopsAt))
  const past = [...pixels.keys()]
    .filter(index => isClipped[index])
    .map(index => field(places.xs[index]!, places.ys[index]!) - white)
  return { share, pastStops: Math.max(0, quantile(past, UNEVENNESS_LIGHTEST)), by: 'rise' }
}
