import { encode } from 'fast-png'

/** Latin-1 is what a PNG's plain text holds (ISO/IEC 15948, tEXt); what it cannot is written as a question mark. */
const latin1 = (text: string): string => text.replaceAll('−', '-').replaceAll(/[^\u0020-\u007e\u00a0-\u00ff\n]/gu, '?')

/** A picture of eight bits and four channels, or of sixteen and three. */
export type AnyPicture = { width: number; height: number; data: Uint8ClampedArray | Uint16Array }

/** A picture as a PNG file that carries facts as text, by their names (ISO/IEC 15948: 79 characters at most). */
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
