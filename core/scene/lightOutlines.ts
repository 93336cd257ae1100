import { polygonHull } from 'd3-polygon'
import { aimedAt } from '../model/aim'
import { roomBounds } from '../model/bounds'
import type { Light, StudioSet } from '../model/schema'
import { frontReach } from '../physics/sources/frontShape'
import { add, scale, type Vector } from '../physics/units/vector'
import { isBoom, standFoot } from './stands'
import { emitterOf } from './scene'

/** A place of a drawing: metres from the backdrop, and to the camera's right or, from the side, off the floor. */
export type FlatPlace = readonly [depthM: number, acrossM: number]

/** A light as it is drawn from above or from the side, to scale. */
export type LightOutline = {
  /** What shines: an area, or a line where it is seen edge on. */
  front: FlatPlace[]
  /** Modifier and lamp behind it. */
  body: FlatPlace[]
  /** Barn doors, each from its hinge to its edge. */
  leaves: FlatPlace[][]
  /** The column of its stand, its legs, and its boom where it has one; none where it hangs. */
  stand: FlatPlace[][]
}

/** Length and half the width of a lamp's own body, metres; from memory. */
const LAMP_M = { length: 0.28, half: 0.07 }
/** A box is about so deep for the smaller side of its front, up to the most; from memory. */
const DEPTH = { share: 0.4, mostM: 0.45 }
const ROUND_STEPS = 24
/** A drawn body keeps off walls by this, metres. */
const WALL_M = 0.02

/**
 * A light to scale: its front from the model, as turned, rolled and tilted; behind it the depth of the modifier and
 * the lamp's own body, which the model of light leaves out, as far as the room lets them.
 */
export const lightOutline = (light: Light, set: StudioSet, from: 'above' | 'side'): LightOutline => {
  const emitter = emitterOf(light, set)
  const { centre, across, up, axis, front } = emitter
  const reach = frontReach(front)
  const bounds = roomBounds(set.room)
  /** What reaches through a wall is drawn as far as the wall. */
  const flat = ([x, y, z]: Vector): FlatPlace => [
    clamp(y, bounds.back, bounds.front),
    from === 'above' ? clamp(x, bounds.left, bounds.right) : clamp(z, bounds.floor, bounds.ceiling),
  ]
  const on = (a: number, u: number, ahead = 0): Vector =>
    add(centre, add(scale(axis, ahead), add(scale(across, a), scale(up, u))))
  const rim = (share: number, ahead: number): Vector[] =>
    front.shape === 'rectangle'
      ? [-1, 1].flatMap(a => [-1, 1].map(u => on(a * share * reach.across, u * share * reach.up, ahead)))
      : Array.from({ length: ROUND_STEPS }, (_, step) => {
          const angle = (2 * Math.PI * step) / ROUND_STEPS
          return on(share * reach.across * Math.cos(angle), share * reach.up * Math.sin(angle), ahead)
        })
  const least = Math.min(reach.across, reach.up)
  const depthM = front.shape === 'ball' ? least : Math.min(DEPTH.mostM, 2 * least * DEPTH.share)
  const lamp = (ahead: number): Vector[] =>
    [-1, 1].flatMap(a => [-1, 1].map(u => on(a * LAMP_M.half, u * LAMP_M.half, ahead)))
  const backM = depthM + LAMP_M.length
  const room = spareBehind(light, set, axis, backM)
  const fits = Math.min(1, room / backM)
  const bowl = [...rim(1, 0), ...lamp(-depthM * fits)]
  const ball = front.shape === 'ball' ? ballOf(centre, least).map(flat) : undefined
  return {
    front: ball ?? hull(rim(1, 0).map(flat)),
    body: hull([...bowl, ...lamp(-backM * fits)].map(flat)),
    leaves: leavesOf(light, reach, on, from).map(leaf => leaf.map(flat)),
    stand: standOf(light, set).map(part => part.map(flat)),
  }
}

/** Legs of a usual stand: how far they spread and how high they leave the column, metres; from memory. */
const LEGS_M = { spread: 0.45, up: 0.35 }
const LEG_COUNT = 3

/**
 * The column of a stand and its legs, one of which points to what it lights or under its boom, so that it does not tip
 * that way; and the boom.
 */
const standOf = (light: Light, set: StudioSet): Vector[][] => {
  const foot = standFoot(light, set)
  if (!foot) return []
  const { xM, yM, zM } = light.place
  const [footX, footY] = foot
  const hasBoom = isBoom(foot, light)
  const [toX, toY] = hasBoom ? [xM, yM] : aimedAt(light.aim, set)
  const ahead = Math.atan2(toX - footX, toY - footY)
  const legs = Array.from({ length: LEG_COUNT }, (_, leg): Vector[] => {
    const round = ahead + (2 * Math.PI * leg) / LEG_COUNT
    return [
      [footX, footY, Math.min(LEGS_M.up, zM)],
      [footX + LEGS_M.spread * Math.sin(round), footY + LEGS_M.spread * Math.cos(round), 0],
    ]
  })
  const top: Vector = [footX, footY, zM]
  return [[[footX, footY, 0], top], ...legs, ...(hasBoom ? [[top, [xM, yM, zM] as Vector]] : [])]
}

const clamp = (value: number, least: number, most: number) => Math.max(least, Math.min(most, value))

/** Places around a ball, as seen from above and from the side. */
const ballOf = ([x, y, z]: Vector, radiusM: number): Vector[] =>
  Array.from({ length: ROUND_STEPS }, (_, step): Vector => {
    const angle = (2 * Math.PI * step) / ROUND_STEPS
    const [along, out] = [radiusM * Math.cos(angle), radiusM * Math.sin(angle)]
    return [x + out, y + along, z + out]
  })

const hull = (places: readonly FlatPlace[]): FlatPlace[] =>
  (polygonHull(places.map(([depthM, acrossM]): [number, number] => [depthM, acrossM])) as FlatPlace[] | null) ?? [
    ...places,
  ]

/** How far back along its axis a light can reach before a wall, floor or ceiling, metres; at most so far. */
const spareBehind = (light: Light, set: StudioSet, axis: Vector, mostM: number): number => {
  const { left, right, back, front, floor, ceiling } = roomBounds(set.room)
  const { xM, yM, zM } = light.place
  const toWall = ([least, most]: readonly [number, number], at: number, way: number) =>
    Math.abs(way) < 1e-6 ? Infinity : Math.max(0, (way > 0 ? most - at : at - least) - WALL_M) / Math.abs(way)
  return Math.min(
    mostM,
    toWall([left, right], xM, -axis[0]),
    toWall([back, front], yM, -axis[1]),
    toWall([floor, ceiling], zM, -axis[2]),
  )
}

/** The two barn doors that a drawing shows edge on: at the sides from above, at top and bottom from the side. */
const leavesOf = (
  { modifier: { leaves } }: Light,
  reach: { across: number; up: number },
  on: (a: number, u: number, ahead?: number) => Vector,
  from: 'above' | 'side',
): Vector[][] => {
  if (!leaves) return []
  const pair =
    from === 'above'
      ? ([
          ['leftDeg', -1],
          ['rightDeg', 1],
        ] as const)
      : ([
          ['topDeg', 1],
          ['bottomDeg', -1],
        ] as const)
  return pair.flatMap(([name, side]) => {
    const opening = leaves[name]
    if (opening === null) return []
    const angle = (opening * Math.PI) / 180
    const [out, ahead] = [leaves.lengthM * Math.sin(angle), leaves.lengthM * Math.cos(angle)]
    const hinge = from === 'above' ? reach.across : reach.up
    const at = (beyond: number, forth: number) =>
      from === 'above' ? on(side * (hinge + beyond), 0, forth) : on(0, side * (hinge + beyond), forth)
    return [[at(0, 0), at(out, ahead)]]
  })
}
