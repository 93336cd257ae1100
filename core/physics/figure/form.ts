import type { Vector } from '../units/vector'
import { softLesser, toBall, toLimb } from './distances'

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

const toPart = (x: number, y: number, z: number, part: Part): number =>
  part.shape === 'ball' ? toBall(x, y, z, part.centre, part.radii) : toLimb(x, y, z, part)

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
