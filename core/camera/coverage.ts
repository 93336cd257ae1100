import { projectionOf } from './projection'
import { scale, add, type Vector } from '../physics/units/vector'
import type { StudioSet } from '../model/schema'

/** What the camera sees in the plane of the backdrop, metres of the room. */
export type Coverage = { leftM: number; rightM: number; topM: number; bottomM: number }

/** The frame's edges where the backdrop hangs (y = 0). */
export const coverageOf = (set: StudioSet): Coverage => {
  const { eye, ahead, right, up, halfWidth, halfHeight } = projectionOf(set)
  const ways = (
    [
      [-1, -1],
      [-1, 1],
      [1, -1],
      [1, 1],
    ] as const
  ).map(([u, w]): Vector => add(ahead, add(scale(right, u * halfWidth), scale(up, w * halfHeight))))
  const hits = ways.map(way => add(eye, scale(way, way[1] < 0 ? eye[1] / -way[1] : 1e3)))
  return {
    leftM: Math.min(...hits.map(([x]) => x)),
    rightM: Math.max(...hits.map(([x]) => x)),
    topM: Math.max(...hits.map(([, , z]) => z)),
    bottomM: Math.min(...hits.map(([, , z]) => z)),
  }
}

/**
 * By how much the frame reaches past the backdrop, metres; 0 where the backdrop covers it. Below, the sweep takes
 * over.
 */
export const uncovered = (set: StudioSet): { aside: number; above: number } => {
  const { leftM, rightM, topM } = coverageOf(set)
  const { centreXM, widthM, heightM } = set.backdrop
  const left = set.backdrop.corner?.side === 'left' ? 0 : centreXM - widthM / 2 - leftM
  const right = set.backdrop.corner?.side === 'right' ? 0 : rightM - centreXM - widthM / 2
  return { aside: Math.max(0, left, right), above: Math.max(0, topM - heightM) }
}
