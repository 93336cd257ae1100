import { decode as decodePng } from 'fast-png'
import { decode as decodeTiff } from 'tiff'
import type { PictureFile } from '#core/imaging/files/pictureFile'
import type { Rows } from '#core/imaging/picture/downsample'

/** Rows that are handed on at a time. */
const BAND = 256

/** Hears the size of what comes and whether it is upright already; answers what takes its rows. */
type Begin = (width: number, height: number, isUpright: boolean) => (rows: Rows) => void

/** Hands a whole decoded picture on in bands. */
const inBands = (data: Rows['data'], width: number, height: number, channels: number, begin: Begin): void => {
  const take = begin(width, height, false)
  for (let row = 0; row < height; row += BAND) {
    const count = Math.min(BAND, height - row)
    take({ data: data.subarray(row * width * channels, (row + count) * width * channels), channels, count })
  }
}

/**
 * Through the browser's own decoder, values as they are in the file: no profile is applied. A browser turns JPEGs by
 * their tag
 * whatever it is asked; with other kinds the sizes tell whether it did.
 */
const decodeNative = async (
  bytes: Uint8Array<ArrayBuffer>,
  { kind, width: ownWidth }: PictureFile,
  begin: Begin,
): Promise<void> => {
  const bitmap = await createImageBitmap(new Blob([bytes], { type: `image/${kind}` }), {
    colorSpaceConversion: 'none',
    premultiplyAlpha: 'none',
  })
  const { width, height } = bitmap
  try {
    const take = begin(width, height, kind === 'jpeg' || width !== ownWidth)
    const canvas = new OffscreenCanvas(width, Math.min(BAND, height))
    const context = canvas.getContext('2d', { willReadFrequently: true })!
    for (let row = 0; row < height; row += BAND) {
      const count = Math.min(BAND, height - row)
      context.clearRect(0, 0, width, BAND)
      context.drawImage(bitmap, 0, -row)
      take({ data: context.getImageData(0, 0, width, count).data, channels: 4, count })
    }
  } finally {
    bitmap.close()
  }
}

/** Decodes a picture and hands its rows on, from the top. */
export const decodePicture = async (bytes: Uint8Array<ArrayBuffer>, file: PictureFile, begin: Begin): Promise<void> => {
  if (file.kind === 'tiff') {
    const [picture] = decodeTiff(bytes, { pages: [0] })
    if (!picture) throw new Error('it holds no picture')
    const { data, width, height, samplesPerPixel } = picture
    if (width !== file.width || height !== file.height || data.length !== width * height * samplesPerPixel)
      throw new Error('it holds fewer pixels than it announces')
    // Of a file of whole numbers nothing else may come.
    if (!(data instanceof Uint8Array) && !(data instanceof Uint16Array))
      throw new Error('its pixels are no whole numbers')
    inBands(data, width, height, samplesPerPixel, begin)
  } else if (file.depth === 16) {
    const { data, channels, width, height } = decodePng(bytes)
    if (width !== file.width || height !== file.height || data.length !== width * height * channels)
      throw new Error('it holds fewer pixels than it announces')
    inBands(data as Rows['data'], width, height, channels, begin)
  } else await decodeNative(bytes, file, begin)
}
