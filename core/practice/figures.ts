import { SRGB_RESPONSE } from '../camera/response'
import { stopsFromRatio } from '../physics/units/stops'
import type { Level } from './skills'
import { markOf, type Mark, type NumberExercise, type Quantity } from './exercise'

const stopsOfValue = (value: number): number =>
  stopsFromRatio(SRGB_RESPONSE.linearFromValue(Math.max(0.5, Math.min(255, value))))

/**
 * How far an answer is off, above 0 too much: stops for everything that light is, mireds for colour. Undefined where
 * the quantity cannot be so (an f-number of 0).
 */
export const offBy = (quantity: Quantity, answer: number, right: number): number | undefined => {
  switch (quantity) {
    case 'stops':
    case 'mired':
      return answer - right
    case 'f-number':
    case 'metres':
      return answer > 0 ? 2 * Math.log2(answer / right) : undefined
    case 'ratio':
      return answer > 0 ? Math.log2(answer / right) : undefined
    case 'value':
      return answer >= 0 && answer <= 255 ? stopsOfValue(answer) - stopsOfValue(right) : undefined
    case 'kelvin':
      return answer > 0 ? 1e6 / answer - 1e6 / right : undefined
  }
}

/** The mark of a figure: full near enough, then falling to nothing. */
export const markFigure = (
  { quantity, right, fullWithin, noneBeyond }: Pick<NumberExercise, 'quantity' | 'right' | 'fullWithin' | 'noneBeyond'>,
  answer: number,
): Mark => {
  const off = Number.isFinite(answer) ? offBy(quantity, answer, right) : undefined
  if (off === undefined) return markOf(0)
  // What is exactly on the edge is inside, whatever binary figures make of it.
  const over = Math.abs(off) - fullWithin - 1e-9
  return markOf(over <= 0 ? 1 : 1 - over / (noneBeyond - fullWithin), off)
}

/** What is judged by the eye or from a plan is marked more strictly with every level, stops. */
const STRICTNESS: Record<Level, { fullWithin: number; noneBeyond: number }> = {
  1: { fullWithin: 0.4, noneBeyond: 1.8 },
  2: { fullWithin: 0.35, noneBeyond: 1.5 },
  3: { fullWithin: 0.3, noneBeyond: 1.2 },
  4: { fullWithin: 0.25, noneBeyond: 1 },
  5: { fullWithin: 0.2, noneBeyond: 0.8 },
}

/** How near an answer has to come at a level, where it is judged and not reckoned. */
export const strictness = (level: Level) => STRICTNESS[level]

const RANGES: Record<Quantity, readonly [number, number]> = {
  stops: [-5, 5],
  'f-number': [1.4, 32],
  value: [0, 255],
  ratio: [1, 8],
  metres: [0.3, 8],
  mired: [-250, 250],
  kelvin: [2000, 10_000],
}

/** What somebody might say who knows nothing but what the answer is counted in. */
export const rangeOf = (quantity: Quantity): readonly [number, number] => RANGES[quantity]
