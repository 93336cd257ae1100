import type { RoomBounds } from '#core/model/bounds'

/**
 * Metres of the room to pixels and back. The plan and the side view lie one under the other and share their depth:
 * the backdrop is at
 * the left, the camera at the right. `x` takes metres from the backdrop; `y` takes metres to the camera's right on
 * the plan (up the
 * screen), and heights in the side view.
 */
export type PlanMap = {
  scale: number
  x: (depthM: number) => number
  y: (metres: number) => number
  depthM: (pixels: number) => number
  acrossM: (pixels: number) => number
}

/** How far in the plan is, and by how much it is pushed aside, pixels. */
export type Zoom = { k: number; x: number; y: number }

/** The plan as a whole, not zoomed. */
export const WHOLE: Zoom = { k: 1, x: 0, y: 0 }

/** What the stage shows. */
export type Shows = 'plan' | 'side' | 'both'

/** Free edge about a drawing of the room, pixels. */
export const MARGIN_PX = 22

/** What a field of pixels gives to the plan and to the side view, and the scale at which all of it fits. */
export const stageLayout = (bounds: RoomBounds, width: number, height: number, shows: Shows) => {
  const [deep, wide, high] = [bounds.front - bounds.back, bounds.right - bounds.left, bounds.ceiling - bounds.floor]
  const tall = (shows === 'side' ? 0 : wide) + (shows === 'plan' ? 0 : high)
  const margins = (shows === 'both' ? 4 : 2) * MARGIN_PX
  const scale = Math.max(1, Math.min((width - 2 * MARGIN_PX) / deep, (height - margins) / tall))
  const sideHeights = { plan: 0, side: height, both: Math.round(high * scale + 2 * MARGIN_PX) }
  const sideHeight = sideHeights[shows]
  return { scale, planHeight: height - sideHeight, sideHeight }
}

const mapOf = (scale: number, left: number, top: number): PlanMap => ({
  scale,
  x: metres => left + metres * scale,
  y: metres => top - metres * scale,
  depthM: pixels => (pixels - left) / scale,
  acrossM: pixels => (top - pixels) / scale,
})

/** The room from above in the middle of a field. */
export const planMap = (
  bounds: RoomBounds,
  width: number,
  height: number,
  scale: number,
  zoom: Zoom = WHOLE,
): PlanMap => {
  const left = width / 2 - ((bounds.back + bounds.front) / 2) * scale
  const top = height / 2 + ((bounds.left + bounds.right) / 2) * scale
  return mapOf(scale * zoom.k, left * zoom.k + zoom.x, top * zoom.k + zoom.y)
}

/** The room from the side under a plan: the same depth at the same place, the floor at the foot of the field. */
export const sideMap = (plan: PlanMap, height: number): PlanMap => mapOf(plan.scale, plan.x(0), height - MARGIN_PX)
