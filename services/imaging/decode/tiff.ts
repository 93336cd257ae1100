import { fromArrayBuffer, getDecoder, type GeoTIFFImage } from 'geotiff'
import { PHOTOMETRIC } from '#core/imaging/files/tiffFile'
import { unpackLzw, unpackRuns } from '#core/imaging/files/unpack'
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

type Parameters = {
  predictor: number
  bitsPerSample: ArrayLike<number> | number
  tileWidth: number
  tileHeight: number
  planarConfiguration: number
}
const PREDICTED = { none: 1, byDifference: 2 } as const
const PACKED = { not: 1, lzw: 5, runs: 32_773 } as const
const APART = 2

const bitsOf = ({ bitsPerSample }: Parameters): number[] =>
  typeof bitsPerSample === 'number' ? [bitsPerSample] : Array.from(bitsPerSample)

/** Bytes of a whole block. */
const blockBytes = (parameters: Parameters): number => {
  const bits = bitsOf(parameters)
  const together = parameters.planarConfiguration === APART ? bits[0]! : bits.reduce((sum, one) => sum + one, 0)
  return Math.ceil((parameters.tileWidth * together) / 8) * parameters.tileHeight
}

/**
 * Unpacks the blocks of a file. The reader's own way is mended in three: damaged LZW would grow without end and runs
 * of bytes have a count that says nothing; differences of numbers whose great end comes first were undone as if the
 * little end did, wrong by the carry; and where one of many blocks is damaged, that is said once.
 */
const unpacking = (isLittle: boolean) => {
  let failure: unknown
  const unpack = async (packing: number, parameters: Parameters, block: ArrayBuffer): Promise<ArrayBufferLike> => {
    const decoderOf = (how: number, changes: Partial<Parameters> = {}) =>
      getDecoder(how, { ...parameters, ...changes } as never)
    const plainly = async () => {
      if (packing === PACKED.lzw) return unpackLzw(new Uint8Array(block), blockBytes(parameters)).buffer
      if (packing === PACKED.runs) return unpackRuns(new Uint8Array(block), blockBytes(parameters)).buffer
      return (await decoderOf(packing, { predictor: PREDICTED.none })).decode(block)
    }
    const plain = await plainly()
    if (parameters.predictor === PREDICTED.none) return plain
    const undo = await decoderOf(PACKED.not)
    if (isLittle) return undo.decode(plain)
    const bytes = Math.max(1, bitsOf(parameters)[0]! / 8)
    const isByDifference = parameters.predictor === PREDICTED.byDifference
    return swapped(await undo.decode(isByDifference ? swapped(plain, bytes) : plain), bytes)
  }
  return {
    pool: {
      bindParameters: (packing: number, parameters: Parameters) => ({
        decode: (block: ArrayBuffer) =>
          unpack(packing, parameters, block).catch((error: unknown) => {
            failure ??= error
            return new ArrayBuffer(blockBytes(parameters))
          }),
      }),
    },
    /** Throws what went wrong with any block. */
    ensureWhole: () => {
      if (failure) throw new Error(`a part of it is damaged (${(failure as Error).message})`)
    },
  }
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
  const { pool, ensureWhole } = unpacking(image.littleEndian)
  const block = image.getTileHeight()
  // Whole blocks, so that none is unpacked twice.
  const band = Math.min(height, Math.ceil(BAND / block) * block)
  for (let row = 0; row < height; row += band) {
    const count = Math.min(band, height - row)
    const samples = await image.readRasters({
      interleave: true,
      window: [0, row, width, row + count],
      pool: pool as never,
    })
    ensureWhole()
    take(rows(samples as unknown as Samples, count))
  }
}
