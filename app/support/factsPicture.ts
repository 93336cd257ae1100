import { encode } from 'fast-png'

/** Latin-1 is what a PNG's plain text holds (ISO/IEC 15948, tEXt); what it cannot is written as a question mark. */
const latin1 = (text: string): string => text.replaceAll(/[^\u0020-\u007e\u00a0-\u00ff\n]/gu, '?')

/** A picture as a PNG file that carries facts as text, by their names (ISO/IEC 15948: 79 characters at most). */
export const pngWithFacts = (
  picture: { width: number; height: number; data: Uint8ClampedArray },
  facts: Readonly<Record<string, string>>,
): Uint8Array<ArrayBuffer> =>
  new Uint8Array(
    encode({
      width: picture.width,
      height: picture.height,
      data: new Uint8Array(picture.data),
      channels: 4,
      depth: 8,
      text: Object.fromEntries(
        Object.entries(facts).map(([name, text]) => [latin1(name).slice(0, 79).trim(), latin1(text)]),
      ),
    }),
  )
