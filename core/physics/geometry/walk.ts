import { MOST_DEPTH, type BoxTree } from './bvh'

/** A ray with what walking a tree along it needs; made once and used again. */
export type Walker = {
  /** Origin and direction, six numbers. The direction need not be a unit vector; distances are in its lengths. */
  ray: Float64Array
  inverse: Float64Array
  open: Int32Array
  openAt: Float64Array
}

/** The memory of one walk through the tree of surfaces. */
export const walker = (): Walker => ({
  ray: new Float64Array(6),
  inverse: new Float64Array(3),
  open: new Int32Array(MOST_DEPTH),
  openAt: new Float64Array(MOST_DEPTH),
})

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
export const walkTree = (
  { root, boxes, children, leaves }: BoxTree,
  { ray, inverse, open, openAt }: Walker,
  found: Float64Array,
  anyWill: boolean,
  test: LeafTest,
): boolean => {
  if (root === undefined) return false
  const ox = ray[0]!
  const oy = ray[1]!
  const oz = ray[2]!
  const ix = inverse[0]!
  const iy = inverse[1]!
  const iz = inverse[2]!
  // Which of a box's two planes along each axis the ray meets first.
  const nearX = ix < 0 ? 3 : 0
  const nearY = iy < 0 ? 4 : 1
  const nearZ = iz < 0 ? 5 : 2
  let child = root
  let depth = 0
  let struck = false
  for (;;) {
    if (child >= 0) {
      const a = child * 12
      const b = a + 6
      const limit = found[0]!
      const enterA = Math.max(
        (boxes[a + nearX]! - ox) * ix,
        (boxes[a + nearY]! - oy) * iy,
        (boxes[a + nearZ]! - oz) * iz,
        0,
      )
      const leaveA = Math.min(
        (boxes[a + 3 - nearX]! - ox) * ix,
        (boxes[a + 5 - nearY]! - oy) * iy,
        (boxes[a + 7 - nearZ]! - oz) * iz,
        limit,
      )
      const enterB = Math.max(
        (boxes[b + nearX]! - ox) * ix,
        (boxes[b + nearY]! - oy) * iy,
        (boxes[b + nearZ]! - oz) * iz,
        0,
      )
      const leaveB = Math.min(
        (boxes[b + 3 - nearX]! - ox) * ix,
        (boxes[b + 5 - nearY]! - oy) * iy,
        (boxes[b + 7 - nearZ]! - oz) * iz,
        limit,
      )
      const one = children[child * 2]!
      const other = children[child * 2 + 1]!
      if (enterA <= leaveA) {
        if (enterB <= leaveB) {
          const isAFirst = enterA <= enterB
          open[depth] = isAFirst ? other : one
          openAt[depth] = isAFirst ? enterB : enterA
          depth += 1
          child = isAFirst ? one : other
        } else child = one
        continue
      }
      if (enterB <= leaveB) {
        child = other
        continue
      }
    } else {
      const leaf = -1 - child
      if (test(leaves[leaf * 2]!, leaves[leaf * 2 + 1]!)) {
        if (anyWill) return true
        struck = true
      }
    }
    do {
      if (depth === 0) return struck
      depth -= 1
    } while (openAt[depth]! > found[0]!)
    child = open[depth]!
  }
}
