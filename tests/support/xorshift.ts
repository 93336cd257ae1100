/** Draws between 0 and 1 that a seed repeats (Marsaglia's xorshift, 32 bits; shifts from memory). */
export const xorshift = (seed: number): (() => number) => {
  let state = (seed * 2654435761) >>> 0 || 1
  return () => {
    state ^= state << 13
    state ^= state >>> 17
    state ^= state << 5
    return (state >>> 0) / 2 ** 32
  }
}
