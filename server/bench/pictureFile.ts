import sharp from 'sharp'
import type { Response } from '#core/camera/response'
import type { CameraSetting } from '#core/set/schema'

export type PictureFormat = 'jpeg' | 'png'

/** A picture as the camera hands it on. */
export type PictureFile = { bytes: Buffer, type: string, name: string }

const QUALITY = 95
/** Steps of a 16-bit file in one of 8 bits. */
const FINE = 257

const fraction = (number: number): string => number >= 1 ? `${Math.round(number * 100)}/100` : `${Math.round(number * 1e6)}/1000000`

/** Exposure as tags of a file (EXIF). */
const tagsOf = ({ fNumber, shutterS, iso }: CameraSetting) => ({
  IFD0: { ImageDescription: 'A simulated frame of the bench' },
  IFD2: { FNumber: fraction(fNumber), ExposureTime: fraction(shutterS), ISOSpeedRatings: String(Math.round(iso)) },
})

/** Writes linear light as a JPEG, or a PNG of 16 bits, with profile and exposure in it. */
export const writePicture = async (linear: Float32Array, width: number, height: number, response: Response, camera: CameraSetting, format: PictureFormat, name: string): Promise<PictureFile> => {
  const raw = { width, height, channels: 3 as const }
  const image = format === 'jpeg'
    ? sharp(Uint8Array.from(linear, light => Math.round(response.valueFromLinear(light))), { raw }).jpeg({ quality: QUALITY, chromaSubsampling: '4:4:4' })
    : sharp(Uint16Array.from(linear, light => Math.round(FINE * response.valueFromLinear(light))), { raw }).toColourspace('rgb16').png()
  const bytes = await image.withIccProfile('srgb').withExif(tagsOf(camera)).toBuffer()
  return { bytes, type: `image/${format}`, name: `${name}.${format === 'jpeg' ? 'jpg' : 'png'}` }
}
