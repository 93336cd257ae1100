/** Runs from 0 to 1 without a bend at either end. */
const smooth = (x: number) => x * x * (3 - 2 * x)

/** A repeatable number in -1..1 for a place of a grid. */
const drawn = (i: number, j: number): number => {
  const x = Math.sin(i * 127.1 + j * 311.7) * 43758.5453
  return 2 * (x - Math.floor(x)) - 1
}

/** Even noise in -1..1 over a plane. */
export const noise = (u: number, v: number): number => {
  const [i, j] = [Math.floor(u), Math.floor(v)]
  const [a, b] = [smooth(u - i), smooth(v - j)]
  const low = drawn(i, j) * (1 - a) + drawn(i + 1, j) * a
  const high = drawn(i, j + 1) * (1 - a) + drawn(i + 1, j + 1) * a
  return low * (1 - b) + high * b
}
