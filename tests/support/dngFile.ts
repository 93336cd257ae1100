/** Types of numbers of TIFF 6.0, section 2. */
const TYPE = { byte: 1, ascii: 2, short: 3, long: 4, rational: 5, signedRational: 10 } as const
type NumberType = (typeof TYPE)[keyof typeof TYPE]
const BYTES: Record<NumberType, number> = { 1: 1, 2: 1, 3: 2, 4: 4, 5: 8, 10: 8 }
const FINE = 10_000

type Tag = readonly [tag: number, type: NumberType, values: readonly number[]]

const put = (view: DataView, at: number, type: NumberType, value: number): void => {
  if (type === TYPE.short) view.setUint16(at, value, true)
  else if (type === TYPE.long) view.setUint32(at, value, true)
  else if (BYTES[type] === 1) view.setUint8(at, value)
  else {
    view.setInt32(at, Math.round(value * FINE), true)
    view.setInt32(at + 4, FINE, true)
  }
}

const HEADER = 8
const ENTRY = 12

/** A directory at a place of a file, what does not fit into its entries behind it. */
const directory = (tags: readonly Tag[], at: number): Uint8Array => {
  const sorted = tags.toSorted((a, b) => a[0] - b[0])
  const head = 2 + sorted.length * ENTRY + 4
  const outside = sorted.map(([, type, values]) => {
    const bytes = BYTES[type] * values.length
    return bytes > 4 ? bytes + (bytes % 2) : 0
  })
  const view = new DataView(new ArrayBuffer(head + outside.reduce((sum, bytes) => sum + bytes, 0)))
  view.setUint16(0, sorted.length, true)
  let free = head
  sorted.forEach(([tag, type, values], index) => {
    const entry = 2 + index * ENTRY
    view.setUint16(entry, tag, true)
    view.setUint16(entry + 2, type, true)
    view.setUint32(entry + 4, values.length, true)
    const to = outside[index]! > 0 ? free : entry + 8
    if (outside[index]! > 0) view.setUint32(entry + 8, at + free, true)
    values.forEach((value, place) => put(view, to + place * BYTES[type], type, value))
    free += outside[index]!
  })
  return new Uint8Array(view.buffer)
}

const ascii = (text: string): number[] => [...`${text}\0`].map(letter => letter.charCodeAt(0))

/** XYZ of D65 to linear sRGB (IEC 61966-2-1), so that the channels of this sensor are those of sRGB. */
const COLOUR_MATRIX = [3.2406, -1.5372, -0.4986, -0.9689, 1.8758, 0.0415, 0.0557, -0.204, 1.057]
const D65 = 21

/** A raw file whose every number is known. */
export type MadeRaw = {
  width: number
  height: number
  /** The sensor's numbers over its black, row by row; a mosaic of red, green, green, blue, or three a pixel. */
  numbers: Uint16Array
  kind: 'mosaic' | 'linear'
  black: number
  white: number
  /** Shares of the end at which a neutral grey leaves each channel, green being 1. */
  neutral: readonly [number, number, number]
  exposure: { fNumber: number; shutterS: number; iso: number }
  orientation?: number
}

/** Writes a raw file by the open specification of DNG (version 1.4), unpacked, little end first. */
const dngFile = (made: MadeRaw): Uint8Array<ArrayBuffer> => {
  const { width, height, numbers, kind, black, white, neutral, exposure, orientation = 1 } = made
  const samples = kind === 'mosaic' ? 1 : 3
  const tags = (exifAt: number, dataAt: number): Tag[] => [
    [254, TYPE.long, [0]],
    [256, TYPE.long, [width]],
    [257, TYPE.long, [height]],
    [258, TYPE.short, Array<number>(samples).fill(16)],
    [259, TYPE.short, [1]],
    [262, TYPE.short, [kind === 'mosaic' ? 32_803 : 34_892]],
    [271, TYPE.ascii, ascii('Made')],
    [272, TYPE.ascii, ascii('Made up')],
    [273, TYPE.long, [dataAt]],
    [274, TYPE.short, [orientation]],
    [277, TYPE.short, [samples]],
    [278, TYPE.long, [height]],
    [279, TYPE.long, [numbers.byteLength]],
    [284, TYPE.short, [1]],
    ...(kind === 'mosaic'
      ? ([
          [33_421, TYPE.short, [2, 2]],
          [33_422, TYPE.byte, [0, 1, 1, 2]],
        ] as const)
      : []),
    [34_665, TYPE.long, [exifAt]],
    [50_706, TYPE.byte, [1, 4, 0, 0]],
    [50_708, TYPE.ascii, ascii('Made up')],
    [50_714, TYPE.long, Array<number>(samples).fill(black)],
    [50_717, TYPE.long, Array<number>(samples).fill(white)],
    [50_721, TYPE.signedRational, COLOUR_MATRIX],
    [50_728, TYPE.rational, neutral],
    [50_778, TYPE.short, [D65]],
  ]
  const exif: Tag[] = [
    [33_434, TYPE.rational, [exposure.shutterS]],
    [33_437, TYPE.rational, [exposure.fNumber]],
    [34_855, TYPE.short, [exposure.iso]],
  ]
  const exifAt = HEADER + directory(tags(0, 0), HEADER).length
  const dataAt = exifAt + directory(exif, exifAt).length
  const header = new DataView(new ArrayBuffer(HEADER))
  header.setUint16(0, 0x4949)
  header.setUint16(2, 42, true)
  header.setUint32(4, HEADER, true)
  const data = Uint16Array.from(numbers, number => Math.min(white, number + black))
  return new Uint8Array(
    Buffer.concat([
      new Uint8Array(header.buffer),
      directory(tags(exifAt, dataAt), HEADER),
      directory(exif, exifAt),
      new Uint8Array(data.buffer),
    ]),
  )
}

/**
 * A raw file of a scene in linear sRGB light, three channels a pixel, where 1 is a neutral grey at the end of green.
 * Sizes of a mosaic are even.
 */
export const rawOf = (
  { width, height, light }: { width: number; height: number; light: ArrayLike<number> },
  options: Omit<MadeRaw, 'width' | 'height' | 'numbers'>,
): Uint8Array<ArrayBuffer> => {
  const { kind, black, white, neutral } = options
  const most = white - black
  const number = (pixel: number, channel: number) =>
    Math.min(most, Math.round(most * neutral[channel]! * light[pixel * 3 + channel]!))
  const filter = (x: number, y: number) => (x % 2) + (y % 2)
  const numbers =
    kind === 'linear'
      ? Uint16Array.from({ length: width * height * 3 }, (_, at) => number(Math.floor(at / 3), at % 3))
      : Uint16Array.from({ length: width * height }, (_, pixel) =>
          number(pixel, filter(pixel % width, Math.floor(pixel / width))),
        )
  return dngFile({ width, height, numbers, ...options })
}
