import { encode } from 'fast-png'
import { latin1 } from './latin1'

/** A picture of eight bits and four channels, or of sixteen and three. */
export type AnyPicture = { width: number; height: number; data: Uint8ClampedArray | Uint16Array }

/**
 * A picture as a PNG file that carries facts as text, by their names (ISO/IEC 15948, tEXt: Latin-1, names of 79
 * characters at most).
 */
export const pngWithFacts = (
  { width, height, data }: AnyPicture,
  facts: Readonly<Record<string, string>>,
): Uint8Array<ArrayBuffer> =>
  new Uint8Array(
    encode({
      width,
      height,
      ...(data instanceof Uint16Array
        ? { data, channels: 3, depth: 16 }
        : { data: new Uint8Array(data), channels: 4, depth: 8 }),
      text: Object.fromEntries(
        Object.entries(facts).map(([name, text]) => [latin1(name).slice(0, 79).trim(), latin1(text)]),
      ),
    }),
  )
