import { fcnnlsVector } from 'ml-fcnnls'
import { Matrix } from 'ml-matrix'
import type { CameraResponse } from '../model/schema'
import { SRGB_RESPONSE } from './response'
import { BRACKET_BLACK, BRACKET_WHITE, LEAST_STEPS, KNOT_STOPS, SMOOTHNESS, FLOOR_STOPS } from './thresholds'

/**
 * One frame of a bracket: stops over the camera setting that the card was metered at, and the value that it rendered.
 */
export type BracketStep = { stops: number; value: number }

/** A response fitted to a bracket. */
export type BracketFit = {
  response: Extract<CameraResponse, { kind: 'measured' }>
  /** Value by which each frame lies over the curve; undefined for those that say nothing, black or clipped. */
  residuals: (number | undefined)[]
  /**
   * Standard deviation of the curve at each of its steps up to the last frame in range, values: how it moves when any
   * one frame is left out.
   */
  spreads: number[]
}

const levelOf = (value: number): number => Math.log2(SRGB_RESPONSE.linearFromValue(value))
/** Values that a stop is worth on the straight curve at a value. */
const valuesAStop = (value: number): number => 1 / Math.max(0.002, levelOf(value + 0.5) - levelOf(value - 0.5))

/** Knots at the frames, thinned; the last frame is always one. */
const knotsOf = (steps: readonly BracketStep[]): number[] => {
  const last = steps.at(-1)?.stops ?? 0
  const inner = steps.reduce<number[]>(
    (knots, { stops }) =>
      (knots.length === 0 || stops - knots.at(-1)! >= KNOT_STOPS) && last - stops >= KNOT_STOPS
        ? [...knots, stops]
        : knots,
    [],
  )
  return [...inner, last]
}

/**
 * Levels at the knots: straight pieces that never fall, as near to all frames as they can be and not more bent than
 * need be.
 */
const levelsAt = (knots: readonly number[], steps: readonly BracketStep[]): number[] => {
  const pieces = knots.slice(1).map((knot, index) => [knots[index]!, knot] as const)
  const rows: number[][] = []
  const wanted: number[] = []
  for (const { stops, value } of steps) {
    const weight = valuesAStop(value)
    rows.push([
      weight,
      ...pieces.map(
        ([from, to], index) => weight * Math.max(0, (index === pieces.length - 1 ? stops : Math.min(stops, to)) - from),
      ),
    ])
    wanted.push(weight * (levelOf(value) - FLOOR_STOPS))
  }
  pieces.slice(1).forEach((_, index) => {
    const kink = pieces.map((__, piece) => Number(piece === index) - Number(piece === index + 1))
    rows.push([0, ...kink.map(weight => SMOOTHNESS * weight)])
    wanted.push(0)
  })
  const [start, ...slopes] = fcnnlsVector(new Matrix(rows), wanted).K.to1DArray()
  return slopes.reduce(
    (levels, slope, index) => [...levels, levels.at(-1)! + slope * (pieces[index]![1] - pieces[index]![0])],
    [start! + FLOOR_STOPS],
  )
}

const valueOf = (level: number): number => SRGB_RESPONSE.valueFromLinear(2 ** level)

const between = (knots: readonly number[], levels: readonly number[], stops: number): number => {
  const index = Math.max(
    0,
    Math.min(
      knots.length - 2,
      knots.findLastIndex(knot => knot <= stops),
    ),
  )
  const share = (stops - knots[index]!) / (knots[index + 1]! - knots[index]!)
  return levels[index]! + share * (levels[index + 1]! - levels[index]!)
}

/**
 * Fits a rising response to a bracket of one card: non-negative slopes by least squares in values, smoothed, so that
 * neither the
 * camera's noise nor a shutter that is a little off makes a bend. Uncertainty is the jackknife's (J. Tukey, 1958;
 * from memory).
 * Undefined with fewer than four frames between black and white.
 */
export const fitBracket = (frames: readonly BracketStep[], cardReflectance: number): BracketFit | undefined => {
  const steps = frames
    .filter(({ value }) => value > BRACKET_BLACK && value < BRACKET_WHITE)
    .sort((a, b) => a.stops - b.stops)
  const knots = knotsOf(steps)
  if (steps.length < LEAST_STEPS || knots.length < LEAST_STEPS - 1) return undefined
  const levels = levelsAt(knots, steps)
  const values = levels.map(valueOf)
  const without = steps.map((_, left) =>
    levelsAt(
      knots,
      steps.filter((__, index) => index !== left),
    ).map(valueOf),
  )
  const spreads = values.map((_, index) => {
    const mean = without.reduce((sum, one) => sum + one[index]!, 0) / without.length
    return Math.sqrt(
      ((without.length - 1) / without.length) * without.reduce((sum, one) => sum + (one[index]! - mean) ** 2, 0),
    )
  })
  const rising = values.map((value, index) => Math.max(0, Math.min(255, value, ...values.slice(index + 1))))
  // The first frame that clips says where white begins at the latest.
  const white = frames
    .filter(({ stops, value }) => value >= BRACKET_WHITE && stops > knots.at(-1)!)
    .reduce((first, { stops }) => Math.min(first, stops), Infinity)
  return {
    response: {
      kind: 'measured',
      cardReflectance,
      steps: [
        ...knots.map((stops, index) => ({ stops, value: rising[index]! })),
        ...(Number.isFinite(white) ? [{ stops: white, value: 255 }] : []),
      ],
    },
    residuals: frames.map(({ stops, value }) =>
      value > BRACKET_BLACK && value < BRACKET_WHITE ? value - valueOf(between(knots, levels, stops)) : undefined,
    ),
    spreads,
  }
}
