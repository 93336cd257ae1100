/** How the numbers of a video stand for light: which matrix made them of red, green and blue, and over which range. */
export type VideoSpace = { matrix: 'bt601' | 'bt709'; isFullRange: boolean }

/** Weights of red and blue in the luma of ITU-R BT.601-7 and BT.709-6; green has the rest. */
const WEIGHTS = { bt601: { red: 0.299, blue: 0.114 }, bt709: { red: 0.2126, blue: 0.0722 } } as const

/** Eight-bit luma from 16 to 235 and chroma from 16 to 240 about 128 in the limited range, 0 to 255 in the full one. */
const SCALES = {
  limited: { black: 16, luma: 255 / 219, chroma: 255 / 224 },
  full: { black: 0, luma: 1, chroma: 1 },
} as const

/** Video of so many lines or more is BT.709 where it does not say; common practice, no source. */
const HIGH_LINES = 720

/** What a video without any word about it is taken for. */
export const usualSpace = (height: number): VideoSpace => ({
  matrix: height >= HIGH_LINES ? 'bt709' : 'bt601',
  isFullRange: false,
})

/** Planes of a video frame: luma a byte a pixel, chroma a quarter of that, apart (I420) or in pairs (NV12). */
export type Planes = {
  kind: 'I420' | 'NV12'
  data: Uint8Array
  /** Where each plane begins, and the bytes from row to row. */
  layout: readonly { offset: number; stride: number }[]
}

/** A part of a picture, pixels; all even where chroma is shared. */
export type Crop = { left: number; top: number; width: number; height: number }

/** How many pixels across and down there are where one of every so many is taken. */
export const sampled = ({ width, height }: Crop, every: number): { width: number; height: number } => ({
  width: Math.ceil(width / every),
  height: Math.ceil(height / every),
})

/** The largest part of a picture in its middle that has a shape, in even pixels. */
export const croppedTo = (width: number, height: number, shape: number): Crop => {
  const even = (pixels: number) => Math.max(2, 2 * Math.floor(pixels / 2))
  const [w, h] = width / height > shape ? [even(height * shape), even(height)] : [even(width), even(width / shape)]
  return { left: 2 * Math.floor((width - w) / 4), top: 2 * Math.floor((height - h) / 4), width: w, height: h }
}

/**
 * Red, green and blue of a part of a video frame, three bytes a pixel. Chroma is that of the four pixels that share it.
 * @param every takes one pixel of so many across and down
 */
export const rgbOf = ({ kind, data, layout }: Planes, crop: Crop, space: VideoSpace, every = 1): Uint8Array => {
  const { left, top, width, height } = crop
  const size = sampled(crop, every)
  const { red, blue } = WEIGHTS[space.matrix]
  const green = 1 - red - blue
  const { black, luma, chroma } = space.isFullRange ? SCALES.full : SCALES.limited
  const redOfV = 2 * (1 - red) * chroma
  const blueOfU = 2 * (1 - blue) * chroma
  const greenOfU = (blueOfU * blue) / green
  const greenOfV = (redOfV * red) / green
  const out = new Uint8ClampedArray(3 * size.width * size.height)
  const step = kind === 'NV12' ? 2 : 1
  const [lumaAt, uAt] = [layout[0]!, layout[1]!]
  const vAt = kind === 'NV12' ? { offset: uAt.offset + 1, stride: uAt.stride } : layout[2]!
  let to = 0
  for (let y = top; y < top + height; y += every) {
    const row = lumaAt.offset + y * lumaAt.stride
    const [rowU, rowV] = [uAt.offset + (y >> 1) * uAt.stride, vAt.offset + (y >> 1) * vAt.stride]
    for (let x = left; x < left + width; x += every) {
      const light = luma * (data[row + x]! - black)
      const u = data[rowU + step * (x >> 1)]! - 128
      const v = data[rowV + step * (x >> 1)]! - 128
      out[to] = light + redOfV * v
      out[to + 1] = light - greenOfU * u - greenOfV * v
      out[to + 2] = light + blueOfU * u
      to += 3
    }
  }
  return new Uint8Array(out.buffer)
}

/** The same of a frame that holds red, green and blue already, four bytes a pixel in either order. */
export const rgbOfPixels = (
  { data, stride, isBlueFirst }: { data: Uint8Array; stride: number; isBlueFirst: boolean },
  crop: Crop,
  every = 1,
): Uint8Array => {
  const { left, top, width, height } = crop
  const size = sampled(crop, every)
  const out = new Uint8Array(3 * size.width * size.height)
  let to = 0
  for (let y = top; y < top + height; y += every)
    for (let x = left; x < left + width; x += every) {
      const from = y * stride + 4 * x
      out[to] = data[from + (isBlueFirst ? 2 : 0)]!
      out[to + 1] = data[from + 1]!
      out[to + 2] = data[from + (isBlueFirst ? 0 : 2)]!
      to += 3
    }
  return out
}
