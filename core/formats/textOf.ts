const starts = (bytes: Uint8Array, ...mark: number[]): boolean => mark.every((byte, index) => bytes[index] === byte)

/** Every second byte of plain text in 16 bits is nothing. */
const looksWide = (bytes: Uint8Array, odd: 0 | 1): boolean => {
  const some = bytes.subarray(0, 200)
  const zeros = some.filter((byte, index) => index % 2 === odd && byte === 0).length
  return some.length >= 4 && zeros > some.length / 4
}

/**
 * The text of a file that an office wrote: UTF-8, UTF-16 with its mark or without, or the single bytes of western
 * systems (windows-1252) where it is none of them. The mark at the beginning is left out.
 */
export const textOf = (bytes: Uint8Array): string => {
  if (starts(bytes, 0xff, 0xfe) || looksWide(bytes, 1)) return new TextDecoder('utf-16le').decode(bytes)
  if (starts(bytes, 0xfe, 0xff) || looksWide(bytes, 0)) return new TextDecoder('utf-16be').decode(bytes)
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return new TextDecoder('windows-1252').decode(bytes)
  }
}
