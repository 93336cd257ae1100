import { fromArrayBuffer, getDecoder, type GeoTIFFImage } from 'geotiff'
import { PHOTOMETRIC } from '#core/imaging/files/tiffFile'
import type { Rows } from '#core/imaging/picture/downsample'
import { asAnnounced, BAND, type Decoder } from './decoder'

type Samples = Uint8Array | Uint16Array | Float32Array

const DEEP = 65_535

/** Shares of light as whole numbers of 16 bits; what lies over white is white. */
const asWhole = (shares: ArrayLike<number>): Uint16Array =>
  Uint16Array.from(shares, share => Math.round(DEEP * Math.min(1, Math.max(0, share))))

const inverted = (data: Uint8Array | Uint16Array, most: number): Uint8Array | Uint16Array =>
  data.map(value => most - value)

/** Rec. ITU-R BT.601 over the whole range, as JPEG has it (ITU-T T.871, 7); TIFF 6.0 takes the same by default. */
const fromYcc = (data: Uint8Array | Uint16Array): Uint8ClampedArray => {
  const rgb = new Uint8ClampedArray(data.length)
  for (let at = 0; at < data.length; at += 3) {
    const [y, cb, cr] = [data[at]!, data[at + 1]! - 128, data[at + 2]! - 128]
    rgb[at] = y + 1.402 * cr
    rgb[at + 1] = y - 0.344136 * cb - 0.714136 * cr
    rgb[at + 2] = y + 1.772 * cb
  }
  return rgb
}

/** Numbers of a table as colours: all its reds, then its greens, then its blues, of 16 bits (TIFF 6.0, section 5). */
const fromTable = (data: ArrayLike<number>, table: ArrayLike<number>): Uint16Array => {
  const entries = table.length / 3
  return Uint16Array.from(
    { length: data.length * 3 },
    (_, at) => table[(at % 3) * entries + data[Math.floor(at / 3)]!]!,
  )
}

/** What turns samples of a file into rows of grey or colour. */
const rowsOf = async (image: GeoTIFFImage): Promise<(samples: Samples, count: number) => Rows> => {
  const directory = image.getFileDirectory()
  const photometric = Number(directory.getValue('PhotometricInterpretation') ?? PHOTOMETRIC.blackIsZero)
  const channels = image.getSamplesPerPixel()
  if (photometric === PHOTOMETRIC.palette) {
    const table = (await directory.loadValue('ColorMap')) as ArrayLike<number> | undefined
    if (!table) throw new Error('its table of colours is missing')
    return (samples, count) => ({ data: fromTable(samples, table), channels: 3, count })
  }
  return (samples, count) => {
    const whole = samples instanceof Float32Array ? asWhole(samples) : samples
    if (photometric === PHOTOMETRIC.ycc && channels === 3) return { data: fromYcc(whole), channels, count }
    const most = whole instanceof Uint16Array ? DEEP : 255
    return { data: photometric === PHOTOMETRIC.whiteIsZero ? inverted(whole, most) : whole, channels, count }
  }
}

/** Numbers with their bytes the other way round. */
const swapped = (block: ArrayBufferLike, bytes: number): ArrayBuffer => {
  const out = new Uint8Array(block.byteLength)
  const from = new Uint8Array(block)
  for (let at = 0; at < out.length; at += bytes)
    for (let byte = 0; byte < bytes; byte++) out[at + byte] = from[at + bytes - 1 - byte] ?? 0
  return out.buffer
}

type Parameters = { predictor: number; bitsPerSample: ArrayLike<number> | number }
const PREDICTED = { none: 1, byDifference: 2 } as const
const UNPACKED = 1

/**
 * Unpacks blocks of a file whose great end comes first. The reader undoes differences as if the little end did, which
 * is wrong by the carry from byte to byte: here they are undone the right way round.
 */
const bigEndFirst = {
  bindParameters: (packing: number, parameters: Parameters) => ({
    decode: async (block: ArrayBuffer): Promise<ArrayBufferLike> => {
      const decoderOf = (how: number, changes: Partial<Parameters>) =>
        getDecoder(how, { ...parameters, ...changes } as never)
      const plain = await (await decoderOf(packing, { predictor: PREDICTED.none })).decode(block)
      if (parameters.predictor === PREDICTED.none) return plain
      const { bitsPerSample } = parameters
      const bytes = Math.max(1, (typeof bitsPerSample === 'number' ? bitsPerSample : bitsPerSample[0]!) / 8)
      const isByDifference = parameters.predictor === PREDICTED.byDifference
      const undo = await decoderOf(UNPACKED, {})
      return swapped(await undo.decode(isByDifference ? swapped(plain, bytes) : plain), bytes)
    },
  }),
}

/** Samples beside the colours that are no opacity would be taken for one. */
const MOST_CHANNELS = 4

/** Through a general-purpose reader: strips and tiles, planes together or apart, all its ways of packing. */
export const decodeTiff: Decoder = async (bytes, file, { orientation }, begin) => {
  // The reader wants a buffer of the file alone.
  const own = bytes.byteLength === bytes.buffer.byteLength ? bytes.buffer : bytes.slice().buffer
  const image = await (await fromArrayBuffer(own)).getImage(0)
  const [width, height] = [image.getWidth(), image.getHeight()]
  asAnnounced(file, width, height)
  if (image.getSamplesPerPixel() > MOST_CHANNELS) throw new Error('it has more channels than a picture')
  const rows = await rowsOf(image)
  const take = begin({ width, height, orientation })
  const block = image.getTileHeight()
  // Whole blocks, so that none is unpacked twice.
  const band = Math.min(height, Math.ceil(BAND / block) * block)
  for (let row = 0; row < height; row += band) {
    const count = Math.min(band, height - row)
    const samples = await image.readRasters({
      interleave: true,
      window: [0, row, width, row + count],
      ...(image.littleEndian ? {} : { pool: bigEndFirst as never }),
    })
    take(rows(samples as unknown as Samples, count))
  }
}
