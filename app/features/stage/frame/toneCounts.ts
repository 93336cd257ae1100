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
  const counts = new Uint32Array(bins)
  // A pixel's mean is a third of its sum, of which there are few.
  const binOfSum = Uint16Array.from({ length: 3 * WHITE + 1 }, (_, sum) => Math.floor((sum / 3 / (WHITE + 1)) * bins))
  let [clipped, crushed] = [0, 0]
  for (let at = 0; at < data.length; at += 4) {
    const red = data[at]!
    const green = data[at + 1]!
    const blue = data[at + 2]!
    counts[binOfSum[red + green + blue]!]! += 1
    if (red >= WHITE && green >= WHITE && blue >= WHITE) clipped += 1
    if (red <= CRUSHED && green <= CRUSHED && blue <= CRUSHED) crushed += 1
  }
  const whole = Math.max(1, data.length / 4)
  return { shares: Array.from(counts, count => count / whole), clipped: clipped / whole, crushed: crushed / whole }
}
