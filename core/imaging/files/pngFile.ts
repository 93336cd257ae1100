import { Unzlib } from 'fflate'
import type { Outcome } from '../../shared/outcome'
import { ANIMATED, joined, refusedFile, sized, textAt, TRUNCATED, viewOf, type PictureFile } from './pictureFile'

const SIGNATURE_LENGTH = 8
/** Length, name and check sum around the data of a chunk (ISO/IEC 15948, 5.3). */
const AROUND = 12

/** No profile of a camera's or printer's colours has more; a few bytes can announce a thousand times as much. */
const MOST_PROFILE_BYTES = 8_000_000
const FED_BYTES = 16_384

/** What compressed bytes hold, where that is no more than it may be; null where it is, or they are damaged. */
const inflated = (data: Uint8Array, most: number): Uint8Array | null => {
  const pieces: Uint8Array[] = []
  let size = 0
  try {
    const unzip = new Unzlib(piece => {
      size += piece.length
      pieces.push(piece)
    })
    for (let at = 0; at < data.length; at += FED_BYTES) {
      unzip.push(data.subarray(at, at + FED_BYTES), at + FED_BYTES >= data.length)
      if (size > most) return null
    }
  } catch {
    return null
  }
  return joined(pieces)
}

/** A profile behind its name and the number of its compression, which is always 0 (ISO/IEC 15948, 11.3.3.3). */
const profileIn = (data: Uint8Array): Uint8Array | null => {
  const end = data.indexOf(0)
  return end > 0 && data[end + 1] === 0 ? inflated(data.subarray(end + 2), MOST_PROFILE_BYTES) : null
}

/** Reads a PNG's chunks to its end. */
export const inspectPng = (bytes: Uint8Array): Outcome<PictureFile> => {
  const view = viewOf(bytes)
  let size: Pick<PictureFile, 'width' | 'height' | 'depth'> | undefined
  let icc: Uint8Array | null = null
  for (let at = SIGNATURE_LENGTH; at + AROUND <= bytes.length;) {
    const length = view.getUint32(at)
    const name = textAt(bytes, at + 4, 4)
    if (at + AROUND + length > bytes.length) return TRUNCATED
    const data = bytes.subarray(at + 8, at + 8 + length)
    if (name === 'IHDR')
      size = { width: view.getUint32(at + 8), height: view.getUint32(at + 12), depth: data[8] === 16 ? 16 : 8 }
    if (name === 'acTL') return ANIMATED
    if (name === 'iCCP') icc = profileIn(data)
    if (name === 'IEND')
      return size
        ? sized({ kind: 'png', ...size, icc })
        : refusedFile('This PNG does not say how large it is.', 'Copy it again.')
    at += AROUND + length
  }
  return TRUNCATED
}
