import type { Response } from '../camera/response'
import type { CameraSetting } from '../model/schema'

/** Formats that the bench writes pictures in. */
export type PictureFormat = 'jpeg' | 'png'

/**
 * A picture as the simulated sensor has it, before it is a file: three channels of 8 bits (JPEG) or 16 (PNG) a pixel,
 * from the upper left.
 */
export type Exposed = {
  values: Uint8Array<ArrayBuffer> | Uint16Array<ArrayBuffer>
  width: number
  height: number
  camera: CameraSetting
  format: PictureFormat
  name: string
}

/** Quality of the JPEG files that the simulated camera writes, 0 to 100. */
export const JPEG_QUALITY = 95
/** Steps of a 16-bit file in one of 8 bits. */
const FINE = 257

/** Linear light, where 1 is white, through the camera's curve. */
export const exposed = (
  { linear, width, height }: { linear: Float32Array; width: number; height: number },
  response: Response,
  camera: CameraSetting,
  { format, name }: { format: PictureFormat; name: string },
): Exposed => ({
  width,
  height,
  camera,
  format,
  name: `${name}.${format === 'jpeg' ? 'jpg' : 'png'}`,
  values:
    format === 'jpeg'
      ? Uint8Array.from(linear, light => Math.round(response.valueFromLinear(light)))
      : Uint16Array.from(linear, light => Math.round(FINE * response.valueFromLinear(light))),
})
