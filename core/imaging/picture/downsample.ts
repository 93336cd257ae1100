import { addCubeLight } from '../colour/colourCube'
import type { ColourProfile } from '../colour/colourProfile'
import { LUMINANCE_WEIGHTS } from '../../physics/units/rgb'

/** Rows of a decoded picture: 1 (grey), 2 (grey, opacity), 3 or 4 channels (the last opacity), 8 or 16 bits each. */
export type Rows = {
  data: Uint8Array | Uint8ClampedArray | Uint16Array
  channels: number
  count: number
  /** The file can hold no opacity, whatever its decoder adds. */
  isOpaque?: boolean
}

/**
 * A picture small enough to be looked at as a whole, in linear sRGB; each pixel is the mean light of its part of the
 * file.
 */
export type Reduced = {
  width: number
  height: number
  /** Three channels a pixel; 1 is the white of the file. */
  linear: Float32Array
  /** Shares of each pixel's part where every channel is at its end, where any is, and where all are black. */
  clipped: Float32Array
  anyClipped: Float32Array
  crushed: Float32Array
  /** Pixels of the file by its own value of luminance, 0..255; of large files a sample of them. */
  histogram: Float64Array
  /** Pixels of the file, all of them. */
  pixels: number
  /** Share of what was looked at that is see-through. */
  seeThrough: number
  /** What the sensor itself recorded, where the file holds that. */
  sensor?: SensorLight
  /** Light that the camera received, three channels a pixel, where its own numbers tell; 1 is white. */
  received?: Float32Array
}

/** The sensor's own numbers: shares of its end, where 1 is all that it can hold. */
type SensorLight = {
  /** Linear sRGB in the camera's white balance, three channels a pixel; 1 is a neutral grey at the end of green. */
  linear: Float32Array
  /** Shares of the end of each channel before any balance, three a pixel. */
  shares: Float32Array
}

/** How the numbers of a file are to be taken. */
export type Numbers = {
  /** The greatest that a channel can hold. */
  most: number
  profile: ColourProfile
  /** They are a sensor's own. */
  isSensor?: boolean
}

/** Pixels of the longer side. */
const REDUCED_SIDE = 480

const BINS = 256
/** The greatest number of 16 bits. */
const DEEPEST = 65_535
/** At or under this share of the range a pixel counts as crushed. */
const CRUSHED_SHARE = 1 / 255

/**
 * So many pixels in a row and column of each part are enough: of larger pictures every second pixel is taken, or
 * every third.
 */
const ENOUGH = 6

/** Luminance of a file's values, as weights of 256 parts. */
const [RED, GREEN] = LUMINANCE_WEIGHTS.map(weight => Math.round(256 * weight)) as [number, number, number]
const BLUE = 256 - RED - GREEN

/** Less of the whole range than this is see-through. */
const OPAQUE_SHARE = 0.98

/**
 * Takes a picture in, some rows at a time from its top, and makes it small. Averages light and not values, so that
 * noise shifts
 * nothing. Turned upright at its end by the EXIF orientation (1 to 8).
 */
export const reducer = (
  width: number,
  height: number,
  { most, profile, isSensor = false }: Numbers,
  side = REDUCED_SIDE,
) => {
  const scale = Math.max(1, Math.max(width, height) / side)
  const stride = Math.max(1, Math.floor(scale / ENOUGH))
  const [columns, rows] = [Math.max(1, Math.round(width / scale)), Math.max(1, Math.round(height / scale))]
  // A sensor may go on a little over the end that its file names.
  const values = isSensor ? DEEPEST + 1 : most + 1
  const tables = profile.curves.map(curve =>
    Float32Array.from({ length: values }, (_, value) => curve(Math.min(1, value / most))),
  )
  const { cube } = profile
  const cubeSums = new Float64Array(3)
  const [reds, greens, blues] = tables as [Float32Array, Float32Array, Float32Array]
  const crushedAt = Math.floor(CRUSHED_SHARE * most)
  // Values of a sensor are no values of a picture: its histogram is made where it is developed.
  const shift = isSensor ? 31 : 8 + Math.log2(most + 1) - Math.log2(BINS)
  const opaqueFrom = OPAQUE_SHARE * most
  let [looked, through] = [0, 0]
  const edges = Int32Array.from({ length: columns + 1 }, (_, column) => Math.round((column * width) / columns))
  const sums = new Float64Array(columns * rows * 3)
  const [clipped, anyClipped, crushed] = [
    new Float32Array(columns * rows),
    new Float32Array(columns * rows),
    new Float32Array(columns * rows),
  ]
  const counts = new Uint32Array(columns * rows)
  const histogram = new Float64Array(BINS)
  const bins = new Uint32Array(BINS)

  const takeRow = ({ data, channels, isOpaque }: Rows, from: number, row: number) => {
    const toGreen = channels < 3 ? 0 : 1
    const toBlue = channels < 3 ? 0 : 2
    const toOpacity = !isOpaque && (channels === 2 || channels === 4) ? channels - 1 : 0
    for (let column = 0; column < columns; column++) {
      let red = 0
      let green = 0
      let blue = 0
      let full = 0
      let some = 0
      let black = 0
      const end = from + edges[column + 1]! * channels
      for (let at = from + edges[column]! * channels; at < end; at += channels * stride) {
        const r = data[at]!
        const g = data[at + toGreen]!
        const b = data[at + toBlue]!
        if (toOpacity > 0 && data[at + toOpacity]! < opaqueFrom) through++
        if (cube) addCubeLight(cube, cubeSums, r / most, g / most, b / most)
        else {
          red += reds[r]!
          green += greens[g]!
          blue += blues[b]!
        }
        bins[(RED * r + GREEN * g + BLUE * b) >>> shift]!++
        if (r >= most || g >= most || b >= most) {
          some++
          if (r >= most && g >= most && b >= most) full++
        } else if (r <= crushedAt && g <= crushedAt && b <= crushedAt) black++
      }
      if (cube) {
        ;[red, green, blue] = cubeSums as unknown as [number, number, number]
        cubeSums.fill(0)
      }
      const cell = row * columns + column
      sums[cell * 3]! += red
      sums[cell * 3 + 1]! += green
      sums[cell * 3 + 2]! += blue
      clipped[cell]! += full
      anyClipped[cell]! += some
      crushed[cell]! += black
      const samples = Math.ceil((edges[column + 1]! - edges[column]!) / stride)
      counts[cell]! += samples
      looked += samples
    }
  }

  let taken = 0
  /** Takes the next rows; answers the share that is done. */
  const take = (given: Rows): number => {
    const { channels, count } = given
    for (let row = 0; row < count && taken < height; row++, taken++) {
      if (taken % stride === 0)
        takeRow(given, row * width * channels, Math.min(rows - 1, Math.floor((taken * rows) / height)))
    }
    for (let bin = 0; bin < BINS; bin++) histogram[bin]! += bins[bin]!
    bins.fill(0)
    return taken / height
  }

  /** The whole, upright. */
  const finish = (orientation = 1): Reduced => {
    const { matrix } = profile
    const linear = new Float32Array(columns * rows * 3)
    const shares = new Float32Array(isSensor ? linear.length : 0)
    for (let cell = 0; cell < columns * rows; cell++) {
      const share = 1 / Math.max(1, counts[cell]!)
      const [r, g, b] = [sums[cell * 3]! * share, sums[cell * 3 + 1]! * share, sums[cell * 3 + 2]! * share]
      if (isSensor) shares.set([r, g, b], cell * 3)
      for (let channel = 0; channel < 3; channel++) {
        linear[cell * 3 + channel] = matrix
          ? Math.max(0, matrix[channel * 3]! * r + matrix[channel * 3 + 1]! * g + matrix[channel * 3 + 2]! * b)
          : [r, g, b][channel]!
      }
      clipped[cell]! *= share
      anyClipped[cell]! *= share
      crushed[cell]! *= share
    }
    return upright(
      {
        width: columns,
        height: rows,
        linear,
        clipped,
        anyClipped,
        crushed,
        histogram,
        pixels: width * height,
        seeThrough: through / Math.max(1, looked),
        ...(isSensor ? { sensor: { linear, shares } } : {}),
      },
      orientation,
    )
  }

  return { take, finish }
}

/** Turns a picture by its EXIF orientation (CIPA DC-008, tag 0112h). */
export const upright = (picture: Reduced, orientation: number): Reduced => {
  if (orientation < 2 || orientation > 8) return picture
  const { width, height } = picture
  const isTurned = orientation >= 5
  const [wide, high] = isTurned ? [height, width] : [width, height]
  const from = new Int32Array(wide * high)
  for (let y = 0; y < high; y++) {
    for (let x = 0; x < wide; x++) {
      const [u, v] = (
        [
          [x, y],
          [wide - 1 - x, y],
          [wide - 1 - x, high - 1 - y],
          [x, high - 1 - y],
          [y, x],
          [y, wide - 1 - x],
          [high - 1 - y, wide - 1 - x],
          [high - 1 - y, x],
        ] as const
      )[orientation - 1]!
      from[y * wide + x] = v * width + u
    }
  }
  const moved = (map: Float32Array) => Float32Array.from(from, cell => map[cell]!)
  const movedColours = (map: Float32Array) =>
    Float32Array.from({ length: map.length }, (_, at) => map[from[Math.floor(at / 3)]! * 3 + (at % 3)]!)
  const { sensor } = picture
  return {
    ...picture,
    width: wide,
    height: high,
    linear: movedColours(picture.linear),
    ...(sensor ? { sensor: { linear: movedColours(sensor.linear), shares: movedColours(sensor.shares) } } : {}),
    clipped: moved(picture.clipped),
    anyClipped: moved(picture.anyClipped),
    crushed: moved(picture.crushed),
  }
}
