import { ok, type Outcome } from '../../shared/outcome'
import { CMYK, refusedFile, sized, TRUNCATED, viewOf, type PictureFile } from './pictureFile'

/** Tags of TIFF 6.0 (1992), section 8, and of the profile (ISO 15076-1, B.5). */
const TAG = {
  width: 256,
  height: 257,
  bits: 258,
  compression: 259,
  photometric: 262,
  stripOffsets: 273,
  stripCounts: 279,
  tileOffsets: 324,
  tileCounts: 325,
  sampleFormat: 339,
  profile: 34675,
} as const
const PHOTOMETRIC = { cmyk: 5, colourFilterArray: 32803 } as const
/** None, LZW, deflate by either number, runs of bytes. */
const COMPRESSIONS = [1, 5, 8, 32773, 32946]
const BYTES_OF_TYPE: Record<number, number> = { 1: 1, 2: 1, 3: 2, 4: 4, 7: 1 }
const ENTRY = 12

type Entry = { type: number; count: number; at: number }

const numbersOf = (view: DataView, isLittle: boolean, { type, count, at }: Entry): number[] =>
  Array.from({ length: count }, (_, index) => {
    if (type === 3) return view.getUint16(at + 2 * index, isLittle)
    return type === 4 ? view.getUint32(at + 4 * index, isLittle) : view.getUint8(at + index)
  })

/** The first directory of a file, by tag; undefined where the file ends before what it names. */
const directoryOf = (view: DataView, isLittle: boolean): Map<number, Entry> | undefined => {
  const from = view.getUint32(4, isLittle)
  if (from + 2 > view.byteLength) return undefined
  const count = view.getUint16(from, isLittle)
  if (from + 2 + count * ENTRY > view.byteLength) return undefined
  const entries = new Map<number, Entry>()
  for (let index = 0; index < count; index++) {
    const at = from + 2 + index * ENTRY
    const type = view.getUint16(at + 2, isLittle)
    const length = view.getUint32(at + 4, isLittle)
    const bytes = (BYTES_OF_TYPE[type] ?? 8) * length
    const placed = bytes <= 4 ? at + 8 : view.getUint32(at + 8, isLittle)
    if (placed + bytes > view.byteLength) return undefined
    entries.set(view.getUint16(at, isLittle), { type, count: length, at: placed })
  }
  return entries
}

const refusalOf = (numbers: (tag: number) => number[]): Outcome<undefined> => {
  const [photometric] = numbers(TAG.photometric)
  if (photometric === PHOTOMETRIC.cmyk) return CMYK
  if (photometric === PHOTOMETRIC.colourFilterArray)
    return refusedFile('This is a camera\u2019s raw file, not yet a picture.')
  const compression = numbers(TAG.compression)[0] ?? 1
  if (!COMPRESSIONS.includes(compression))
    return refusedFile(
      `This TIFF is compressed in a way that is not understood (number ${compression}).`,
      'Export it without compression, or with LZW or ZIP.',
    )
  const bits = numbers(TAG.bits)[0] ?? 1
  if (bits !== 8 && bits !== 16) return refusedFile(`This TIFF has ${bits} bits a channel; 8 and 16 are understood.`)
  return (numbers(TAG.sampleFormat)[0] ?? 1) === 1
    ? ok(undefined)
    : refusedFile('This TIFF holds figures with fractions or signs, not pixel values.')
}

/** Reads a TIFF's first directory. */
export const inspectTiff = (bytes: Uint8Array): Outcome<PictureFile> => {
  const view = viewOf(bytes)
  const isLittle = bytes[0] === 0x49
  const entries = directoryOf(view, isLittle)
  if (!entries) return TRUNCATED
  const numbers = (tag: number): number[] => {
    const entry = entries.get(tag)
    return entry ? numbersOf(view, isLittle, entry) : []
  }
  const refusal = refusalOf(numbers)
  if (!refusal.ok) return refusal
  const [offsets, counts] = entries.has(TAG.tileOffsets)
    ? [numbers(TAG.tileOffsets), numbers(TAG.tileCounts)]
    : [numbers(TAG.stripOffsets), numbers(TAG.stripCounts)]
  const [width, height] = [numbers(TAG.width)[0], numbers(TAG.height)[0]]
  if (!width || !height || offsets.length === 0) return refusedFile('This TIFF holds no picture that can be read.')
  if (offsets.some((offset, index) => offset + (counts[index] ?? 0) > bytes.length)) return TRUNCATED
  const profile = entries.get(TAG.profile)
  return sized({
    kind: 'tiff',
    width,
    height,
    depth: numbers(TAG.bits)[0] === 16 ? 16 : 8,
    icc: profile ? bytes.subarray(profile.at, profile.at + profile.count) : null,
  })
}
