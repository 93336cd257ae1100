/** Pixels between two strokes of the texture. */
const PITCH = 7
const WHITE = 255
/** At or under this in every channel a pixel counts as crushed. */
const CRUSHED = 1
const MARK_ON_WHITE = 150
const MARK_ON_BLACK = 80

/** Places of a row that a dot may lie on: two of every eight, moved on by half from one row of dots to the next. */
const DOTS_APART = PITCH + 1
const DASH_ROWS = 3

/**
 * Marks what clips in every channel with dots in staggered rows, and what is crushed with upright dashes; a copy, the
 * picture stays. Only places that a mark can lie on are looked at: it is done for every picture of a drag.
 */
export const withClipTexture = (
  data: Uint8ClampedArray<ArrayBuffer>,
  width: number,
): Uint8ClampedArray<ArrayBuffer> => {
  const marked = data.slice()
  const height = data.length / 4 / width
  const mark = (at: number, tone: number) => {
    marked[at] = tone
    marked[at + 1] = tone
    marked[at + 2] = tone
  }
  for (let row = 0; row < height; row++) {
    const start = row * width * 4
    if (row % PITCH === 0) {
      const moved = ((row / PITCH) % 2) * (DOTS_APART / 2)
      for (let x = 0; x < width; x++) {
        const at = start + x * 4
        if ((x + moved) % DOTS_APART < 2 && data[at]! >= WHITE && data[at + 1]! >= WHITE && data[at + 2]! >= WHITE)
          mark(at, MARK_ON_WHITE)
      }
    }
    if (row % PITCH < DASH_ROWS)
      for (let x = 0; x < width; x += PITCH) {
        const at = start + x * 4
        if (data[at]! <= CRUSHED && data[at + 1]! <= CRUSHED && data[at + 2]! <= CRUSHED) mark(at, MARK_ON_BLACK)
      }
  }
  return marked
}
