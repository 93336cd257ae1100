import type { Projection } from '../camera/projection'
import type { FrameView } from './gBuffer'

/** A lens as it throws what is out of focus: focal length and sensor in millimetres, focus in metres. */
export type Lens = { focalLengthMm: number; fNumber: number; sensorWidthMm: number; focusM: number }

/**
 * Diameter on the sensor, millimetres, of the disc that a point so far away becomes, by the thin lens:
 * f^2 |d - s| / (N d (s - f)), with s the distance that is in focus (E. Hecht, Optics, 5.2; the formula derived here).
 */
export const blurMm = ({ focalLengthMm, fNumber, focusM }: Lens, distanceM: number): number => {
  const [focus, away] = [focusM * 1000, distanceM * 1000]
  return (focalLengthMm ** 2 * Math.abs(away - focus)) / (fNumber * away * (focus - focalLengthMm))
}

/** Discs smaller than this, in pixels, cannot be told from points. */
const SHARP_PIXELS = 1
/** No disc is reckoned larger than this share of the picture's width. */
const MOST_SHARE = 0.12
/** Two passes of squares make a soft disc; each takes this share of its diameter. */
const PASSES = 2
const SIDE_SHARE = 0.62

/** Diameter of every pixel's disc in pixels; 0 where it is sharp. */
const discsOf = ({ width, height, surface, points }: FrameView, projection: Projection, lens: Lens): Float32Array => {
  const { eye, ahead } = projection
  const discs = new Float32Array(width * height)
  for (let pixel = 0; pixel < discs.length; pixel++) {
    if (surface[pixel]! < 0) continue
    const at = pixel * 6
    const away =
      (points[at]! - eye[0]) * ahead[0] + (points[at + 1]! - eye[1]) * ahead[1] + (points[at + 2]! - eye[2]) * ahead[2]
    const pixels = away > 0.05 ? (blurMm(lens, away) / lens.sensorWidthMm) * width : 0
    if (pixels > SHARP_PIXELS) discs[pixel] = Math.min(MOST_SHARE * width, pixels)
  }
  return discs
}

/** One pass: each pixel that is not sharp takes the mean of those like it in a square around it, by running sums. */
const spreadOnce = (light: Float32Array, discs: Float32Array, width: number, height: number): Float32Array => {
  const across = width + 1
  const sums = new Float64Array(across * (height + 1) * 4)
  for (let row = 0; row < height; row++) {
    let [red, green, blue, count] = [0, 0, 0, 0]
    for (let column = 0; column < width; column++) {
      const pixel = row * width + column
      if (discs[pixel]! > 0) {
        red += light[pixel * 3]!
        green += light[pixel * 3 + 1]!
        blue += light[pixel * 3 + 2]!
        count += 1
      }
      const to = ((row + 1) * across + column + 1) * 4
      const above = to - across * 4
      sums[to] = sums[above]! + red
      sums[to + 1] = sums[above + 1]! + green
      sums[to + 2] = sums[above + 2]! + blue
      sums[to + 3] = sums[above + 3]! + count
    }
  }
  const spread = light.slice()
  for (let row = 0; row < height; row++) {
    for (let column = 0; column < width; column++) {
      const pixel = row * width + column
      const half = Math.round(((discs[pixel]! - 1) / 2) * SIDE_SHARE)
      if (half < 1) continue
      const [left, right] = [Math.max(0, column - half), Math.min(width, column + half + 1)]
      const [top, bottom] = [Math.max(0, row - half), Math.min(height, row + half + 1)]
      const [a, b, c, d] = [
        (bottom * across + right) * 4,
        (top * across + right) * 4,
        (bottom * across + left) * 4,
        (top * across + left) * 4,
      ]
      const count = sums[a + 3]! - sums[b + 3]! - sums[c + 3]! + sums[d + 3]!
      for (let channel = 0; channel < 3; channel++)
        spread[pixel * 3 + channel] =
          (sums[a + channel]! - sums[b + channel]! - sums[c + channel]! + sums[d + channel]!) / count
    }
  }
  return spread
}

/**
 * Throws what lies before or behind the focus out of it, as aperture, focal length and distances make it. What is
 * sharp stays as it is and gives nothing to what is not. The light that is given stays untouched.
 * @param light three channels a pixel
 */
export const depthOfField = (
  view: FrameView,
  light: Float32Array,
  projection: Projection,
  lens: Lens,
): Float32Array => {
  const discs = discsOf(view, projection, lens)
  if (!discs.some(disc => disc > SHARP_PIXELS)) return light
  let spread = light
  for (let pass = 0; pass < PASSES; pass++) spread = spreadOnce(spread, discs, view.width, view.height)
  return spread
}
