import { exposureGain } from '../camera/exposureGain'
import type { CameraSetting } from '../model/schema'
import type { Rgb } from '../physics/units/rgb'
import type { FrameView } from './gBuffer'
import { clippingLinear, type Response } from '../camera/response'

/** A lens that spreads nothing, as for maps. */
export const NO_VEIL: Rgb = [0, 0, 0]

/** A light's frame with the factor of its power. */
export type WeightedFrame = { layer: Float32Array; weight: number }

/** Steps of the table from linear light to pixel values, for every 1 of linear light. */
const TABLE_STEPS = 4096
/** A response that clips later than this, in linear light, is cut here. */
const LATEST_WHITE = 16

const OPAQUE = 0xff000000

/** Pixel values from black to where the response is white: a shoulder or a lens that takes light clips past 1. */
const toneTable = (response: Response): Uint8ClampedArray => {
  const steps = Math.ceil(TABLE_STEPS * Math.min(LATEST_WHITE, Math.max(1, clippingLinear(response))))
  const table = new Uint8ClampedArray(steps + 1)
  for (let step = 0; step <= steps; step++) table[step] = response.valueFromLinear(step / TABLE_STEPS)
  return table
}

/** Layers that are added in one pass: the sum is read and written once for all of them. */
const AT_ONCE = 4

const addOne = (sum: Float32Array, { layer, weight }: WeightedFrame): void => {
  for (let at = 0; at < sum.length; at++) sum[at]! += layer[at]! * weight
}

/** One to four layers; those that lack count nothing. */
const addSome = (sum: Float32Array, some: readonly WeightedFrame[], isFirst: boolean): void => {
  const none = { layer: some[0]!.layer, weight: 0 }
  const [
    { layer: a, weight: ofA },
    { layer: b, weight: ofB } = none,
    { layer: c, weight: ofC } = none,
    { layer: d, weight: ofD } = none,
  ] = some as readonly [WeightedFrame, ...WeightedFrame[]]
  if (isFirst)
    for (let at = 0; at < sum.length; at++) sum[at] = a[at]! * ofA + b[at]! * ofB + c[at]! * ofC + d[at]! * ofD
  else for (let at = 0; at < sum.length; at++) sum[at]! += a[at]! * ofA + b[at]! * ofB + c[at]! * ofC + d[at]! * ofD
}

/** Adds layers times their weights to a sum, or writes it anew from them. */
export const addLayers = (sum: Float32Array, layers: readonly WeightedFrame[], isAnew: boolean): void => {
  if (isAnew && layers.length === 0) sum.fill(0)
  for (let from = 0; from < layers.length; from += AT_ONCE) {
    const some = layers.slice(from, from + AT_ONCE)
    const isFirst = isAnew && from === 0
    if (some.length === 1 && !isFirst) addOne(sum, some[0]!)
    else addSome(sum, some, isFirst)
  }
}

/**
 * Linear value of every channel of every pixel: what is sent back over the camera setting, plus the lens's veil (as
 * light on white).
 */
export const linearFrame = (
  view: Pick<FrameView, 'width' | 'height'>,
  frames: readonly WeightedFrame[],
  camera: CameraSetting,
  veil: Rgb,
): Float32Array => {
  const linear = new Float32Array(view.width * view.height * 3)
  const gain = exposureGain(camera)
  addLayers(
    linear,
    frames.map(({ layer, weight }) => ({ layer, weight: weight * gain })),
    true,
  )
  for (let at = 0; at < linear.length; at++) linear[at]! += gain * veil[at % 3]!
  return linear
}

/**
 * Turns light into an opaque picture, four bytes a pixel: linear values are the light and the lens's veil times `gain`.
 */
export const toneMapLight = (
  light: Float32Array,
  gain: number,
  veil: Rgb,
  response: Response,
): Uint8ClampedArray<ArrayBuffer> => {
  const table = toneTable(response)
  const last = table.length - 1
  const pixels = new Uint8ClampedArray((light.length / 3) * 4)
  // Four bytes in one go, the first of them lowest, as every machine has them that a browser runs on.
  const words = new Uint32Array(pixels.buffer)
  const scale = gain * TABLE_STEPS
  // With half a step more, cutting off rounds.
  const [red, green, blue] = [veil[0] * scale + 0.5, veil[1] * scale + 0.5, veil[2] * scale + 0.5]
  for (let index = 0, at = 0; index < light.length; index += 3, at++) {
    const r = Math.min(last, Math.max(0, light[index]! * scale + red)) | 0
    const g = Math.min(last, Math.max(0, light[index + 1]! * scale + green)) | 0
    const b = Math.min(last, Math.max(0, light[index + 2]! * scale + blue)) | 0
    words[at] = table[r]! | (table[g]! << 8) | (table[b]! << 16) | OPAQUE
  }
  return pixels
}

/** Turns linear values into an opaque picture, four bytes a pixel. */
export const developFrame = (linear: Float32Array, response: Response): Uint8ClampedArray<ArrayBuffer> =>
  toneMapLight(linear, 1, NO_VEIL, response)

/** The most that sixteen bits hold, of which 255 of eight are 257 each. */
const DEEP_WHITE = 65_535

/** The same in sixteen bits, three numbers a pixel: what lies between two of the 256 steps is kept. */
export const deepToneMap = (
  light: Float32Array,
  gain: number,
  veil: Rgb,
  response: Response,
): Uint16Array<ArrayBuffer> => {
  const values = new Uint16Array(light.length)
  for (let at = 0; at < light.length; at++) {
    const value = response.valueFromLinear((light[at]! + veil[at % 3]!) * gain)
    values[at] = Math.round((Math.min(255, Math.max(0, value)) / 255) * DEEP_WHITE)
  }
  return values
}
