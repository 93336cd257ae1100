import { exposureGain } from '../camera/exposureGain'
import { responseOf, type Response } from '../camera/response'
import type { LightLayer } from '../physics/transport/lightLayer'
import type { Weight } from '../physics/transport/exposureAt'
import type { CameraSetting, StudioSet } from '../model/schema'
import { luminance, multiplyRgb, type Rgb } from '../physics/units/rgb'
import { stopsFromRatio } from '../physics/units/stops'

/** A pixel as the camera renders it. */
export type Rendered = {
  /** Linear light by channel, the lens's veil included; 1 is white on the straight curve. */
  linear: Rgb
  /** Pixel values by channel, 0 to 255. */
  values: Rgb
  /** Pixel value of its luminance. */
  value: number
  /** Stops by which each channel is past clipping; below 0 it is not clipped. */
  pastClipping: Rgb
}

/** The channels of a picture, in order. */
export const CHANNEL_NAMES = ['red', 'green', 'blue'] as const

/**
 * What the lens spreads over every pixel, as light on white: its glare index times what is in it, lux-seconds per
 * channel.
 */
export const veilLight = (
  glare: number,
  layers: readonly LightLayer[],
  weights: Readonly<Record<string, Weight>>,
): Rgb => {
  let [red, green, blue] = [0, 0, 0]
  for (const { lightId, lens } of layers) {
    const weight = weights[lightId]?.direct
    if (!weight || !lens) continue
    red += glare * weight * lens[0]
    green += glare * weight * lens[1]
    blue += glare * weight * lens[2]
  }
  return [red, green, blue]
}

const over = (linear: Rgb, response: Response): Rgb => {
  const white = response.linearFromValue(255)
  return [stopsFromRatio(linear[0] / white), stopsFromRatio(linear[1] / white), stopsFromRatio(linear[2] / white)]
}

/**
 * A surface of a reflectance under some light, through lens and response; light and veil in lux-seconds per channel.
 */
export const renderSurface = (
  set: Pick<StudioSet, 'camera'>,
  reflectance: Rgb,
  light: Rgb,
  veil: Rgb,
  camera: CameraSetting,
): Rendered => {
  const gain = exposureGain(camera)
  const sent = multiplyRgb(reflectance, light)
  const linear: Rgb = [gain * (sent[0] + veil[0]), gain * (sent[1] + veil[1]), gain * (sent[2] + veil[2])]
  const response = responseOf(set.camera)
  return {
    linear,
    values: [
      response.valueFromLinear(linear[0]),
      response.valueFromLinear(linear[1]),
      response.valueFromLinear(linear[2]),
    ],
    value: response.valueFromLinear(luminance(linear)),
    pastClipping: over(linear, response),
  }
}

/**
 * Channels past clipping by more than a trace while others are not, the furthest first: coloured light clips in its
 * own channel long before its luminance is white.
 */
export const clippedAlone = ({
  pastClipping,
}: Rendered): { channel: (typeof CHANNEL_NAMES)[number]; stops: number }[] => {
  const clipped = CHANNEL_NAMES.map((channel, index) => ({ channel, stops: pastClipping[index]! })).filter(
    ({ stops }) => stops > 0.02,
  )
  return clipped.length === 3 ? [] : clipped.sort((a, b) => b.stops - a.stops)
}
