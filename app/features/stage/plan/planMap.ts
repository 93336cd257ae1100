import type { RoomBounds } from '#core/model/bounds'

/** A place on the screen, pixels. */
export type Spot = { x: number; y: number }

/** A place of the drawing: metres from the backdrop, and to the camera's right, or off the floor from the side. */
export type Flat = { depthM: number; acrossM: number }

/**
 * Metres of the room to pixels and back. A plan lies with the backdrop at the left and the camera's right up the
 * screen, or stands, a quarter turned, with the backdrop at the top: whichever is larger. The side view lies under a
 * plan that lies and shares its depth.
 */
export type PlanMap = {
  scale: number
  /** How far the drawing is turned from lying, degrees clockwise. */
  turnDeg: 0 | 90
  at: (depthM: number, acrossM: number) => Spot
  from: (x: number, y: number) => Flat
  /** A way on the screen in metres of the drawing. */
  way: (dx: number, dy: number) => Flat
}

/** How far in the plan is, and by how much it is pushed aside, pixels. */
export type Zoom = { k: number; x: number; y: number }

/** The plan as a whole, not zoomed. */
export const WHOLE: Zoom = { k: 1, x: 0, y: 0 }

/** What the stage shows. */
export type Shows = 'plan' | 'side' | 'both'

/** Free edge about a drawing of the room, pixels. */
export const MARGIN_PX = 12

/** What a field comes to: pixels a metre, how the plan is turned, and what plan and side view get of its height. */
export type StageLayout = { scale: number; turnDeg: 0 | 90; planHeight: number; sideHeight: number }

/**
 * What a field of pixels gives to the plan and to the side view, and the scale at which all of it fits: the larger of
 * lying and standing, where the plan is alone; with its side view it lies, so that depth stands over depth.
 */
export const stageLayout = (bounds: RoomBounds, width: number, height: number, shows: Shows): StageLayout => {
  const [deep, wide, high] = [bounds.front - bounds.back, bounds.right - bounds.left, bounds.ceiling - bounds.floor]
  const fit = (across: number, down: number, margins: number) =>
    Math.max(1, Math.min((width - 2 * MARGIN_PX) / across, (height - margins * MARGIN_PX) / down))
  if (shows === 'both') {
    const scale = fit(deep, wide + high, 4)
    const sideHeight = Math.round(high * scale + 2 * MARGIN_PX)
    return { scale, turnDeg: 0, planHeight: height - sideHeight, sideHeight }
  }
  if (shows === 'side') return { scale: fit(deep, high, 2), turnDeg: 0, planHeight: 0, sideHeight: height }
  const [lying, standing] = [fit(deep, wide, 2), fit(wide, deep, 2)]
  return { scale: Math.max(lying, standing), turnDeg: standing > lying ? 90 : 0, planHeight: height, sideHeight: 0 }
}

const mapOf = (scale: number, origin: Spot, turnDeg: 0 | 90): PlanMap => {
  const way =
    turnDeg === 90
      ? (dx: number, dy: number): Flat => ({ depthM: dy / scale, acrossM: dx / scale })
      : (dx: number, dy: number): Flat => ({ depthM: dx / scale, acrossM: -dy / scale })
  return {
    scale,
    turnDeg,
    at:
      turnDeg === 90
        ? (depthM, acrossM) => ({ x: origin.x + acrossM * scale, y: origin.y + depthM * scale })
        : (depthM, acrossM) => ({ x: origin.x + depthM * scale, y: origin.y - acrossM * scale }),
    from: (x, y) => way(x - origin.x, y - origin.y),
    way,
  }
}

/** The room from above in the middle of a field. */
export const planMap = (
  bounds: RoomBounds,
  width: number,
  height: number,
  { scale, turnDeg }: Pick<StageLayout, 'scale' | 'turnDeg'>,
  zoom: Zoom = WHOLE,
): PlanMap => {
  const middle = mapOf(scale, { x: 0, y: 0 }, turnDeg).at(
    (bounds.back + bounds.front) / 2,
    (bounds.left + bounds.right) / 2,
  )
  const [left, top] = [width / 2 - middle.x, height / 2 - middle.y]
  return mapOf(scale * zoom.k, { x: left * zoom.k + zoom.x, y: top * zoom.k + zoom.y }, turnDeg)
}

/** The room from the side under a plan that lies: the same depth at the same place, the floor at the foot. */
export const sideMap = (plan: PlanMap, height: number): PlanMap =>
  mapOf(plan.scale, { x: plan.at(0, 0).x, y: height - MARGIN_PX }, 0)

/** The box on the screen between two corners of the drawing. */
export const boxBetween = (map: PlanMap, a: Flat, b: Flat) => {
  const [from, to] = [map.at(a.depthM, a.acrossM), map.at(b.depthM, b.acrossM)]
  return {
    x: Math.min(from.x, to.x),
    y: Math.min(from.y, to.y),
    width: Math.abs(to.x - from.x),
    height: Math.abs(to.y - from.y),
  }
}

/** The course of places as an SVG path. */
export const courseOn = (map: PlanMap, places: readonly (readonly [number, number])[], isClosed = false): string =>
  places.length === 0
    ? ''
    : `M${places
        .map(([depthM, acrossM]) => {
          const { x, y } = map.at(depthM, acrossM)
          return `${x.toFixed(1)} ${y.toFixed(1)}`
        })
        .join(' L')}${isClosed ? ' Z' : ''}`
