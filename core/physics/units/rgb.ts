/** Three linear channels, relative to the camera's white balance: equal channels render neutral. */
export type Rgb = readonly [red: number, green: number, blue: number]

/** Weights of the linear channels in luminance: IEC 61966-2-1 (primaries of ITU-R BT.709). */
export const LUMINANCE_WEIGHTS: Rgb = [0.2126, 0.7152, 0.0722]

/** Equal in all channels. */
export const grey = (level: number): Rgb => [level, level, level]

/** Luminance of a linear colour (IEC 61966-2-1, Rec. 709 weights). */
export const luminance = (colour: Rgb): number =>
  colour[0] * LUMINANCE_WEIGHTS[0] + colour[1] * LUMINANCE_WEIGHTS[1] + colour[2] * LUMINANCE_WEIGHTS[2]

/** A colour times a factor. */
export const scaleRgb = (colour: Rgb, factor: number): Rgb => [
  colour[0] * factor,
  colour[1] * factor,
  colour[2] * factor,
]

/** Two colours multiplied channel by channel. */
export const multiplyRgb = (a: Rgb, b: Rgb): Rgb => [a[0] * b[0], a[1] * b[1], a[2] * b[2]]
