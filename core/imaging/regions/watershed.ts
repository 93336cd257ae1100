import type { Grid } from './maps'

/** Heights are sorted into so many steps. */
const STEPS = 1024

/**
 * Floods a landscape from seeds, always over the lowest pass: a watershed by levels (after F. Meyer, "Topographic
 * distance and
 * watershed lines", 1994; from memory). Answers for each pixel the seed's label that reached it first and the height
 * that had to be
 * crossed; label 0 where `mayEnter` forbids.
 */
export const flood = (
  { width, height }: Grid,
  heights: Float32Array,
  seeds: Uint8Array,
  greatest: number,
  mayEnter: (at: number) => boolean = () => true,
): { labels: Uint8Array; levels: Float32Array } => {
  const labels = Uint8Array.from(seeds)
  const levels = new Float32Array(heights.length).fill(Infinity)
  const waiting: number[][] = Array.from({ length: STEPS + 1 }, () => [])
  const stepOf = (at: number) => Math.min(STEPS, Math.floor((heights[at]! / greatest) * STEPS))
  seeds.forEach((label, at) => {
    if (label === 0) return
    levels[at] = 0
    waiting[0]!.push(at)
  })
  for (let step = 0; step <= STEPS; step++) {
    const now = waiting[step]!
    for (let index = 0; index < now.length; index++) {
      const at = now[index]!
      const x = at % width
      const enter = (next: number) => {
        if (labels[next] !== 0 || !mayEnter(next)) return
        labels[next] = labels[at]!
        levels[next] = Math.max(levels[at]!, heights[next]!)
        waiting[Math.max(step, stepOf(next))]!.push(next)
      }
      if (x > 0) enter(at - 1)
      if (x < width - 1) enter(at + 1)
      if (at >= width) enter(at - width)
      if (at < width * (height - 1)) enter(at + width)
    }
    now.length = 0
  }
  return { labels, levels }
}
