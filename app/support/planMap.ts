import type { RoomBounds } from '#core/set/bounds'

/**
 * Metres of the room to pixels and back, for the plan and for the side view. On the plan the backdrop is at the top, the camera below,
 * right is the camera's right; from the side the backdrop is at the left and the floor below.
 */
export type PlanMap = {
  scale: number
  /** Which way the second coordinate grows on the screen: 1 down, -1 up. */
  down: 1 | -1
  x: (metres: number) => number
  y: (metres: number) => number
  xM: (pixels: number) => number
  yM: (pixels: number) => number
}

/** How far in the plan is, and by how much it is pushed aside, pixels. */
export type Zoom = { k: number, x: number, y: number }

export const WHOLE: Zoom = { k: 1, x: 0, y: 0 }

type Extent = { from: number, to: number }

const fitted = (across: Extent, along: Extent, down: 1 | -1, width: number, height: number, margin: number, zoom: Zoom): PlanMap => {
  const [wide, deep] = [across.to - across.from, along.to - along.from]
  const fit = Math.max(1, Math.min((width - 2 * margin) / wide, (height - 2 * margin) / deep))
  const scale = fit * zoom.k
  const left = ((width - wide * fit) / 2 - across.from * fit) * zoom.k + zoom.x
  const first = down > 0 ? along.from : along.to
  const top = ((height - deep * fit) / 2 - down * first * fit) * zoom.k + zoom.y
  return {
    scale,
    down,
    x: metres => left + metres * scale,
    y: metres => top + down * metres * scale,
    xM: pixels => (pixels - left) / scale,
    yM: pixels => down * (pixels - top) / scale,
  }
}

/** Fits a room from above into a field of pixels, centred, with a margin for the walls. */
export const planMap = (bounds: RoomBounds, width: number, height: number, margin: number, zoom: Zoom = WHOLE): PlanMap =>
  fitted({ from: bounds.left, to: bounds.right }, { from: bounds.back, to: bounds.front }, 1, width, height, margin, zoom)

/** The same from the side: depth across, height up. */
export const sideMap = (bounds: RoomBounds, width: number, height: number, margin: number): PlanMap =>
  fitted({ from: bounds.back, to: bounds.front }, { from: bounds.floor, to: bounds.ceiling }, -1, width, height, margin, WHOLE)
