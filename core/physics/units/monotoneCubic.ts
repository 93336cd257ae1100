/**
 * A smooth curve through points that never overshoots them (Fritsch and Carlson 1980: mean slopes, no steeper than
 * three times the flatter side).
 * @param xs rising
 * @param ys as many
 * @returns the curve between the first and the last x
 */
export const monotoneCubic = (xs: readonly number[], ys: readonly number[]): ((x: number) => number) => {
  const widths = xs.slice(1).map((x, index) => x - xs[index]!)
  const secants = widths.map((width, index) => (ys[index + 1]! - ys[index]!) / width)
  const slopes = xs.map((_, index) => {
    const [before, after] = [secants[index - 1] ?? secants[index]!, secants[index] ?? secants[index - 1]!]
    return before * after <= 0
      ? 0
      : Math.sign(before) * Math.min(Math.abs(before + after) / 2, 3 * Math.min(Math.abs(before), Math.abs(after)))
  })
  return x => {
    const found = xs.findLastIndex(start => start <= x)
    const index = Math.max(0, Math.min(widths.length - 1, found))
    const width = widths[index]!
    const t = Math.max(0, Math.min(1, (x - xs[index]!) / width))
    return (
      (1 + 2 * t) * (1 - t) ** 2 * ys[index]! +
      t * (1 - t) ** 2 * width * slopes[index]! +
      t * t * (3 - 2 * t) * ys[index + 1]! +
      t * t * (t - 1) * width * slopes[index + 1]!
    )
  }
}
