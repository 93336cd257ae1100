/** How a camera turns linear light into pixel values, and back. */
export type Response = {
  /** Pixel value 0..255 (not rounded) of a linear value; clipped at both ends. */
  valueFromLinear: (linear: number) => number
  /** Linear value that renders a pixel value of 0..255. */
  linearFromValue: (value: number) => number
}

/** IEC 61966-2-1:1999: the slope and limits of the sRGB transfer function. */
const LINEAR_LIMIT = 0.0031308
const VALUE_LIMIT = 0.04045
const SLOPE = 12.92
const OFFSET = 0.055
const GAMMA = 2.4
const WHITE = 255

const encode = (linear: number): number =>
  linear <= LINEAR_LIMIT ? SLOPE * linear : (1 + OFFSET) * linear ** (1 / GAMMA) - OFFSET

const decode = (share: number): number =>
  share <= VALUE_LIMIT ? share / SLOPE : ((share + OFFSET) / (1 + OFFSET)) ** GAMMA

/** Straight sRGB: linear 1 renders 255, linear 0.18 renders 118. */
export const SRGB_RESPONSE: Response = {
  valueFromLinear: linear => WHITE * encode(Math.min(1, Math.max(0, linear))),
  linearFromValue: value => decode(Math.min(WHITE, Math.max(0, value)) / WHITE),
}

/** The response that a set's camera names. */
export const responseOf = (camera: { response: { kind: 'srgb' } }): Response => {
  switch (camera.response.kind) {
    case 'srgb': return SRGB_RESPONSE
  }
}
