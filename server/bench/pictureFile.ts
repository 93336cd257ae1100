import sharp from 'sharp'
import { JPEG_QUALITY, type Exposed } from '#core/bench/exposed'

/** A picture as the camera hands it on. */
export type PictureFile = { bytes: Uint8Array; type: string; name: string }

const fraction = (number: number): string =>
  number >= 1 ? `${Math.round(number * 100)}/100` : `${Math.round(number * 1e6)}/1000000`

/** Writes a picture as a JPEG, or a PNG of 16 bits, with profile and exposure (EXIF) in it. */
export const writePicture = async ({
  values,
  width,
  height,
  camera: { fNumber, shutterS, iso },
  format,
  name,
}: Exposed): Promise<PictureFile> => {
  const image = sharp(values, { raw: { width, height, channels: 3 } })
  const made =
    format === 'jpeg'
      ? image.jpeg({ quality: JPEG_QUALITY, chromaSubsampling: '4:4:4' })
      : image.toColourspace('rgb16').png()
  const bytes = await made
    .withIccProfile('srgb')
    .withExif({
      IFD0: { ImageDescription: 'A simulated frame of the bench' },
      IFD2: { FNumber: fraction(fNumber), ExposureTime: fraction(shutterS), ISOSpeedRatings: String(Math.round(iso)) },
    })
    .toBuffer()
  return { bytes: new Uint8Array(bytes), type: `image/${format}`, name }
}
