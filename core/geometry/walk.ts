import { MOST_DEPTH, type BoxTree } from './bvh'

/** A ray with what walking a tree along it needs; made once and used again. */
export type Walker = {
  /** Origin and direction, six numbers. The direction need not be a unit vector; distances are in its lengths. */
  ray: Float64Array
  inverse: Float64Array
  open: Int32Array
}

export const walker = (): Walker =>
  ({ ray: new Float64Array(6), inverse: new Float64Array(3), open: new Int32Array(MOST_DEPTH) })

/** Stands for the inverse of no motion along an axis: finite, so that a ray within a box's plane makes no NaN. */
const STILL = 1e30

/** To be called when a walker's ray has been set. */
export const aimWalker = ({ ray, inverse }: Walker): void => {
  inverse[0] = ray[3] === 0 ? STILL : 1 / ray[3]!
  inverse[1] = ray[4] === 0 ? STILL : 1 / ray[4]!
  inverse[2] = ray[5] === 0 ? STILL : 1 / ray[5]!
}

/** Tests the items of a leaf; true when it struck something and has lowered `found[0]`. */
export type LeafTest = (first: number, count: number) => boolean

/**
 * Walks the boxes that a ray meets before `found[0]`, nearer children first, and offers each leaf to `test`.
 * With `anyWill`, the first strike ends the walk.
 */
export const walkTree = ({ boxes, links }: BoxTree, { ray, inverse, open }: Walker, found: Float64Array, anyWill: boolean, test: LeafTest): boolean => {
  if (links.length === 0) return false
  const [ox, oy, oz] = [ray[0]!, ray[1]!, ray[2]!]
  const [ix, iy, iz] = [inverse[0]!, inverse[1]!, inverse[2]!]
  // Which of a box's two planes along each axis the ray meets first.
  const nearX = ix < 0 ? 3 : 0
  const nearY = iy < 0 ? 4 : 1
  const nearZ = iz < 0 ? 5 : 2
  const backward = (ix < 0 ? 1 : 0) | (iy < 0 ? 2 : 0) | (iz < 0 ? 4 : 0)
  let node = 0
  let depth = 0
  let struck = false
  for (;;) {
    const at = node * 6
    const near = Math.max((boxes[at + nearX]! - ox) * ix, (boxes[at + nearY]! - oy) * iy, (boxes[at + nearZ]! - oz) * iz, 0)
    const far = Math.min((boxes[at + 3 - nearX]! - ox) * ix, (boxes[at + 5 - nearY]! - oy) * iy, (boxes[at + 7 - nearZ]! - oz) * iz, found[0]!)
    if (near <= far) {
      const tag = links[node * 2 + 1]!
      if (tag < 0) {
        // Children are parted along an axis: the one that the ray comes from goes first.
        const second = links[node * 2]!
        const isTurned = (backward & -tag) !== 0
        open[depth++] = isTurned ? node + 1 : second
        node = isTurned ? second : node + 1
        continue
      }
      if (test(links[node * 2]!, tag)) {
        if (anyWill) return true
        struck = true
      }
    }
    if (depth === 0) return struck
    node = open[--depth]!
  }
}
