/** Pixels between two strokes of the texture. */
const PITCH = 7
const WHITE = 255
/** At or under this in every channel a pixel counts as crushed. */
const CRUSHED = 1
const MARK_ON_WHITE = 150
const MARK_ON_BLACK = 80

/**
 * Marks what clips in every channel with dots in staggered rows, and what is crushed with upright dashes; a copy, the
 * picture stays.
 */
export const withClipTexture = (
  data: Uint8ClampedArray<ArrayBuffer>,
  width: number,
): Uint8ClampedArray<ArrayBuffer> => {
  const marked = data.slice()
  for (let at = 0; at < data.length; at += 4) {
    const x = (at / 4) % width
    const row = Math.floor(at / 4 / width)
    const least = Math.min(data[at]!, data[at + 1]!, data[at + 2]!)
    const most = Math.max(data[at]!, data[at + 1]!, data[at + 2]!)
    const isDot = row % PITCH === 0 && (x + ((row / PITCH) % 2) * 4) % (PITCH + 1) < 2
    const isDash = x % PITCH === 0 && row % PITCH < 3
    if (least >= WHITE && isDot) marked.fill(MARK_ON_WHITE, at, at + 3)
    else if (most <= CRUSHED && isDash) marked.fill(MARK_ON_BLACK, at, at + 3)
  }
  return marked
}
