import type { BracketStep } from '../../camera/bracket'
import { SRGB_RESPONSE } from '../../camera/response'
import { luminance } from '../../physics/units/rgb'
import { quantile } from '../regions/smoothField'
import type { Reduced } from './downsample'

/** Mid grey, by which stops are counted. */
const CARD = 0.18
const BIN_STOPS = 0.25
const LEAST_PIXELS = 12
/** A pixel that differs more from its neighbours, stops, lies on an edge: two files may be a hair apart there. */
const EDGE_STOPS = 0.12
/** More of a pixel's part than this at its end, and its mean is too low. */
const CLIPPED_SHARE = 0.02
const SHAPE_SHARE = 0.03

const at = (linear: Float32Array, pixel: number): number =>
  luminance([linear[pixel * 3]!, linear[pixel * 3 + 1]!, linear[pixel * 3 + 2]!])

/**
 * What a camera makes of light, from one shot that it kept twice: as the numbers of its sensor, with their light beside
 * them, and as a picture. Steps of a quarter of a stop over mid grey; empty where the two have not one shape.
 */
export const pairSteps = (raw: Reduced, picture: Reduced): BracketStep[] => {
  const { received, width, height } = raw
  if (!received) return []
  if (Math.abs(Math.log(width / height / (picture.width / picture.height))) > SHAPE_SHARE) return []
  const stopsAt = (pixel: number) => Math.log2(Math.max(1e-9, at(received, pixel)) / CARD)
  const bins = new Map<number, { stops: number[]; values: number[] }>()
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1; x < width - 1; x++) {
      const pixel = y * width + x
      if (raw.anyClipped[pixel]! > CLIPPED_SHARE) continue
      const stops = stopsAt(pixel)
      const isEdge = [-1, 1, -width, width].some(step => Math.abs(stopsAt(pixel + step) - stops) > EDGE_STOPS)
      if (isEdge) continue
      const other =
        Math.min(picture.height - 1, Math.floor(((y + 0.5) / height) * picture.height)) * picture.width +
        Math.min(picture.width - 1, Math.floor(((x + 0.5) / width) * picture.width))
      // Where one channel of the picture is at its end, its luminance is too low; where all are, it is white.
      const isPartly = picture.anyClipped[other]! > CLIPPED_SHARE && picture.clipped[other]! < 1 - CLIPPED_SHARE
      if (isPartly) continue
      const bin = Math.round(stops / BIN_STOPS)
      const own = bins.get(bin) ?? { stops: [], values: [] }
      bins.set(bin, own)
      own.stops.push(stops)
      own.values.push(SRGB_RESPONSE.valueFromLinear(at(picture.linear, other)))
    }
  }
  return [...bins.values()]
    .filter(({ stops }) => stops.length >= LEAST_PIXELS)
    .map(({ stops, values }) => ({ stops: quantile(stops, 0.5), value: quantile(values, 0.5) }))
    .sort((a, b) => a.stops - b.stops)
}
