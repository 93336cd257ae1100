import { luminance, type Rgb } from '../physics/units/rgb'
import { stopsFromRatio } from '../physics/units/stops'
import type { Response } from '../camera/response'
import type { LitFrame } from './takeFrame'

/**
 * What one place of a frame records: pixel values, stops against mid grey, and each light's share of it. The lens's
 * veil is in the values, as it is in the picture.
 */
export type Probe = { values: Rgb; stops: number; shares: Record<string, number> }

/** Linear value that mid grey renders at. */
const MID_GREY = 0.18
/** Half the width of the square that is read, pixels: as a picked spot of a picture is. */
const REACH = 1

/** Reads a frame at u, v (0..1 from the top left) under the weights of its lights. */
export const probeFrame = (
  { view, layers }: LitFrame,
  { u, v }: { u: number; v: number },
  weights: Readonly<Record<string, number>>,
  { gain, response, veil = [0, 0, 0] }: { gain: number; response: Response; veil?: Rgb },
): Probe => {
  const column = Math.min(view.width - 1, Math.max(0, Math.floor(u * view.width)))
  const row = Math.min(view.height - 1, Math.max(0, Math.floor(v * view.height)))
  const pixels: number[] = []
  for (let y = Math.max(0, row - REACH); y <= Math.min(view.height - 1, row + REACH); y++) {
    for (let x = Math.max(0, column - REACH); x <= Math.min(view.width - 1, column + REACH); x++)
      pixels.push(y * view.width + x)
  }
  const meanOf = (layer: Float32Array, channel: number) =>
    pixels.reduce((sum, pixel) => sum + layer[pixel * 3 + channel]!, 0) / pixels.length
  const lights = Object.entries(layers).map(([id, layer]) => {
    const weight = (weights[id] ?? 0) * gain
    return { id, light: [0, 1, 2].map(channel => weight * meanOf(layer, channel)) as unknown as Rgb }
  })
  const sum = [0, 1, 2].map(channel =>
    lights.reduce((total, { light }) => total + light[channel]!, 0),
  ) as unknown as Rgb
  const whole = luminance(sum)
  const recorded = sum.map((channel, index) => channel + gain * veil[index]!)
  return {
    values: recorded.map(channel => response.valueFromLinear(channel)) as unknown as Rgb,
    stops: stopsFromRatio(luminance(recorded as unknown as Rgb) / MID_GREY),
    shares: Object.fromEntries(lights.map(({ id, light }) => [id, whole > 0 ? luminance(light) / whole : 0])),
  }
}
