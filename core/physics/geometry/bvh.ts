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

const grow = (box: Float64Array, boxes: Float64Array, item: number): void => {
  for (let axis = 0; axis < 3; axis++) {
    box[axis] = Math.min(box[axis]!, boxes[item * 6 + axis]!)
    box[axis + 3] = Math.max(box[axis + 3]!, boxes[item * 6 + 3 + axis]!)
  }
}

const halfArea = (box: Float64Array): number => {
  const [x, y, z] = [box[3]! - box[0]!, box[4]! - box[1]!, box[5]! - box[2]!]
  return x < 0 ? 0 : x * y + y * z + z * x
}

/**
 * Which items go low where a span is best cut along an axis, by the surface-area heuristic (J. Goldsmith and J.
 * Salmon, 1987) in equal bins.
 */
const bestCut = (
  items: Float64Array,
  order: Int32Array,
  { first, end }: Span,
  axis: number,
  least: number,
  most: number,
) => {
  const counts = new Int32Array(BINS)
  const bins = Array.from({ length: BINS }, emptyBox)
  const binOf = (item: number) =>
    Math.min(BINS - 1, Math.floor(((centreOf(items, item, axis) - least) / (most - least)) * BINS))
  for (let index = first; index < end; index++) {
    const bin = binOf(order[index]!)
    counts[bin]! += 1
    grow(bins[bin]!, items, order[index]!)
  }
  let [best, cost] = [-1, Infinity]
  for (let cut = 1; cut < BINS; cut++) {
    const [low, high] = [emptyBox(), emptyBox()]
    let [lowCount, highCount] = [0, 0]
    for (let bin = 0; bin < BINS; bin++) {
      if (counts[bin] === 0) continue
      grow(bin < cut ? low : high, bins[bin]!, 0)
      if (bin < cut) lowCount += counts[bin]!
      else highCount += counts[bin]!
    }
    const here = halfArea(low) * lowCount + halfArea(high) * highCount
    if (lowCount > 0 && highCount > 0 && here < cost) [best, cost] = [cut, here]
  }
  return (item: number): boolean => binOf(item) < best
}

const centreOf = (items: Float64Array, item: number, axis: number): number =>
  (items[item * 6 + axis]! + items[item * 6 + 3 + axis]!) / 2

/** Moves the items of a span that fit to its front; answers where the others begin. */
const partition = (order: Int32Array, { first, end }: Span, isLow: (item: number) => boolean): number => {
  let middle = first
  for (let index = first; index < end; index++) {
    const item = order[index]!
    if (!isLow(item)) continue
    order[index] = order[middle]!
    order[middle] = item
    middle += 1
  }
  return middle
}

/** Builds the tree over items given as boxes, six numbers an item; leaves hold up to `leafSize` items. */
export const boxTree = (items: Float64Array, leafSize: number): BoxTree => {
  const count = items.length / 6
  const order = Int32Array.from({ length: count }, (_, index) => index)
  const boxes: number[] = []
  const children: number[] = []
  const leaves: number[] = []

  const layLeaf = ({ first, end }: Span): number => {
    leaves.push(first, end - first)
    return -leaves.length / 2
  }

  const build = (span: Span, depth: number): { child: number; box: Float64Array } => {
    const box = emptyBox()
    const centres = emptyBox()
    for (let index = span.first; index < span.end; index++) {
      grow(box, items, order[index]!)
      for (let axis = 0; axis < 3; axis++) {
        const middle = centreOf(items, order[index]!, axis)
        centres[axis] = Math.min(centres[axis]!, middle)
        centres[axis + 3] = Math.max(centres[axis + 3]!, middle)
      }
    }
    const widths = [0, 1, 2].map(axis => centres[axis + 3]! - centres[axis]!)
    const axis = widths.indexOf(Math.max(...widths))
    if (span.end - span.first <= leafSize || depth >= MOST_DEPTH - 2 || widths[axis]! <= 1e-9)
      return { child: layLeaf(span), box }
    const middle = partition(order, span, bestCut(items, order, span, axis, centres[axis]!, centres[axis + 3]!))
    const node = children.length / 2
    children.push(0, 0)
    boxes.push(...new Float64Array(12))
    const parts = [
      build({ first: span.first, end: middle }, depth + 1),
      build({ first: middle, end: span.end }, depth + 1),
    ]
    parts.forEach((part, side) => {
      children[node * 2 + side] = part.child
      part.box.forEach((bound, at) => {
        boxes[node * 12 + side * 6 + at] = bound
      })
    })
    return { child: node, box }
  }

  const whole = count > 0 ? build({ first: 0, end: count }, 0) : undefined
  return {
    root: whole?.child,
    bounds: whole?.box ?? emptyBox(),
    boxes: Float64Array.from(boxes),
    children: Int32Array.from(children),
    leaves: Int32Array.from(leaves),
    order,
  }
}
