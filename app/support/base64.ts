/** Bytes as base64, in pieces, since a call takes only so many arguments. */
export const base64FromBytes = (bytes: Uint8Array): string => {
  const piece = 0x8000
  let text = ''
  for (let start = 0; start < bytes.length; start += piece)
    text += String.fromCharCode(...bytes.subarray(start, start + piece))
  return btoa(text)
}

/** Bytes written as base64; throws where it is none. */
export const bytesFromBase64 = (base64: string): Uint8Array<ArrayBuffer> =>
  Uint8Array.from(atob(base64), character => character.charCodeAt(0))
