import { METER_CONSTANT } from '../photometry/meter'
import type { CameraSetting } from '../set/schema'
import { luminance } from '../units/rgb'
import type { FrameView } from './frameView'
import type { Response } from './response'

/** A light's frame with the factor of its power. */
export type WeightedFrame = { layer: Float32Array, weight: number }

/** Steps of the table from linear light to pixel values. */
const TABLE_STEPS = 4096

const toneTable = (response: Response): Uint8ClampedArray =>
  Uint8ClampedArray.from({ length: TABLE_STEPS + 1 }, (_, step) => response.valueFromLinear(step / TABLE_STEPS))

/** Adds a layer times a factor; the first one is written, so that nothing has to be cleared. */
export const addLayer = (sum: Float32Array, layer: Float32Array, factor: number, isFirst: boolean): void => {
  if (isFirst) for (let at = 0; at < sum.length; at++) sum[at] = layer[at]! * factor
  else for (let at = 0; at < sum.length; at++) sum[at]! += layer[at]! * factor
}

const meanLuminance = (linear: Float32Array): number => {
  let red = 0
  let green = 0
  let blue = 0
  for (let at = 0; at < linear.length; at += 3) {
    red += linear[at]!
    green += linear[at + 1]!
    blue += linear[at + 2]!
  }
  return luminance([red, green, blue]) / Math.max(1, linear.length / 3)
}

/** Linear value that light of 1 lx s makes at a camera setting: a flat reading at the setting puts reflectance R at linear value R. */
export const exposureGain = ({ iso, fNumber }: Pick<CameraSetting, 'iso' | 'fNumber'>): number => iso / (METER_CONSTANT.flat * fNumber ** 2)

/** Linear value of every channel of every pixel: what is sent back over the camera setting, plus the lens's veil. */
export const linearFrame = (view: Pick<FrameView, 'width' | 'height'>, frames: readonly WeightedFrame[], camera: CameraSetting, veilingGlare: number): Float32Array => {
  const linear = new Float32Array(view.width * view.height * 3)
  const gain = exposureGain(camera)
  frames.forEach(({ layer, weight }, index) => addLayer(linear, layer, weight * gain, index === 0))
  const veil = veilingGlare * meanLuminance(linear)
  if (veil > 0) for (let at = 0; at < linear.length; at++) linear[at]! += veil
  return linear
}

const stepOf = (value: number): number => value >= 1 ? TABLE_STEPS : value > 0 ? (value * TABLE_STEPS + 0.5) | 0 : 0

/**
 * Turns light into an opaque picture, four bytes a pixel: linear values are the light times `gain`, plus the veil of the lens, a share
 * of their mean.
 */
export const developLight = (light: Float32Array, gain: number, veilingGlare: number, response: Response): Uint8ClampedArray<ArrayBuffer> => {
  const table = toneTable(response)
  const pixels = new Uint8ClampedArray(light.length / 3 * 4)
  const veil = veilingGlare > 0 ? veilingGlare * gain * meanLuminance(light) : 0
  for (let index = 0, at = 0; index < light.length; index += 3, at += 4) {
    pixels[at] = table[stepOf(light[index]! * gain + veil)]!
    pixels[at + 1] = table[stepOf(light[index + 1]! * gain + veil)]!
    pixels[at + 2] = table[stepOf(light[index + 2]! * gain + veil)]!
    pixels[at + 3] = 255
  }
  return pixels
}

/** Turns linear values into an opaque picture, four bytes a pixel. */
export const developFrame = (linear: Float32Array, response: Response): Uint8ClampedArray<ArrayBuffer> => developLight(linear, 1, 0, response)
