import { decode as decodePng } from 'fast-png'
import { decode as decodeTiff } from 'tiff'
import type { PictureFile } from '#core/frames/files/pictureFile'
import type { Rows } from '#core/frames/reduce'

/** Rows that are handed on at a time. */
const BAND = 256

type Take = (rows: Rows) => void | Promise<void>

/** Hands a whole decoded picture on in bands. */
const inBands = async (data: Rows['data'], width: number, height: number, channels: number, take: Take): Promise<void> => {
  for (let row = 0; row < height; row += BAND) {
    const count = Math.min(BAND, height - row)
    await take({ data: data.subarray(row * width * channels, (row + count) * width * channels), channels, count })
  }
}

/** Through the browser's own decoder, values as they are in the file: no profile applied, not turned. */
const decodeNative = async (bytes: Uint8Array<ArrayBuffer>, { kind, width, height }: PictureFile, take: Take): Promise<void> => {
  const bitmap = await createImageBitmap(new Blob([bytes], { type: `image/${kind}` }), { colorSpaceConversion: 'none', imageOrientation: 'none', premultiplyAlpha: 'none' })
  try {
    // A browser that turns by the tag all the same is told from the sizes; what it gives is then turned back by nobody, so refuse.
    if (bitmap.width !== width || bitmap.height !== height) throw new Error('the browser gave it another size than the file says')
    const canvas = new OffscreenCanvas(width, Math.min(BAND, height))
    const context = canvas.getContext('2d', { willReadFrequently: true })!
    for (let row = 0; row < height; row += BAND) {
      const count = Math.min(BAND, height - row)
      context.clearRect(0, 0, width, BAND)
      context.drawImage(bitmap, 0, -row)
      await take({ data: context.getImageData(0, 0, width, count).data, channels: 4, count })
    }
  }
  finally {
    bitmap.close()
  }
}

/** Decodes a picture and hands its rows on, from the top of the file. */
export const decodePicture = async (bytes: Uint8Array<ArrayBuffer>, file: PictureFile, take: Take): Promise<void> => {
  if (file.kind === 'tiff') {
    const [picture] = decodeTiff(bytes, { pages: [0] })
    if (!picture) throw new Error('it holds no picture')
    return inBands(picture.data as Rows['data'], picture.width, picture.height, picture.samplesPerPixel, take)
  }
  if (file.depth === 16) {
    const { data, channels, width, height } = decodePng(bytes)
    return inBands(data as Rows['data'], width, height, channels, take)
  }
  return decodeNative(bytes, file, take)
}
