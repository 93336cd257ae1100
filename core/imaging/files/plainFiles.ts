import { viewOf } from './bytes'
import { ANIMATED, refusedFile, sized, TRUNCATED, type Inspected } from './pictureFile'

/** Marks of the blocks of a GIF (version 89a, sections 17 to 27). */
const GIF = { head: 13, extension: 0x21, picture: 0x2c, end: 0x3b, hasTable: 0x80, tableSize: 7 } as const

const tableLength = (flags: number): number =>
  (flags & GIF.hasTable) === 0 ? 0 : 3 * 2 ** ((flags & GIF.tableSize) + 1)

/** Where a chain of pieces, each with its length before it, ends. */
const behindPieces = (bytes: Uint8Array, from: number): number => {
  let at = from
  while (bytes[at]) at += bytes[at]! + 1
  return at + 1
}

/** Reads a GIF's blocks: one picture is read, several are an animation. */
export const inspectGif = (bytes: Uint8Array): Inspected => {
  const view = viewOf(bytes)
  let at = GIF.head + tableLength(bytes[10]!)
  let pictures = 0
  while (at < bytes.length && bytes[at] !== GIF.end) {
    if (bytes[at] === GIF.extension) at = behindPieces(bytes, at + 2)
    else if (bytes[at] === GIF.picture) {
      pictures += 1
      at = behindPieces(bytes, at + 11 + tableLength(bytes[at + 9] ?? 0))
    } else break
  }
  if (pictures > 1) return ANIMATED
  if (bytes[at] !== GIF.end) return TRUNCATED
  return pictures === 0
    ? refusedFile({ is: 'pictureless', kind: 'gif' })
    : sized({ kind: 'gif', width: view.getUint16(6, true), height: view.getUint16(8, true), depth: 8, icc: null })
}

/** Reads the head of a bitmap file; one of the old kind has its sizes in 16 bits. */
export const inspectBmp = (bytes: Uint8Array): Inspected => {
  const view = viewOf(bytes)
  if (view.getUint32(10, true) >= bytes.length) return TRUNCATED
  const isOld = view.getUint32(14, true) === 12
  const [width, height] = isOld
    ? [view.getUint16(18, true), view.getUint16(20, true)]
    : [view.getInt32(18, true), Math.abs(view.getInt32(22, true))]
  return sized({ kind: 'bmp', width, height, depth: 8, icc: null })
}
