import type { RoomBounds } from '#core/set/bounds'

/** Metres of the room to pixels of the plan and back. The backdrop is at the top, the camera below, right is the camera's right. */
export type PlanMap = {
  scale: number
  x: (metres: number) => number
  y: (metres: number) => number
  xM: (pixels: number) => number
  yM: (pixels: number) => number
}

/** Fits a room into a field of pixels, centred, with a margin for the walls. */
export const planMap = (bounds: RoomBounds, width: number, height: number, margin: number): PlanMap => {
  const wide = bounds.right - bounds.left
  const deep = bounds.front - bounds.back
  const scale = Math.max(1, Math.min((width - 2 * margin) / wide, (height - 2 * margin) / deep))
  const left = (width - wide * scale) / 2 - bounds.left * scale
  const top = (height - deep * scale) / 2 - bounds.back * scale
  return {
    scale,
    x: metres => left + metres * scale,
    y: metres => top + metres * scale,
    xM: pixels => (pixels - left) / scale,
    yM: pixels => (pixels - top) / scale,
  }
}
