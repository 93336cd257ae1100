import { textAt, viewOf } from './bytes'
import { ANIMATED, refusedFile, sized, TRUNCATED, type Inspected, type PictureFile } from './pictureFile'

/** Layout from the WebP container specification (RFC 9649, sections 2.3 to 2.7). */
const HEAD_LENGTH = 12
const ANIMATION_FLAG = 0x02

type Size = Pick<PictureFile, 'width' | 'height'>

const sizeIn = (name: string, data: Uint8Array): Size | undefined => {
  const view = viewOf(data)
  if (name === 'VP8 ' && data.length >= 10)
    return { width: view.getUint16(6, true) & 0x3fff, height: view.getUint16(8, true) & 0x3fff }
  if (name === 'VP8L' && data.length >= 5) {
    const bits = view.getUint32(1, true)
    return { width: (bits & 0x3fff) + 1, height: ((bits >>> 14) & 0x3fff) + 1 }
  }
  return undefined
}

/** Reads a WebP's chunks. */
export const inspectWebp = (bytes: Uint8Array): Inspected => {
  const view = viewOf(bytes)
  if (view.getUint32(4, true) + 8 > bytes.length) return TRUNCATED
  let size: Size | undefined
  let icc: Uint8Array | null = null
  let tags: Uint8Array | undefined
  for (let at = HEAD_LENGTH; at + 8 <= bytes.length;) {
    const name = textAt(bytes, at, 4)
    const length = view.getUint32(at + 4, true)
    if (at + 8 + length > bytes.length) return TRUNCATED
    const data = bytes.subarray(at + 8, at + 8 + length)
    if (name === 'VP8X' && data[0]! & ANIMATION_FLAG) return ANIMATED
    if (name === 'ICCP') icc = data
    if (name === 'EXIF') tags = textAt(data, 0, 4) === 'Exif' ? data.subarray(6) : data
    size ??= sizeIn(name, data)
    at += 8 + length + (length % 2)
  }
  return size
    ? sized({ kind: 'webp', ...size, depth: 8, icc, ...(tags ? { tags } : {}) })
    : refusedFile({ is: 'pictureless', kind: 'webp' })
}
