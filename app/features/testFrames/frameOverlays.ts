import { withClipTexture } from '../../support/clipTexture'
import { bandOf } from '../../support/evenBand'
import { BACKDROP, FLOOR, SUBJECT } from '#core/imaging/regions/regions'

type Size = { width: number; height: number }
type Pixels = Uint8ClampedArray<ArrayBuffer>

const PITCH = 8
const OUTLINE = 255

/**
 * A picture with its regions told by texture: the subject under slanting lines, the floor under level ones, the
 * backdrop plain, an outline between.
 */
export const regionPicture = (picture: Pixels, regions: Uint8Array, { width, height }: Size): Pixels => {
  const drawn = picture.slice()
  for (let y = 0, at = 0; y < height; y++) {
    for (let x = 0; x < width; x++, at++) {
      const region = regions[at]
      const isEdge = (x > 0 && regions[at - 1] !== region) || (y > 0 && regions[at - width] !== region)
      const isLine = (region === SUBJECT && (x + y) % PITCH === 0) || (region === FLOOR && y % PITCH === 0)
      if (!isEdge && !isLine) continue
      const line = picture[at * 4 + 1]! > 128 ? 40 : 210
      const mark = isEdge ? OUTLINE : line
      drawn.fill(mark, at * 4, at * 4 + 3)
    }
  }
  return drawn
}

const DIM = 0.35

/** The backdrop in bands of a tenth of a stop about a light grey, the rest of the picture dimmed. */
export const evenPicture = (
  picture: Pixels,
  regions: Uint8Array,
  light: Float32Array,
  isInRange: Uint8Array,
  { width }: Size,
): Pixels => {
  const inside = [...regions.keys()].filter(at => regions[at] === BACKDROP && isInRange[at])
  const reference = inside.length > 0 ? Math.log2(inside.reduce((sum, at) => sum + light[at]!, 0) / inside.length) : 0
  const drawn = picture.slice()
  for (let at = 0; at < regions.length; at++) {
    if (regions[at] === BACKDROP)
      drawn.fill(isInRange[at] ? bandOf(Math.log2(light[at]!) - reference) : 255, at * 4, at * 4 + 3)
    else for (let channel = 0; channel < 3; channel++) drawn[at * 4 + channel] = picture[at * 4 + channel]! * DIM
  }
  return withClipTexture(drawn, width)
}

const GREYS_A_STOP = 100

/**
 * Differences in stops as greys about a middle one: lighter where the second picture is; what cannot be compared is
 * black.
 */
export const differencePicture = (stops: Float32Array): Pixels => {
  const drawn = new Uint8ClampedArray(stops.length * 4)
  stops.forEach((stop, at) => {
    drawn.fill(Number.isNaN(stop) ? 0 : 128 + (GREYS_A_STOP * Math.round(stop * 10)) / 10, at * 4, at * 4 + 3)
    drawn[at * 4 + 3] = 255
  })
  return drawn
}
