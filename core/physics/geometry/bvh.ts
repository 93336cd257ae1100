import { emptyBox } from './box'

/**
 * A tree of boxes over items. An inner node carries the boxes of both its children, so that one visit tells which to
 * go to.
 * A child is named by the number of its inner node, or by -1 - n for leaf n.
 */
export type BoxTree = {
  /** The child that holds everything; undefined where there are no items. */
  root: number | undefined
  bounds: Float64Array
  /** Twelve numbers an inner node: the first child's least x, y, z and greatest, then the second's. */
  boxes: Float64Array
  /** The two children of each inner node. */
  children: Int32Array
  /** First item of each leaf in `order`, and their count. */
  leaves: Int32Array
  order: Int32Array
}

/** Room for a walk's open branches; halving splits keep trees shallower than this by far. */
export const MOST_DEPTH = 64

const BINS = 8

type Span = { first: number; end: number }

/** Widens six numbers of one list, from `at` on, to hold a box of another. */
const grow = (into: Float64Array, at: number, boxes: Float64Array, from: number): void => {
  for (let axis = 0; axis < 3; axis++) {
    if (boxes[from + axis]! < into[at + axis]!) into[at + axis] = boxes[from + axis]!
    if (boxes[from + 3 + axis]! > into[at + 3 + axis]!) into[at + 3 + axis] = boxes[from + 3 + axis]!
  }
}

const empty = (boxes: Float64Array): void => {
  for (let at = 0; at < boxes.length; at += 6) {
    boxes.fill(Infinity, at, at + 3)
    boxes.fill(-Infinity, at + 3, at + 6)
  }
}

const halfArea = (box: Float64Array, at: number): number => {
  const [x, y, z] = [box[at + 3]! - box[at]!, box[at + 4]! - box[at + 1]!, box[at + 5]! - box[at + 2]!]
  return x < 0 ? 0 : x * y + y * z + z * x
}

const centreOf = (items: Float64Array, item: number, axis: number): number =>
  (items[item * 6 + axis]! + items[item * 6 + 3 + axis]!) / 2

/** Memory that every cut uses again: bins with their boxes and counts, and areas of all bins above each cut. */
const scratch = () => ({
  counts: new Int32Array(BINS),
  boxes: new Float64Array(BINS * 6),
  sum: new Float64Array(6),
  above: new Float64Array(BINS),
  countAbove: new Int32Array(BINS),
})

/** The bin of an item along an axis, in equal bins between the least and the most centre. */
const binOf = (items: Float64Array, item: number, axis: number, least: number, most: number): number =>
  Math.min(BINS - 1, Math.floor(((centreOf(items, item, axis) - least) / (most - least)) * BINS))

/**
 * The bin below which items go low where a span is best cut along an axis, by the surface-area heuristic (J. Goldsmith
 * and J. Salmon, 1987) in equal bins; -1 where every cut leaves one side empty.
 */
const bestCut = (
  { counts, boxes, sum, above, countAbove }: ReturnType<typeof scratch>,
  items: Float64Array,
  order: Int32Array,
  { first, end }: Span,
  axis: number,
  least: number,
  most: number,
): number => {
  counts.fill(0)
  empty(boxes)
  for (let index = first; index < end; index++) {
    const bin = binOf(items, order[index]!, axis, least, most)
    counts[bin]! += 1
    grow(boxes, bin * 6, items, order[index]! * 6)
  }
  empty(sum)
  for (let cut = BINS - 1, count = 0; cut > 0; cut--) {
    if (counts[cut]! > 0) grow(sum, 0, boxes, cut * 6)
    count += counts[cut]!
    above[cut] = halfArea(sum, 0)
    countAbove[cut] = count
  }
  empty(sum)
  let [best, cost, below] = [-1, Infinity, 0]
  for (let cut = 1; cut < BINS; cut++) {
    if (counts[cut - 1]! > 0) grow(sum, 0, boxes, (cut - 1) * 6)
    below += counts[cut - 1]!
    const here = halfArea(sum, 0) * below + above[cut]! * countAbove[cut]!
    if (below > 0 && countAbove[cut]! > 0 && here < cost) [best, cost] = [cut, here]
  }
  return best
}

/** Builds the tree over items given as boxes, six numbers an item; leaves hold up to `leafSize` items. */
export const boxTree = (items: Float64Array, leafSize: number): BoxTree => {
  const count = items.length / 6
  const order = Int32Array.from({ length: count }, (_, index) => index)
  // Every cut takes something off both sides: there are fewer inner nodes than items.
  const boxes = new Float64Array(12 * count)
  const children = new Int32Array(2 * count)
  const leaves: number[] = []
  const memory = scratch()
  const centres = new Float64Array(6)
  let nodes = 0

  const layLeaf = ({ first, end }: Span): number => {
    leaves.push(first, end - first)
    return -leaves.length / 2
  }

  /** Moves the items of a span that lie below a cut to its front; answers where the others begin. */
  const partition = ({ first, end }: Span, axis: number, least: number, most: number, cut: number): number => {
    let middle = first
    for (let index = first; index < end; index++) {
      const item = order[index]!
      if (binOf(items, item, axis, least, most) >= cut) continue
      order[index] = order[middle]!
      order[middle] = item
      middle += 1
    }
    return middle
  }

  /** Builds a span and writes its box to six numbers of `into`. */
  const build = (span: Span, depth: number, into: Float64Array, at: number): number => {
    into.fill(Infinity, at, at + 3)
    into.fill(-Infinity, at + 3, at + 6)
    empty(centres)
    for (let index = span.first; index < span.end; index++) {
      grow(into, at, items, order[index]! * 6)
      for (let axis = 0; axis < 3; axis++) {
        const middle = centreOf(items, order[index]!, axis)
        if (middle < centres[axis]!) centres[axis] = middle
        if (middle > centres[axis + 3]!) centres[axis + 3] = middle
      }
    }
    const widths = [0, 1, 2].map(axis => centres[axis + 3]! - centres[axis]!)
    const axis = widths.indexOf(Math.max(...widths))
    if (span.end - span.first <= leafSize || depth >= MOST_DEPTH - 2 || widths[axis]! <= 1e-9) return layLeaf(span)
    const [least, most] = [centres[axis]!, centres[axis + 3]!]
    const cut = bestCut(memory, items, order, span, axis, least, most)
    const middle = partition(span, axis, least, most, cut)
    const node = nodes
    nodes += 1
    children[node * 2] = build({ first: span.first, end: middle }, depth + 1, boxes, node * 12)
    children[node * 2 + 1] = build({ first: middle, end: span.end }, depth + 1, boxes, node * 12 + 6)
    return node
  }

  const bounds = emptyBox()
  const root = count > 0 ? build({ first: 0, end: count }, 0, bounds, 0) : undefined
  return {
    root,
    bounds,
    boxes: boxes.slice(0, nodes * 12),
    children: children.slice(0, nodes * 2),
    leaves: Int32Array.from(leaves),
    order,
  }
}
