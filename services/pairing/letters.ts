/** Bytes of a pairing's secret: 128 bits. */
export const SECRET_BYTES = 16

/** So many bytes made up by chance, in hexadecimal digits: a name that nobody else has. */
export const madeUp = (bytes: number): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(bytes)), byte => byte.toString(16).padStart(2, '0')).join('')

/** Bytes as letters that a link may hold (RFC 4648, section 5, without padding). */
export const toLetters = (bytes: Uint8Array): string =>
  btoa(String.fromCharCode(...bytes))
    .replaceAll('+', '-')
    .replaceAll('/', '_')
    .replace(/=+$/, '')

/** The secret that letters of a link stand for; undefined where they are none. */
export const fromLetters = (letters: string): Uint8Array | undefined => {
  if (!/^[\w-]{22}$/.test(letters)) return undefined
  const bytes = Uint8Array.from(atob(`${letters.replaceAll('-', '+').replaceAll('_', '/')}==`), one =>
    one.charCodeAt(0),
  )
  // The last letter has four bits too many: only one way of writing a secret is taken.
  return bytes.length === SECRET_BYTES && toLetters(bytes) === letters ? bytes : undefined
}
