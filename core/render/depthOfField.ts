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

/** Diameters of pixels' discs in pixels, 0 where they are sharp: behind the focus, and before it. */
type Discs = { behind: Float32Array; before: Float32Array; most: { behind: number; before: number } }

const discsOf = ({ width, height, surface, points }: FrameView, projection: Projection, lens: Lens): Discs => {
  const { eye, ahead } = projection
  const [behind, before] = [new Float32Array(width * height), new Float32Array(width * height)]
  const most = { behind: 0, before: 0 }
  for (let pixel = 0; pixel < behind.length; pixel++) {
    if (surface[pixel]! < 0) continue
    const at = pixel * 6
    const away =
      (points[at]! - eye[0]) * ahead[0] + (points[at + 1]! - eye[1]) * ahead[1] + (points[at + 2]! - eye[2]) * ahead[2]
    const pixels = away > 0.05 ? (blurMm(lens, away) / lens.sensorWidthMm) * width : 0
    if (pixels <= SHARP_PIXELS) continue
    const disc = Math.min(MOST_SHARE * width, pixels)
    const side = away < lens.focusM ? 'before' : 'behind'
    ;(side === 'before' ? before : behind)[pixel] = disc
    most[side] = Math.max(most[side], disc)
  }
  return { behind, before, most }
}

/** Part of a picture: light of three channels, and how much of each pixel it takes, four numbers a pixel. */
type Layer = Float32Array

const layerWhere = (light: Float32Array, isIn: (pixel: number) => boolean): Layer => {
  const layer = new Float32Array((light.length / 3) * 4)
  for (let pixel = 0; pixel < light.length / 3; pixel++) {
    if (!isIn(pixel)) continue
    layer[pixel * 4] = light[pixel * 3]!
    layer[pixel * 4 + 1] = light[pixel * 3 + 1]!
    layer[pixel * 4 + 2] = light[pixel * 3 + 2]!
    layer[pixel * 4 + 3] = 1
  }
  return layer
}

/** Sums of a layer from the upper left to each corner of its pixels. */
const sumsOf = (layer: Layer, width: number, height: number): Float64Array => {
  const across = width + 1
  const sums = new Float64Array(across * (height + 1) * 4)
  for (let y = 0; y < height; y++) {
    let [red, green, blue, taken] = [0, 0, 0, 0]
    for (let x = 0; x < width; x++) {
      const from = (y * width + x) * 4
      red += layer[from]!
      green += layer[from + 1]!
      blue += layer[from + 2]!
      taken += layer[from + 3]!
      const to = ((y + 1) * across + x + 1) * 4
      const above = to - across * 4
      sums[to] = sums[above]! + red
      sums[to + 1] = sums[above + 1]! + green
      sums[to + 2] = sums[above + 2]! + blue
      sums[to + 3] = sums[above + 3]! + taken
    }
  }
  return sums
}

/**
 * One pass: each pixel with a disc takes the mean of a square around it, by running sums.
 * @param isOver the layer lies over others and thins out at its rim; else it is one of many and keeps what it takes
 */
const spreadOnce = (layer: Layer, discs: Float32Array, width: number, height: number, isOver: boolean): Layer => {
  const across = width + 1
  const sums = sumsOf(layer, width, height)
  const spread = layer.slice()
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const pixel = y * width + x
      const half = Math.round(((discs[pixel]! - 1) / 2) * SIDE_SHARE)
      if (half < 1) continue
      const [left, right] = [Math.max(0, x - half), Math.min(width, x + half + 1)]
      const [top, bottom] = [Math.max(0, y - half), Math.min(height, y + half + 1)]
      const [a, b, c, d] = [
        (bottom * across + right) * 4,
        (top * across + right) * 4,
        (bottom * across + left) * 4,
        (top * across + left) * 4,
      ]
      const taken = sums[a + 3]! - sums[b + 3]! - sums[c + 3]! + sums[d + 3]!
      const asMany = taken > 0.5 ? 1 / taken : 0
      const share = isOver ? 1 / ((right - left) * (bottom - top)) : asMany
      const to = pixel * 4
      spread[to] = share * (sums[a]! - sums[b]! - sums[c]! + sums[d]!)
      spread[to + 1] = share * (sums[a + 1]! - sums[b + 1]! - sums[c + 1]! + sums[d + 1]!)
      spread[to + 2] = share * (sums[a + 2]! - sums[b + 2]! - sums[c + 2]! + sums[d + 2]!)
      spread[to + 3] = share * taken
    }
  }
  return spread
}

/** The greatest disc that reaches each pixel: squares about as far around as the greatest of all reaches. */
const reaching = (discs: Float32Array, most: number, width: number, height: number): Float32Array => {
  const half = Math.ceil(most / 2)
  const along = (from: Float32Array, lines: number, length: number, lineStep: number, step: number) => {
    const to = new Float32Array(from.length)
    for (let line = 0; line < lines; line++)
      for (let at = 0; at < length; at++) {
        let greatest = 0
        for (let near = Math.max(0, at - half); near <= Math.min(length - 1, at + half); near++)
          greatest = Math.max(greatest, from[line * lineStep + near * step]!)
        to[line * lineStep + at * step] = greatest
      }
    return to
  }
  return along(along(discs, height, width, width, 1), width, height, 1, width)
}

/** Lays what is before the focus over the rest, which shows through where it thins out at its rim. */
const laidOver = (rest: Float32Array, light: Float32Array, { before, most }: Discs, width: number, height: number) => {
  const reach = reaching(before, most.before, width, height)
  let over = layerWhere(light, pixel => before[pixel]! > 0)
  for (let pass = 0; pass < PASSES; pass++) over = spreadOnce(over, reach, width, height, true)
  // What is hidden by it is taken to be as what is beside it.
  const beside = spreadOnce(
    layerWhere(rest, pixel => before[pixel] === 0),
    reach,
    width,
    height,
    false,
  )
  const whole = rest.slice()
  for (let pixel = 0; pixel < reach.length; pixel++) {
    const taken = over[pixel * 4 + 3]!
    if (taken <= 0) continue
    const isHidden = before[pixel]! > 0
    const isKnown = !isHidden || beside[pixel * 4 + 3]! > 0.5
    for (let channel = 0; channel < 3; channel++) {
      const under = isHidden ? beside[pixel * 4 + channel]! : rest[pixel * 3 + channel]!
      const own = over[pixel * 4 + channel]!
      whole[pixel * 3 + channel] = isKnown ? own + (1 - taken) * under : own / taken
    }
  }
  return whole
}

/**
 * Throws what lies before or behind the focus out of it, as aperture, focal length and distances make it. What is
 * sharp stays as it is and gives nothing to what is behind it; what is before it spreads over it. The light that is
 * given stays untouched.
 * @param light three channels a pixel
 */
export const depthOfField = (
  view: FrameView,
  light: Float32Array,
  projection: Projection,
  lens: Lens,
): Float32Array => {
  const { width, height } = view
  const discs = discsOf(view, projection, lens)
  let rest = light
  if (discs.most.behind > 0) {
    let layer = layerWhere(light, pixel => discs.behind[pixel]! > 0)
    for (let pass = 0; pass < PASSES; pass++) layer = spreadOnce(layer, discs.behind, width, height, false)
    rest = light.slice()
    for (let pixel = 0; pixel < discs.behind.length; pixel++) {
      if (discs.behind[pixel] === 0) continue
      for (let channel = 0; channel < 3; channel++) rest[pixel * 3 + channel] = layer[pixel * 4 + channel]!
    }
  }
  return discs.most.before > 0 ? laidOver(rest, light, discs, width, height) : rest
}
