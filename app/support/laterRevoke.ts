/** Pictures that are just being taken off the page may still be loading. */
const AFTER_MS = 3000

/** Lets go of addresses of pictures once nothing on the page can be loading them any more. */
export const laterRevoke = (urls: Iterable<string | undefined>): void => {
  const gone = [...urls].filter(url => url !== undefined)
  setTimeout(() => gone.forEach(url => URL.revokeObjectURL(url)), AFTER_MS)
}
