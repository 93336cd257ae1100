/** Hands a text to the browser as a file. */
export const downloadText = (text: string, name: string, type = 'application/json'): void => {
  const url = URL.createObjectURL(new Blob([text], { type }))
  const link = Object.assign(document.createElement('a'), { href: url, download: name })
  link.click()
  URL.revokeObjectURL(url)
}
