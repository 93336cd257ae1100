import { roomBounds } from '#core/model/bounds'
import type { StudioSet } from '#core/model/schema'

/** Origin and direction. */
export type Ray = [number, number, number, number, number, number]

/** Rays from anywhere in the room of a set in any direction, as a generator of 0..1 draws them. */
export const raysIn = ({ room }: StudioSet, count: number, draw: () => number): Ray[] => {
  const { left, right, back, front, ceiling } = roomBounds(room)
  return Array.from({ length: count }, () => {
    const height = 2 * draw() - 1
    const turn = 2 * Math.PI * draw()
    const level = Math.sqrt(1 - height * height)
    return [
      left + draw() * (right - left),
      back + draw() * (front - back),
      draw() * ceiling,
      level * Math.cos(turn),
      level * Math.sin(turn),
      height,
    ]
  })
}
