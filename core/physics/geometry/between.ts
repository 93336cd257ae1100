import type { RayScene } from './kernel'

/**
 * Whether anything can stand between places of one box and places of another: whether any thing's box meets the box
 * around both.
 * Never says no where something does. Two surfaces may be spared, since they cannot: a flat receiver's own, a light's
 * own back.
 */
export const mayStandBetween = (
  { boxes, surface }: RayScene,
  a: Float64Array,
  b: Float64Array,
  spared: number,
  sparedToo: number,
): boolean => {
  for (let primitive = 0, at = 0; primitive < surface.length; primitive++, at += 6) {
    if (surface[primitive] === spared || surface[primitive] === sparedToo) continue
    let meets = true
    for (let axis = 0; axis < 3 && meets; axis++) {
      const least = Math.min(a[axis]!, b[axis]!)
      const most = Math.max(a[axis + 3]!, b[axis + 3]!)
      meets = boxes[at + axis]! <= most && boxes[at + axis + 3]! >= least
    }
    if (meets) return true
  }
  return false
}
