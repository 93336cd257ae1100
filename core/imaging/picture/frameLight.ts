import { SRGB_RESPONSE, type Response } from '../../camera/response'
import type { Falloff } from '../../camera/falloff'
import { LUMINANCE_WEIGHTS } from '../../physics/units/rgb'
import type { Reduced } from './downsample'

/** What the camera received, worked back from a picture's values through its response. */
export type FrameLight = {
  width: number
  height: number
  /** Linear light, luminance, the lens's veil and its fall-off taken off; 0.18 is mid grey at the camera setting. */
  light: Float32Array
  /** Value that each pixel renders, 0..255, of its luminance; the veil is in it. */
  value: Float32Array
  /** Pixels of which so little is clipped that their light can be trusted. */
  isInRange: Uint8Array
  /** Light at which the picture is white, where the light itself goes on over it: the sensor's own. */
  whiteLight?: number
  /** Light that the lens spreads over every pixel. */
  veil: number
}

const STEPS = 4096
/** More of a pixel's part than this clipped, and its mean is too low. */
const CLIPPED_SHARE = 0.02
/** Within this of white, light is worth nothing more than "at least". */
const WHITE = 254.5

/**
 * Works light back from a picture. `veilingGlare` is the share of the frame's mean light that the lens spreads over
 * all of it.
 */
export const frameLight = (
  { width, height, linear, anyClipped, received: told }: Reduced,
  response: Response,
  veilingGlare: number,
  falloff?: Pick<Falloff, 'share'>,
): FrameLight => {
  const count = width * height
  const back = Float32Array.from({ length: STEPS + 1 }, (_, step) => response.linearFromValue((255 * step) / STEPS))
  const values = Float32Array.from({ length: STEPS + 1 }, (_, step) =>
    SRGB_RESPONSE.valueFromLinear((step / STEPS) ** 2),
  )
  const valueOf = (share: number): number => {
    // By the root of the light, dark tones get steps enough.
    const place = Math.sqrt(Math.min(1, Math.max(0, share))) * STEPS
    const low = Math.min(STEPS - 1, place | 0)
    return values[low]! + (place - low) * (values[low + 1]! - values[low]!)
  }
  const lightOf = (value: number): number => {
    const place = (value / 255) * STEPS
    const low = Math.min(STEPS - 1, place | 0)
    return back[low]! + (place - low) * (back[low + 1]! - back[low]!)
  }
  const light = new Float32Array(count)
  const value = new Float32Array(count)
  const isInRange = new Uint8Array(count)
  let sum = 0
  for (let at = 0; at < count; at++) {
    let [received, shown] = [0, 0]
    for (let channel = 0; channel < 3; channel++) {
      const share = linear[at * 3 + channel]!
      shown += LUMINANCE_WEIGHTS[channel]! * share
      received += LUMINANCE_WEIGHTS[channel]! * (told ? told[at * 3 + channel]! : lightOf(valueOf(share)))
    }
    value[at] = valueOf(shown)
    light[at] = received
    isInRange[at] = Number(anyClipped[at]! <= CLIPPED_SHARE && (told !== undefined || value[at]! < WHITE))
    sum += received
  }
  // What is recorded holds the veil already: the scene's own mean is less by as much.
  const veil = ((sum / Math.max(1, count)) * veilingGlare) / (1 + veilingGlare)
  // What the lens takes toward the corners is the camera's and not the lamps': it is given back before anything is
  // read.
  for (let at = 0; at < count; at++)
    light[at] =
      Math.max(1e-6, light[at]! - veil) /
      (falloff ? falloff.share(((at % width) + 0.5) / width, (Math.floor(at / width) + 0.5) / height) : 1)
  return {
    width,
    height,
    light,
    value,
    isInRange,
    veil,
    ...(told ? { whiteLight: response.linearFromValue(WHITE) - veil } : {}),
  }
}
