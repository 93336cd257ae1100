import { labOf } from '../../physics/units/lab'
import type { Grid } from './maps'
import { boxSums } from './maps'
import { quantile } from './smoothField'
import type { Reduced } from '../picture/downsample'

/** A picture's lightness and colour, each a map. */
export type LabMaps = Grid & { lightness: Float32Array; a: Float32Array; b: Float32Array }

const NOISY = 0.3
/** Reach of the smoothing that noise asks for, pixels. */
const REACH = 1
const COLOUR_REACH = 2

const smoothed = (grid: Grid, map: Float32Array, reach: number): Float32Array => {
  const sums = boxSums(grid, map, reach)
  const { width, height } = grid
  const within = (at: number, length: number) => Math.min(length - 1, at + reach) - Math.max(0, at - reach) + 1
  for (let y = 0, at = 0; y < height; y++)
    for (let x = 0; x < width; x++, at++) sums[at]! /= within(x, width) * within(y, height)
  return sums
}

const EVERY = 7

/** The median distance of a map from another, by one pixel in some. */
const apartBy = (map: Float32Array, other: Float32Array): number => {
  return quantile(
    Float32Array.from({ length: Math.ceil(map.length / EVERY) }, (_, index) =>
      Math.abs(map[index * EVERY]! - other[index * EVERY]!),
    ),
    0.5,
  )
}

/** Lab of a reduced picture, smoothed as far as its noise asks for. */
export const labMaps = ({ width, height, linear }: Reduced): LabMaps => {
  const count = width * height
  const maps = {
    width,
    height,
    lightness: new Float32Array(count),
    a: new Float32Array(count),
    b: new Float32Array(count),
  }
  for (let at = 0; at < count; at++) {
    const [lightness, a, b] = labOf(linear[at * 3]!, linear[at * 3 + 1]!, linear[at * 3 + 2]!)
    maps.lightness[at] = lightness
    maps.a[at] = a
    maps.b[at] = b
  }
  const calmed = (map: Float32Array, reach: number): Float32Array => {
    const even = smoothed(maps, map, reach)
    return apartBy(map, even) > NOISY ? smoothed(maps, even, reach) : map
  }
  // Files keep colour coarser than lightness, in blocks.
  return {
    ...maps,
    lightness: calmed(maps.lightness, REACH),
    a: calmed(maps.a, COLOUR_REACH),
    b: calmed(maps.b, COLOUR_REACH),
  }
}

/** By how much the picture changes from pixel to pixel, in steps of CIE 1976 colour difference. */
export const steepness = ({ width, height, lightness, a, b }: LabMaps): Float32Array => {
  const steep = new Float32Array(width * height)
  const apart = (from: number, to: number) =>
    Math.hypot(lightness[from]! - lightness[to]!, a[from]! - a[to]!, b[from]! - b[to]!)
  for (let y = 0, at = 0; y < height; y++) {
    for (let x = 0; x < width; x++, at++) {
      const [left, right] = [x > 0 ? at - 1 : at, x < width - 1 ? at + 1 : at]
      const [up, down] = [y > 0 ? at - width : at, y < height - 1 ? at + width : at]
      steep[at] = Math.max(apart(left, right), apart(up, down)) / 2
    }
  }
  return steep
}

/** The greatest of a map in squares of `reach` around each pixel. */
export const widened = ({ width, height }: Grid, map: Float32Array, reach: number): Float32Array => {
  const along = new Float32Array(map.length)
  const both = new Float32Array(map.length)
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      let most = 0
      for (let near = Math.max(0, x - reach); near <= Math.min(width - 1, x + reach); near++)
        most = Math.max(most, map[y * width + near]!)
      along[y * width + x] = most
    }
  }
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      let most = 0
      for (let near = Math.max(0, y - reach); near <= Math.min(height - 1, y + reach); near++)
        most = Math.max(most, along[near * width + x]!)
      both[y * width + x] = most
    }
  }
  return both
}
