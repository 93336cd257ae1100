import { joined, textAt, viewOf } from '#core/imaging/files/bytes'
import { BAND, type Decoder } from './decoder'

/** Length, name and check sum around the data of a PNG's chunk, and its signature before the first. */
const PNG_AROUND = 12
const PNG_START = 8

/**
 * A PNG or WebP without its EXIF: some browsers turn such a picture by it and some do not, and a half turn cannot be
 * told from its size.
 */
const withoutTurn = (bytes: Uint8Array<ArrayBuffer>, kind: string): Uint8Array<ArrayBuffer> => {
  const view = viewOf(bytes)
  if (kind === 'png') {
    for (let at = PNG_START; at + PNG_AROUND <= bytes.length; at += PNG_AROUND + view.getUint32(at)) {
      if (textAt(bytes, at + 4, 4) === 'eXIf')
        return joined([bytes.subarray(0, at), bytes.subarray(at + PNG_AROUND + view.getUint32(at))])
    }
    return bytes
  }
  const copy = bytes.slice()
  for (let at = 12; at + 8 <= bytes.length;) {
    const length = view.getUint32(at + 4, true)
    // A chunk of an unknown name is passed over (RFC 9649, 2.7.1.6).
    if (textAt(bytes, at, 4) === 'EXIF') copy.set([0x6e, 0x6f, 0x6e, 0x65], at)
    at += 8 + length + (length % 2)
  }
  return copy
}

/** Kinds that carry their turn in EXIF, and are to be turned by us. */
const TURNED_HERE = ['png', 'webp']

/** Through the browser's own decoder, values as they are in the file: no profile is applied. */
export const decodeNative: Decoder = async (bytes, { kind }, { orientation }, begin) => {
  const isTurnedHere = TURNED_HERE.includes(kind) && orientation !== 1
  const source = isTurnedHere ? withoutTurn(bytes, kind) : bytes
  const bitmap = await createImageBitmap(new Blob([source], { type: `image/${kind}` }), {
    colorSpaceConversion: 'none',
    premultiplyAlpha: 'none',
  })
  const { width, height } = bitmap
  try {
    // A browser turns a JPEG by its tag whatever it is asked; AVIF is turned by what its own boxes say.
    const take = begin({ width, height, orientation: isTurnedHere ? orientation : 1 })
    const canvas = new OffscreenCanvas(width, Math.min(BAND, height))
    const context = canvas.getContext('2d', { willReadFrequently: true })!
    for (let row = 0; row < height; row += BAND) {
      const count = Math.min(BAND, height - row)
      context.clearRect(0, 0, width, BAND)
      context.drawImage(bitmap, 0, -row)
      take({ data: context.getImageData(0, 0, width, count).data, channels: 4, count, isOpaque: kind === 'jpeg' })
    }
  } finally {
    bitmap.close()
  }
}
