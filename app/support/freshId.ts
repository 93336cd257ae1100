const HEX = 16

/**
 * So many random hexadecimal digits. `crypto.randomUUID` is missing where a page came over plain http; this is there
 * everywhere.
 */
export const freshId = (digits = 12): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(digits)), byte => (byte % HEX).toString(HEX)).join('')
