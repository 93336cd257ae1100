import { luminance, type Rgb } from '../physics/units/rgb'
import { stopsFromRatio } from '../physics/units/stops'

/**
 * Stops over the camera setting in the cells of a grid over a surface, row by row from the top left; and from least
 * to most.
 */
export type Evenness = { columns: number; rows: number; stops: number[]; spreadStops: number }

/**
 * Evenness of a map of linear values (three channels a pixel) over a surface of one reflectance.
 * A cell holds the mean light of its pixels; 0 stops renders the reflectance itself.
 */
export const evennessOf = (
  { linear, width, height }: { linear: Float32Array; width: number; height: number },
  reflectance: Rgb,
  { columns, rows }: { columns: number; rows: number },
): Evenness => {
  const sums = new Float64Array(columns * rows)
  const counts = new Float64Array(columns * rows)
  for (let pixel = 0; pixel < width * height; pixel++) {
    const cell =
      Math.floor((Math.floor(pixel / width) / height) * rows) * columns +
      Math.floor(((pixel % width) / width) * columns)
    sums[cell]! += luminance([linear[pixel * 3]!, linear[pixel * 3 + 1]!, linear[pixel * 3 + 2]!])
    counts[cell]! += 1
  }
  const whole = luminance(reflectance)
  const stops = Array.from(sums, (sum, cell) =>
    whole > 0 && counts[cell]! > 0 ? stopsFromRatio(sum / counts[cell]! / whole) : stopsFromRatio(0),
  )
  return { columns, rows, stops, spreadStops: Math.max(...stops) - Math.min(...stops) }
}
