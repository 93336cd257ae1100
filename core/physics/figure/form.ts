import type { Vector } from '../units/vector'

/** What a part of the figure is made of; the numbers are those of its mesh. */
export const FIGURE_MATERIALS = ['skin', 'clothing', 'hair', 'eyes', 'irises'] as const
/** Materials of a figure. */
export type FigureMaterial = (typeof FIGURE_MATERIALS)[number]

/** A part of a rounded form. Lengths are shares of body height. */
export type Part =
  | { shape: 'ball'; centre: Vector; radii: Vector; material: FigureMaterial; soft: number; isCut?: boolean }
  | {
      shape: 'limb'
      from: Vector
      to: Vector
      fromRadius: number
      toRadius: number
      material: FigureMaterial
      soft: number
      isCut?: boolean
    }

/** Distance to an ellipsoid, good near its surface (I. Quilez's bound: the gradient sets the scale). */
const toBall = (x: number, y: number, z: number, { centre: c, radii: r }: Extract<Part, { shape: 'ball' }>): number => {
  const [px, py, pz] = [(x - c[0]) / r[0], (y - c[1]) / r[1], (z - c[2]) / r[2]]
  const inner = Math.sqrt(px * px + py * py + pz * pz)
  const slope = Math.sqrt((px / r[0]) ** 2 + (py / r[1]) ** 2 + (pz / r[2]) ** 2)
  return slope > 1e-9 ? (inner * (inner - 1)) / slope : -Math.min(...r)
}

/** Distance to a limb that tapers between two radii along its bone. */
const toLimb = (
  x: number,
  y: number,
  z: number,
  { from: a, to: b, fromRadius, toRadius }: Extract<Part, { shape: 'limb' }>,
): number => {
  const [bx, by, bz] = [b[0] - a[0], b[1] - a[1], b[2] - a[2]]
  const share = Math.max(
    0,
    Math.min(1, ((x - a[0]) * bx + (y - a[1]) * by + (z - a[2]) * bz) / (bx * bx + by * by + bz * bz)),
  )
  const [px, py, pz] = [x - a[0] - share * bx, y - a[1] - share * by, z - a[2] - share * bz]
  return Math.sqrt(px * px + py * py + pz * pz) - fromRadius - share * (toRadius - fromRadius)
}

const toPart = (x: number, y: number, z: number, part: Part): number =>
  part.shape === 'ball' ? toBall(x, y, z, part) : toLimb(x, y, z, part)

/** The lesser of two distances, rounded over `soft` where they are close. */
const softLesser = (a: number, b: number, soft: number): number => {
  const near = Math.max(0, soft - Math.abs(a - b)) / soft
  return Math.min(a, b) - (near * near * soft) / 4
}

const toForm = (parts: readonly Part[], x: number, y: number, z: number): number => {
  let whole = 1
  for (const part of parts) {
    const away = toPart(x, y, z, part)
    whole = part.isCut ? -softLesser(-whole, away, part.soft) : softLesser(whole, away, part.soft)
  }
  return whole
}

/** Levels of the form, and how far beyond a part's own height it is still asked: more than any softness. */
const LEVEL = 0.02
const REACH = 0.06

const heightsOf = (part: Part): [number, number] => {
  if (part.shape === 'ball') return [part.centre[2] - part.radii[2], part.centre[2] + part.radii[2]]
  const ends = [
    part.from[2] - part.fromRadius,
    part.from[2] + part.fromRadius,
    part.to[2] - part.toRadius,
    part.to[2] + part.toRadius,
  ]
  return [Math.min(...ends), Math.max(...ends)]
}

/**
 * Distance to the whole form near its surface, below 0 inside: parts run together softly, cuts are taken out of what
 * came before them.
 */
export const formField = (parts: readonly Part[]) => {
  const levels = new Map<number, Part[]>()
  return (x: number, y: number, z: number): number => {
    const level = Math.floor(z / LEVEL)
    let near = levels.get(level)
    if (!near) {
      near = parts.filter(part => {
        const [low, high] = heightsOf(part)
        return high > level * LEVEL - REACH && low < (level + 1) * LEVEL + REACH
      })
      levels.set(level, near)
    }
    return toForm(near, x, y, z)
  }
}

/**
 * An eye shows where its ball comes to the surface; its iris and pupil are a disc in the middle of that. Shares of
 * body height, from memory.
 */
const EYE_SHOWS = 0.0014
const IRIS_RADIUS = 0.0042
/** The lids leave this much open, over the middle of the eye and under it. */
const LIDS = { over: 0.0036, under: 0.0048 }

const eyeAt = (
  { centre }: Extract<Part, { shape: 'ball' }>,
  x: number,
  y: number,
  z: number,
  away: number,
): FigureMaterial => {
  if (away > EYE_SHOWS || z - centre[2] > LIDS.over || centre[2] - z > LIDS.under) return 'skin'
  return y > centre[1] && Math.hypot(x - centre[0], z - centre[2]) < IRIS_RADIUS ? 'irises' : 'eyes'
}

/** The material of the part nearest to a place; cuts have none. */
export const materialAt = (parts: readonly Part[], x: number, y: number, z: number): FigureMaterial => {
  let nearest = Infinity
  let found: Part | undefined
  for (const part of parts) {
    const away = part.isCut ? Infinity : toPart(x, y, z, part)
    if (away < nearest) [nearest, found] = [away, part]
  }
  if (found?.material === 'eyes' && found.shape === 'ball') return eyeAt(found, x, y, z, nearest)
  return found?.material ?? 'skin'
}
