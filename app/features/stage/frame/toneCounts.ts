const WHITE = 255
const CRUSHED = 1

/**
 * Shares of a picture's pixels in even bins of their mean value, and of those that clip or are crushed in every
 * channel.
 */
export const toneCounts = (
  data: Uint8ClampedArray,
  bins: number,
): { shares: number[]; clipped: number; crushed: number } => {
  const counts = Array.from({ length: bins }, () => 0)
  let [clipped, crushed] = [0, 0]
  for (let at = 0; at < data.length; at += 4) {
    const [red, green, blue] = [data[at]!, data[at + 1]!, data[at + 2]!]
    counts[Math.min(bins - 1, Math.floor(((red + green + blue) / 3 / (WHITE + 1)) * bins))]! += 1
    if (Math.min(red, green, blue) >= WHITE) clipped += 1
    if (Math.max(red, green, blue) <= CRUSHED) crushed += 1
  }
  const whole = Math.max(1, data.length / 4)
  return { shares: counts.map(count => count / whole), clipped: clipped / whole, crushed: crushed / whole }
}
