import type { Scene, Sheet } from '../geometry/surface'
import { add, cross, direction, dot, scale, subtract, type Vector } from '../units/vector'

/** A line a s + b t + c = 0 in a sheet's own coordinates, along which its patches are split, with its ends. */
export type SplitLine = {
  a: number
  b: number
  c: number
  from: readonly [number, number]
  to: readonly [number, number]
}

/** Edges nearer to a sheet than this stand on it. */
const TOUCH_M = 0.06
/** A split reaches this far past the end of the edge that makes it. */
const OVERHANG_M = 0.02

const edgesOf = ({ corner, edgeS, edgeT }: Sheet): [Vector, Vector][] => {
  const [a, b, c, d] = [corner, add(corner, edgeS), add(corner, edgeT), add(corner, add(edgeS, edgeT))]
  return [
    [a, b],
    [c, d],
    [a, c],
    [b, d],
  ]
}

/** A place of the room in a sheet's own coordinates, with its height above it. */
const within = (sheet: Sheet) => {
  const unit = direction(cross(sheet.edgeS, sheet.edgeT))
  const across = cross(sheet.edgeT, unit)
  const along = cross(unit, sheet.edgeS)
  return (place: Vector) => {
    const offset = subtract(place, sheet.corner)
    return {
      s: dot(offset, across) / dot(sheet.edgeS, across),
      t: dot(offset, along) / dot(sheet.edgeT, along),
      height: dot(offset, unit),
    }
  }
}

/**
 * Where other sheets stand on a sheet: there light differs from one side to the other, and a patch that lay on both
 * would
 * carry light through (a panel's foot on the floor, the edge of paper).
 */
export const splitLines = (scene: Scene, sheet: Sheet): SplitLine[] => {
  const locate = within(sheet)
  return scene.surfaces
    .filter((other): other is Sheet => other.shape === 'sheet' && other !== sheet && !other.encloses && !other.isRound)
    .flatMap(other =>
      edgesOf(other).flatMap(([start, end]): SplitLine[] => {
        const way = direction(subtract(end, start))
        const [from, to] = [locate(subtract(start, scale(way, OVERHANG_M))), locate(add(end, scale(way, OVERHANG_M)))]
        if (Math.abs(from.height) > TOUCH_M || Math.abs(to.height) > TOUCH_M) return []
        const isOutside =
          Math.min(from.s, to.s) > 1 ||
          Math.max(from.s, to.s) < 0 ||
          Math.min(from.t, to.t) > 1 ||
          Math.max(from.t, to.t) < 0
        const a = to.t - from.t
        const b = from.s - to.s
        return isOutside || (a === 0 && b === 0)
          ? []
          : [{ a, b, c: -(a * from.s + b * from.t), from: [from.s, from.t], to: [to.s, to.t] }]
      }),
    )
}

/** Whether the stretch of a line passes through a cell (clipping after Y.-D. Liang and B. Barsky, 1984). */
export const passesThrough = (
  { from, to }: SplitLine,
  least: readonly [number, number],
  most: readonly [number, number],
): boolean => {
  let [enter, leave] = [0, 1]
  for (const axis of [0, 1] as const) {
    const step = to[axis] - from[axis]
    if (Math.abs(step) < 1e-12) {
      if (from[axis] <= least[axis] || from[axis] >= most[axis]) return false
      continue
    }
    const [one, other] = [(least[axis] - from[axis]) / step, (most[axis] - from[axis]) / step]
    enter = Math.max(enter, Math.min(one, other))
    leave = Math.min(leave, Math.max(one, other))
  }
  return enter < leave
}
