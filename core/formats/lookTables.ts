import { responseOf } from '../camera/response'
import type { Camera } from '../model/schema'
import { writeCsv } from './csvCells'

const figure = (number: number, digits: number): string =>
  Number.isFinite(number) ? String(Number(number.toFixed(digits))) : ''

/** Stops over the camera setting all over a surface, row by row from the upper left. */
export type SurfaceStops = { width: number; height: number; stops: ArrayLike<number> }

/**
 * A map of a surface as a table: where on it, metres from its left and from its far or upper edge, and stops over the
 * camera setting; empty where nothing of it is lit.
 */
export const writeMapCsv = (
  { width, height, stops }: SurfaceStops,
  { acrossM, alongM }: { acrossM: number; alongM: number },
): string =>
  writeCsv(
    ['from_left_m', 'from_top_m', 'stops'],
    Array.from({ length: width * height }, (_, at) => [
      figure((((at % width) + 0.5) / width) * acrossM, 3),
      figure(((Math.floor(at / width) + 0.5) / height) * alongM, 3),
      figure(stops[at]!, 3),
    ]),
  )

/** The range of a camera's response that is written, stops over mid grey, and the step. */
const [DARKEST, LIGHTEST, STEP] = [-8, 4, 0.1] as const
const MID_GREY = 0.18

/** What a camera makes of light as a table: stops over mid grey, and the value. */
export const writeResponseCsv = (camera: Pick<Camera, 'response' | 'lensLossStops'>): string => {
  const { valueFromLinear } = responseOf(camera)
  const steps = Math.round((LIGHTEST - DARKEST) / STEP)
  return writeCsv(
    ['stops_over_mid_grey', 'value'],
    Array.from({ length: steps + 1 }, (_, index) => {
      const stops = DARKEST + index * STEP
      return [figure(stops, 1), figure(valueFromLinear(MID_GREY * 2 ** stops), 2)]
    }),
  )
}
