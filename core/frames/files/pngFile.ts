import { unzlibSync } from 'fflate'
import type { Outcome } from '../../units/outcome'
import { ANIMATED, refusedFile, sized, textAt, TRUNCATED, viewOf, type PictureFile } from './pictureFile'

const SIGNATURE_LENGTH = 8
/** Length, name and check sum around the data of a chunk (ISO/IEC 15948, 5.3). */
const AROUND = 12

/** A profile behind its name and the number of its compression, which is always 0 (ISO/IEC 15948, 11.3.3.3). */
const profileIn = (data: Uint8Array): Uint8Array | null => {
  const end = data.indexOf(0)
  try {
    return end > 0 && data[end + 1] === 0 ? unzlibSync(data.subarray(end + 2)) : null
  }
  catch {
    return null
  }
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
    if (name === 'IHDR') size = { width: view.getUint32(at + 8), height: view.getUint32(at + 12), depth: data[8] === 16 ? 16 : 8 }
    if (name === 'acTL') return ANIMATED
    if (name === 'iCCP') icc = profileIn(data)
    if (name === 'IEND') return size ? sized({ kind: 'png', ...size, icc }) : refusedFile('This PNG does not say how large it is.', 'Copy it again.')
    at += AROUND + length
  }
  return TRUNCATED
}
