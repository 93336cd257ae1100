import type { Exposure } from '../../physics/photometry/exposure'
import { joined } from './bytes'

/**
 * Tags of the exposure (CIPA DC-008, 4.6.5): exposure time, f-number, photographic sensitivity and its kind, and the
 * pointer to their directory.
 */
const TAG = {
  exifDirectory: 0x8769,
  exposureTime: 0x829a,
  fNumber: 0x829d,
  sensitivity: 0x8827,
  kind: 0x8830,
  index: 0x8832,
} as const
const TYPE = { short: 3, long: 4, rational: 5 } as const
const ENTRY = 12
const HEADER = 8
/** Where the second directory and the fractions behind it begin, from the head of the block. */
const DIRECTORY = HEADER + 2 + ENTRY + 4
const ENTRIES = 5
const FRACTIONS = DIRECTORY + 2 + ENTRIES * ENTRY + 4
/** The most that the tag of the sensitivity holds; what is more stands in that of its kind, the recommended index. */
const SENSITIVITY_FULL = 65_535
const RECOMMENDED = 2

/** A time as a fraction, parts of a second as one of many: 1/32000 s stays what it is. */
const fractionOf = (seconds: number): [number, number] =>
  seconds < 1 ? [1000, Math.round(1000 / seconds)] : [Math.round(seconds * 1000), 1000]

/** The exposure of a picture as a block of tags (TIFF 6.0 with the directory of CIPA DC-008), big end first. */
const tagBlock = ({ fNumber, shutterS, iso }: Exposure): Uint8Array => {
  const view = new DataView(new ArrayBuffer(FRACTIONS + 16))
  view.setUint32(0, 0x4d4d002a)
  view.setUint32(4, HEADER)
  const entry = (at: number, tag: number, type: number, value: number) => {
    view.setUint16(at, tag)
    view.setUint16(at + 2, type)
    view.setUint32(at + 4, 1)
    if (type === TYPE.short) view.setUint16(at + 8, value)
    else view.setUint32(at + 8, value)
  }
  view.setUint16(HEADER, 1)
  entry(HEADER + 2, TAG.exifDirectory, TYPE.long, DIRECTORY)
  view.setUint16(DIRECTORY, ENTRIES)
  const tags: readonly [tag: number, type: number, value: number][] = [
    [TAG.exposureTime, TYPE.rational, FRACTIONS],
    [TAG.fNumber, TYPE.rational, FRACTIONS + 8],
    [TAG.sensitivity, TYPE.short, Math.min(SENSITIVITY_FULL, Math.round(iso))],
    [TAG.kind, TYPE.short, RECOMMENDED],
    [TAG.index, TYPE.long, Math.round(iso)],
  ]
  tags.forEach(([tag, type, value], index) => entry(DIRECTORY + 2 + index * ENTRY, tag, type, value))
  const [parts, of] = fractionOf(shutterS)
  view.setUint32(FRACTIONS, parts)
  view.setUint32(FRACTIONS + 4, of)
  view.setUint32(FRACTIONS + 8, Math.round(fNumber * 100))
  view.setUint32(FRACTIONS + 12, 100)
  return new Uint8Array(view.buffer)
}

const START = 2

/** A JPEG with the exposure that it was taken at written into it, as its first segment (ISO/IEC 10918-1, B.2.4.6). */
export const jpegWithTags = (jpeg: Uint8Array, camera: Exposure): Uint8Array<ArrayBuffer> => {
  const block = tagBlock(camera)
  const name = new TextEncoder().encode('Exif\0\0')
  const length = 2 + name.length + block.length
  return joined([
    jpeg.subarray(0, START),
    Uint8Array.of(0xff, 0xe1, length >> 8, length & 255),
    name,
    block,
    jpeg.subarray(START),
  ])
}
