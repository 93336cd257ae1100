import { LEAF_COUNTS, NODE_BYTES, NODE_CHILDREN } from '../loops/layout'
import type { BoxTree } from './bvh'

/** A tree whose nodes hold four boxes, as the loops walk it: see {@link NODE_BYTES}. */
export type WideTree = {
  nodes: ArrayBuffer
  /** A node's number, or ~(first * 8 + count) of a leaf; undefined where there is nothing. */
  root: number | undefined
}

/** What a leaf holds in the numbers that the loops know: primitives, or blocks of triangles. */
export type LeafItems = (first: number, count: number) => { first: number; count: number }

/** Boxes grow by this much of their coordinates, so that single precision never leaves anything out. */
const WIDER = 1e-6

type Child = { code: number; box: Float64Array }

const halfArea = (box: Float64Array): number => {
  const [x, y, z] = [box[3]! - box[0]!, box[4]! - box[1]!, box[5]! - box[2]!]
  return x * y + y * z + z * x
}

/** The most that the count of a leaf can say. */
const MOST_IN_LEAF = LEAF_COUNTS - 1

/** Makes four-way nodes of a two-way tree: of a node's children the largest are opened until there are four. */
export const wideTree = (tree: BoxTree, itemsOf: LeafItems): WideTree => {
  const nodes: Child[][] = []

  const childrenOf = (node: number): Child[] =>
    [0, 1].map(side => ({
      code: tree.children[node * 2 + side]!,
      box: tree.boxes.subarray(node * 12 + side * 6, node * 12 + side * 6 + 6),
    }))

  const layLeaf = (first: number, count: number, box: Float64Array): number => {
    if (count <= MOST_IN_LEAF) return ~(first * LEAF_COUNTS + count)
    // Things that lie in one another cannot be told apart by boxes: a node of leaves with one box.
    const at = nodes.push([]) - 1
    const part = Math.ceil(count / 4)
    for (let start = 0; start < count; start += part)
      nodes[at]!.push({ code: layLeaf(first + start, Math.min(part, count - start), box), box })
    return at
  }

  const lay = ({ code, box }: Child): number => {
    if (code < 0) {
      const leaf = -1 - code
      const { first, count } = itemsOf(tree.leaves[leaf * 2]!, tree.leaves[leaf * 2 + 1]!)
      return layLeaf(first, count, box)
    }
    const open = childrenOf(code)
    for (;;) {
      const inner = open.filter(child => child.code >= 0)
      if (open.length === 4 || inner.length === 0) break
      const largest = inner.reduce((a, b) => (halfArea(b.box) > halfArea(a.box) ? b : a))
      open.splice(open.indexOf(largest), 1, ...childrenOf(largest.code).slice(0, 4 - open.length + 1))
    }
    const at = nodes.push([]) - 1
    nodes[at] = open.map(child => ({ code: lay(child), box: child.box }))
    return at
  }

  const root = tree.root === undefined ? undefined : lay({ code: tree.root, box: tree.bounds })
  return { nodes: written(nodes), root }
}

const written = (nodes: readonly (readonly Child[])[]): ArrayBuffer => {
  const bytes = new ArrayBuffer(nodes.length * NODE_BYTES)
  const [bounds, children] = [new Float32Array(bytes), new Int32Array(bytes)]
  nodes.forEach((open, node) => {
    for (let lane = 0; lane < 4; lane++) {
      const child = open[lane]
      for (let side = 0; side < 6; side++) {
        const isLeast = side < 3
        // An empty place is a box turned inside out, which no ray meets.
        const nothing = isLeast ? Infinity : -Infinity
        const bound = child?.box[side]
        bounds[(node * NODE_BYTES) / 4 + side * 4 + lane] =
          bound === undefined ? nothing : bound + (isLeast ? -1 : 1) * WIDER * (1 + Math.abs(bound))
      }
      children[(node * NODE_BYTES + NODE_CHILDREN) / 4 + lane] = child?.code ?? 0
    }
  })
  return bytes
}
