import type { Outcome } from '../../shared/outcome'
import { inspectJpeg } from './jpegFile'
import { MOST_BYTES, refusedFile, textAt, TRUNCATED, type PictureFile } from './pictureFile'
import { inspectPng } from './pngFile'
import { inspectTiff } from './tiffFile'
import { inspectWebp } from './webpFile'

const SHORTEST = 64

/** How files begin that hold pictures of a kind that is not read. */
const OTHERS: readonly { at: number; begins: string; name: string }[] = [
  { at: 0, begins: 'GIF8', name: 'a GIF, with 256 colours at most' },
  { at: 0, begins: 'BM', name: 'a bitmap file' },
  { at: 0, begins: '8BPS', name: 'a layered working file' },
  { at: 0, begins: '%PDF', name: 'a PDF' },
  { at: 4, begins: 'ftyphei', name: 'a HEIC picture' },
  { at: 4, begins: 'ftypmif', name: 'a HEIC picture' },
  { at: 4, begins: 'ftypavi', name: 'an AVIF picture' },
  { at: 4, begins: 'ftyp', name: 'a film, or a camera\u2019s raw file' },
  { at: 0, begins: 'II+\0', name: 'a TIFF of the large kind' },
  { at: 0, begins: 'MM\0+', name: 'a TIFF of the large kind' },
]

/** What kind of picture a file is, by its contents, and whether it can be read; never by its name. */
export const inspectFile = (bytes: Uint8Array): Outcome<PictureFile> => {
  if (bytes.length === 0) return refusedFile('This file is empty.', 'Copy it from the camera or card again.')
  if (bytes.length > MOST_BYTES)
    return refusedFile(
      `This file has ${Math.round(bytes.length / 1e6)} MB; up to ${MOST_BYTES / 1e6} are read.`,
      'Export it as a JPEG.',
    )
  const begins = (text: string, at = 0) => textAt(bytes, at, text.length) === text
  const isKnown =
    begins('\xFF\xD8\xFF') || begins('\x89PNG\r\n\x1A\n') || begins('RIFF') || begins('II*\0') || begins('MM\0*')
  if (isKnown && bytes.length < SHORTEST) return TRUNCATED
  if (begins('\xFF\xD8\xFF')) return inspectJpeg(bytes)
  if (begins('\x89PNG\r\n\x1A\n')) return inspectPng(bytes)
  if (begins('RIFF') && begins('WEBP', 8)) return inspectWebp(bytes)
  if (begins('II*\0') || begins('MM\0*')) return inspectTiff(bytes)
  const other = OTHERS.find(({ at, begins: text }) => begins(text, at))
  return refusedFile(other ? `This is ${other.name}, which is not read.` : 'This file is not a picture.')
}
