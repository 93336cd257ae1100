/** The browser may still read a file's bytes for a while after the press. */
const HOLD_MS = 60_000

/** Hands bytes to the browser as a file. */
export const downloadBlob = (blob: Blob, name: string): void => {
  const url = URL.createObjectURL(blob)
  const link = Object.assign(document.createElement('a'), { href: url, download: name })
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), HOLD_MS)
}

/** Hands a text to the browser as a file. */
export const downloadText = (text: string, name: string, type = 'application/json'): void =>
  downloadBlob(new Blob([text], { type }), name)
