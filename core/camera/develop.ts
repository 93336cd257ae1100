import { METER_CONSTANT } from '../photometry/meter'
import type { CameraSetting } from '../set/schema'
import { LUMINANCE_WEIGHTS } from '../units/rgb'
import type { FrameView } from './frameView'
import type { Response } from './response'

/** A light's frame with the factor of its power. */
export type WeightedFrame = { layer: Float32Array, weight: number }

/** Steps of the table from linear light to pixel values. */
const TABLE_STEPS = 4096

const toneTable = (response: Response): Uint8ClampedArray =>
  Uint8ClampedArray.from({ length: TABLE_STEPS + 1 }, (_, step) => response.valueFromLinear(step / TABLE_STEPS))

/** Linear value of every channel of every pixel: what is sent back over the camera setting, plus the lens's veil. */
export const linearFrame = (view: FrameView, frames: readonly WeightedFrame[], camera: CameraSetting, veilingGlare: number): Float32Array => {
  const linear = new Float32Array(view.width * view.height * 3)
  // A flat reading at the camera setting puts reflectance R at linear value R.
  const unit = camera.iso / (METER_CONSTANT.flat * camera.fNumber ** 2)
  for (const { layer, weight } of frames) {
    const factor = weight * unit
    for (let index = 0; index < linear.length; index++) linear[index]! += layer[index]! * factor
  }
  const mean = [0, 0, 0]
  for (let index = 0; index < linear.length; index++) {
    mean[index % 3]! += linear[index]!
  }
  const pixels = view.width * view.height
  const veil = veilingGlare * mean.reduce((sum, total, channel) => sum + total / pixels * LUMINANCE_WEIGHTS[channel]!, 0)
  for (let index = 0; index < linear.length; index++) linear[index]! += veil
  return linear
}

/** Turns linear values into an opaque picture, four bytes a pixel. */
export const developFrame = (linear: Float32Array, response: Response): Uint8ClampedArray<ArrayBuffer> => {
  const table = toneTable(response)
  const pixels = new Uint8ClampedArray(linear.length / 3 * 4)
  for (let index = 0, at = 0; index < linear.length; index += 3, at += 4) {
    for (let channel = 0; channel < 3; channel++) {
      pixels[at + channel] = table[Math.min(TABLE_STEPS, Math.max(0, Math.round(linear[index + channel]! * TABLE_STEPS)))]!
    }
    pixels[at + 3] = 255
  }
  return pixels
}
