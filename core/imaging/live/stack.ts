/** Pictures that fit into a sum of 16 bits: 255 times so many. */
export const MOST_STACKED = 256

/** Adds pictures of one size up, byte by byte: their mean has less noise. One of another size begins anew. */
export const makeStack = () => {
  let sums = new Uint16Array(0)
  let count = 0
  return {
    /** How many pictures there are with this one. */
    take: (bytes: Uint8Array): number => {
      if (sums.length !== bytes.length || count === MOST_STACKED) {
        sums = new Uint16Array(bytes.length)
        count = 0
      }
      for (let at = 0; at < bytes.length; at++) sums[at]! += bytes[at]!
      return (count += 1)
    },
    /** The mean so far, rounded. */
    mean: (): Uint8Array => Uint8Array.from(sums, sum => Math.round(sum / Math.max(1, count))),
    /** Begins anew: the light has changed. */
    reset: (): void => {
      count = MOST_STACKED
    },
  }
}
