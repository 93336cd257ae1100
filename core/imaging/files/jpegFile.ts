import { joined, textAt, viewOf } from './bytes'
import { CMYK, refusedFile, sized, TRUNCATED, type Inspected } from './pictureFile'

/** Markers of ISO/IEC 10918-1, table B.1. */
const MARKER = 0xff
const START_OF_SCAN = 0xda
const END_OF_IMAGE = 0xd9
const APP2 = 0xe2
const isFrameHeader = (code: number): boolean => code >= 0xc0 && code <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(code)

/** A profile in a JPEG comes in numbered parts (ISO 15076-1, B.4). */
const PROFILE_NAME = 'ICC_PROFILE\0'

/** Within a scan no byte pair FF D9 occurs, so that one after its start is the end of the picture. */
const hasEnd = (bytes: Uint8Array, from: number): boolean => {
  for (let at = bytes.length - 2; at >= from; at--)
    if (bytes[at] === MARKER && bytes[at + 1] === END_OF_IMAGE) return true
  return false
}

/** Reads a JPEG's segments up to its first scan. */
export const inspectJpeg = (bytes: Uint8Array): Inspected => {
  const view = viewOf(bytes)
  const profile: { number: number; part: Uint8Array }[] = []
  let size: { width: number; height: number; channels: number; depth: number } | undefined
  let at = 2
  while (at + 4 <= bytes.length) {
    if (bytes[at] !== MARKER) return refusedFile({ is: 'jpeg-damaged' })
    const code = bytes[at + 1]!
    if (code === MARKER) {
      at += 1
      continue
    }
    const length = view.getUint16(at + 2)
    if (length < 2 || at + 2 + length > bytes.length) return TRUNCATED
    if (isFrameHeader(code))
      size = {
        depth: bytes[at + 4]!,
        height: view.getUint16(at + 5),
        width: view.getUint16(at + 7),
        channels: bytes[at + 9]!,
      }
    if (code === APP2 && textAt(bytes, at + 4, PROFILE_NAME.length) === PROFILE_NAME) {
      profile.push({ number: bytes[at + 16]!, part: bytes.subarray(at + 18, at + 2 + length) })
    }
    if (code === START_OF_SCAN) {
      if (!size) return refusedFile({ is: 'sizeless', kind: 'jpeg' })
      if (!hasEnd(bytes, at)) return TRUNCATED
      if (size.channels === 4) return CMYK
      if (size.depth !== 8) return refusedFile({ is: 'bits', kind: 'jpeg', bits: size.depth })
      const icc =
        profile.length > 0 ? joined(profile.sort((a, b) => a.number - b.number).map(({ part }) => part)) : null
      return sized({ kind: 'jpeg', width: size.width, height: size.height, depth: 8, icc })
    }
    at += 2 + length
  }
  return TRUNCATED
}
