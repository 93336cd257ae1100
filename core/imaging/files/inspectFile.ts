import { ok } from '../../shared/outcome'
import { inspectBoxes } from './boxFile'
import { inspectJpeg } from './jpegFile'
import { textAt } from './bytes'
import { MOST_BYTES, RAW, refusedFile, TRUNCATED, type Inspected, type OtherKind } from './pictureFile'
import { inspectBmp, inspectGif } from './plainFiles'
import { inspectPng } from './pngFile'
import { inspectTiff } from './tiffFile'
import { inspectWebp } from './webpFile'

const SHORTEST = 64

/** How files begin that hold pictures of a kind that is not read. */
const OTHERS: readonly { begins: string; kind: OtherKind }[] = [
  { begins: '8BPS', kind: 'layered' },
  { begins: '%PDF', kind: 'pdf' },
  { begins: 'PK\x03\x04', kind: 'zip' },
]

/** How JPEG XL begins (ISO/IEC 18181-2): as a bare stream, and in boxes. */
const JXL = ['\xFF\x0A', '\0\0\0\x0CJXL \r\n\x87\n'] as const

/** Only decoding tells the size of a JPEG XL. */
const inspectJxl = (): Inspected => ok({ kind: 'jxl', width: 0, height: 0, depth: 8, icc: null })

type Start = { text: string; at?: number }

/** How files begin, and who reads them. */
const READERS: readonly { starts: readonly Start[]; read: (bytes: Uint8Array) => Inspected }[] = [
  { starts: [{ text: '\xFF\xD8\xFF' }], read: inspectJpeg },
  { starts: [{ text: '\x89PNG\r\n\x1A\n' }], read: inspectPng },
  { starts: [{ text: 'WEBP', at: 8 }], read: inspectWebp },
  { starts: [{ text: 'II*\0' }, { text: 'MM\0*' }, { text: 'II+\0' }, { text: 'MM\0+' }], read: inspectTiff },
  { starts: [{ text: 'ftyp', at: 4 }], read: inspectBoxes },
  { starts: JXL.map(text => ({ text })), read: inspectJxl },
  { starts: [{ text: 'GIF8' }], read: inspectGif },
  { starts: [{ text: 'BM' }], read: inspectBmp },
]

/** Raw files are not smaller; text has no zeros. */
const LEAST_RAW = 4096
const mayBeRaw = (bytes: Uint8Array): boolean => bytes.length >= LEAST_RAW && bytes.subarray(0, LEAST_RAW).includes(0)

/** What kind of picture a file is, by its contents, and whether it can be read; never by its name. */
export const inspectFile = (bytes: Uint8Array): Inspected => {
  if (bytes.length === 0) return refusedFile({ is: 'file-empty' })
  if (bytes.length > MOST_BYTES) return refusedFile({ is: 'too-many-bytes', bytes: bytes.length, most: MOST_BYTES })
  const begins = (text: string, at = 0) => textAt(bytes, at, text.length) === text
  const reader = READERS.find(({ starts }) => starts.some(({ text, at = 0 }) => begins(text, at)))
  if (reader) return bytes.length < SHORTEST ? TRUNCATED : reader.read(bytes)
  const other = OTHERS.find(({ begins: text }) => begins(text))
  if (other) return refusedFile({ is: 'other-kind', kind: other.kind })
  // What is left are cameras' own kinds: only the library that opens them knows them all.
  return mayBeRaw(bytes) ? ok(RAW) : refusedFile({ is: 'not-a-picture' })
}
