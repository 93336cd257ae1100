/** A map of one number a pixel, row by row from the top left. */
export type Grid = { width: number; height: number }

/** Sums in a moving window of `2 reach + 1`, along rows or columns; beyond the edge there is nothing. */
const slide = (
  from: Float32Array | Uint8Array,
  to: Float32Array,
  lines: number,
  length: number,
  lineStep: number,
  step: number,
  reach: number,
): void => {
  for (let line = 0; line < lines; line++) {
    const base = line * lineStep
    let sum = 0
    for (let at = 0; at < Math.min(reach, length); at++) sum += from[base + at * step]!
    for (let at = 0; at < length; at++) {
      if (at + reach < length) sum += from[base + (at + reach) * step]!
      if (at - reach - 1 >= 0) sum -= from[base + (at - reach - 1) * step]!
      to[base + at * step] = sum
    }
  }
}

/** Sums over squares around each pixel. */
export const boxSums = ({ width, height }: Grid, map: Float32Array | Uint8Array, reach: number): Float32Array => {
  const along = new Float32Array(map.length)
  const both = new Float32Array(map.length)
  slide(map, along, height, width, width, 1, reach)
  slide(along, both, width, height, 1, width, reach)
  return both
}

/** Mean of a map over the part of each square that is in the mask; not a number where none of it is. */
export const maskedMean = (grid: Grid, map: Float32Array, mask: Uint8Array, reach: number): Float32Array => {
  const inside = new Float32Array(map.length)
  for (let at = 0; at < map.length; at++) if (mask[at]) inside[at] = map[at]!
  const sums = boxSums(grid, inside, reach)
  const counts = boxSums(grid, mask, reach)
  for (let at = 0; at < map.length; at++) sums[at] = counts[at]! > 0.5 ? sums[at]! / counts[at]! : Number.NaN
  return sums
}

/** A mask of the pixels that `holds` is true of. */
export const maskWhere = (length: number, holds: (at: number) => boolean): Uint8Array => {
  const mask = new Uint8Array(length)
  for (let at = 0; at < length; at++) if (holds(at)) mask[at] = 1
  return mask
}

/** The pixels of a mask. */
export const placesOf = (mask: Uint8Array): number[] => {
  const places: number[] = []
  for (let at = 0; at < mask.length; at++) if (mask[at]) places.push(at)
  return places
}

/** A mask grown by squares of `reach`. */
export const grown = (grid: Grid, mask: Uint8Array, reach: number): Uint8Array => {
  const sums = boxSums(grid, mask, reach)
  return maskWhere(mask.length, at => sums[at]! > 0.5)
}

/** A mask shrunk by squares of `reach`; what lies beyond the edge counts as inside. */
export const shrunk = (grid: Grid, mask: Uint8Array, reach: number): Uint8Array => {
  const outside = grown(
    grid,
    maskWhere(mask.length, at => mask[at] === 0),
    reach,
  )
  return maskWhere(mask.length, at => outside[at] === 0)
}

/**
 * Pieces of a mask that hang together by their sides: for each pixel the number of its piece, -1 outside; and their
 * sizes.
 */
export const piecesOf = ({ width, height }: Grid, mask: Uint8Array): { of: Int32Array; sizes: number[] } => {
  const of = new Int32Array(mask.length).fill(-1)
  const sizes: number[] = []
  const stack = new Int32Array(mask.length)
  for (let seed = 0; seed < mask.length; seed++) {
    if (!mask[seed] || of[seed]! >= 0) continue
    const piece = sizes.length
    let [top, size] = [0, 0]
    stack[top++] = seed
    of[seed] = piece
    while (top > 0) {
      const at = stack[--top]!
      size++
      const x = at % width
      const y = (at - x) / width
      for (const next of [
        x > 0 ? at - 1 : -1,
        x < width - 1 ? at + 1 : -1,
        y > 0 ? at - width : -1,
        y < height - 1 ? at + width : -1,
      ]) {
        if (next < 0 || !mask[next] || of[next]! >= 0) continue
        of[next] = piece
        stack[top++] = next
      }
    }
    sizes.push(size)
  }
  return { of, sizes }
}
