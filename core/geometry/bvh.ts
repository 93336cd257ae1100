/**
 * A tree of boxes over items, in the order of a walk: a node's first child follows it, its second stands at `second`.
 * Items of a leaf stand at `order[first .. first + count - 1]`; along the axis of a split the first child lies lower.
 */
export type BoxTree = {
  /** Six numbers a node: least x, y, z, then greatest. */
  boxes: Float64Array
  /** Two numbers a node: for a leaf its first item and their count; else the second child and -1, -2 or -4 for the axis that parts them. */
  links: Int32Array
  /** Items in the order of the leaves. */
  order: Int32Array
}

/** Room for a walk's open branches; halving splits keep trees shallower than this by far. */
export const MOST_DEPTH = 64

const BINS = 8

type Span = { first: number, end: number }

const grow = (box: Float64Array, boxes: Float64Array, item: number): void => {
  for (let axis = 0; axis < 3; axis++) {
    box[axis] = Math.min(box[axis]!, boxes[item * 6 + axis]!)
    box[axis + 3] = Math.max(box[axis + 3]!, boxes[item * 6 + 3 + axis]!)
  }
}

const emptyBox = () => Float64Array.of(Infinity, Infinity, Infinity, -Infinity, -Infinity, -Infinity)

const halfArea = (box: Float64Array): number => {
  const [x, y, z] = [box[3]! - box[0]!, box[4]! - box[1]!, box[5]! - box[2]!]
  return x < 0 ? 0 : x * y + y * z + z * x
}

/** Which items go low where a span is best cut along an axis, by the surface-area heuristic (J. Goldsmith and J. Salmon, 1987) in equal bins. */
const bestCut = (items: Float64Array, order: Int32Array, { first, end }: Span, axis: number, least: number, most: number) => {
  const counts = new Int32Array(BINS)
  const bins = Array.from({ length: BINS }, emptyBox)
  const binOf = (item: number) => Math.min(BINS - 1, Math.floor((centreOf(items, item, axis) - least) / (most - least) * BINS))
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

const centreOf = (items: Float64Array, item: number, axis: number): number => (items[item * 6 + axis]! + items[item * 6 + 3 + axis]!) / 2

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
  const links: number[] = []
  const build = (span: Span, depth: number): void => {
    const node = links.length / 2
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
    boxes.push(...box)
    links.push(span.first, span.end - span.first)
    if (span.end - span.first <= leafSize || depth >= MOST_DEPTH - 2) return
    const widths = [0, 1, 2].map(axis => centres[axis + 3]! - centres[axis]!)
    const axis = widths.indexOf(Math.max(...widths))
    if (widths[axis]! <= 1e-9) return
    const cut = bestCut(items, order, span, axis, centres[axis]!, centres[axis + 3]!)
    const middle = partition(order, span, cut)
    links[node * 2 + 1] = -(1 << axis)
    build({ first: span.first, end: middle }, depth + 1)
    links[node * 2] = links.length / 2
    build({ first: middle, end: span.end }, depth + 1)
  }
  if (count > 0) build({ first: 0, end: count }, 0)
  return { boxes: Float64Array.from(boxes), links: Int32Array.from(links), order }
}
