import { encode } from 'fast-png'

/** A picture of eight bits and four channels, or of sixteen and three. */
export type AnyPicture = { width: number; height: number; data: Uint8ClampedArray | Uint16Array }

/** The signature and the header (ISO/IEC 15948, 5.2 and 11.2.2): what comes after them may be text. */
const BEFORE_TEXT = 8 + 25
const NAME_LENGTH = 79
/** ISO/IEC 15948, annex D. */
const POLYNOMIAL = 0xedb88320

const checkOf = (bytes: Uint8Array): number => {
  let check = 0xffffffff
  for (const byte of bytes) {
    check ^= byte
    for (let bit = 0; bit < 8; bit++) check = check & 1 ? (check >>> 1) ^ POLYNOMIAL : check >>> 1
  }
  return (check ^ 0xffffffff) >>> 0
}

/** A fact as a chunk of text in any script (iTXt); its name has the letters of ASCII. */
const textChunk = (name: string, text: string): Uint8Array => {
  const body = new TextEncoder().encode(`iTXt${name.slice(0, NAME_LENGTH).trim()}\0\0\0\0\0${text}`)
  const chunk = new Uint8Array(body.length + 8)
  const view = new DataView(chunk.buffer)
  view.setUint32(0, body.length - 4)
  chunk.set(body, 4)
  view.setUint32(4 + body.length, checkOf(body))
  return chunk
}

/** A picture as a PNG file that carries facts as text, by their names (ISO/IEC 15948, iTXt: UTF-8). */
export const pngWithFacts = (
  { width, height, data }: AnyPicture,
  facts: Readonly<Record<string, string>>,
): Uint8Array<ArrayBuffer> => {
  const png = encode({
    width,
    height,
    ...(data instanceof Uint16Array
      ? { data, channels: 3, depth: 16 }
      : { data: new Uint8Array(data), channels: 4, depth: 8 }),
  })
  const chunks = Object.entries(facts).map(([name, text]) => textChunk(name, text))
  const whole = new Uint8Array(png.length + chunks.reduce((sum, { length }) => sum + length, 0))
  whole.set(png.subarray(0, BEFORE_TEXT))
  let at = BEFORE_TEXT
  for (const chunk of chunks) {
    whole.set(chunk, at)
    at += chunk.length
  }
  whole.set(png.subarray(BEFORE_TEXT), at)
  return whole
}
