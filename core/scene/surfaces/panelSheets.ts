import { opaqueSheet, translucent, type Sheet } from '../../physics/geometry/surface'
import { add, cross, scale, type Vector } from '../../physics/units/vector'
import type { Panel } from '../../model/schema'

/** Panels that stand on the floor keep clear of it, and of paper on it. */
const FOOT_M = 0.008
/** Gap between the wings of a hinged pair. */
const HINGE_GAP_M = 0.003
const UP: Vector = [0, 0, 1]

const radians = (degrees: number) => (degrees * Math.PI) / 180

/**
 * The level direction that something looks in when it is turned: 0 toward the camera's side, above 0 toward the
 * camera's left.
 */
export const facingOf = (turnDeg: number): Vector => [-Math.sin(radians(turnDeg)), Math.cos(radians(turnDeg)), 0]

const footOf = ({ place }: Panel): Vector => [place.xM, place.yM, Math.max(FOOT_M, place.zM)]

const flat = (panel: Panel): Sheet => {
  const ahead = facingOf(panel.turnDeg)
  const level = cross(ahead, UP)
  const tilt = radians(panel.tiltDeg)
  const up = add(scale(UP, Math.cos(tilt)), scale(ahead, -Math.sin(tilt)))
  const corner = add(footOf(panel), scale(level, panel.widthM / 2))
  return translucent(
    opaqueSheet(
      panel.id,
      panel.id,
      corner,
      scale(level, -panel.widthM),
      scale(up, panel.heightM),
      panel.front,
      panel.back,
    ),
    panel.transmittance,
  )
}

/** Two wings whose fronts look at each other over the hinge angle. */
const hinged = (panel: Panel, hingeDeg: number): Sheet[] =>
  [1, -1].map((turn): Sheet => {
    const along = facingOf(panel.turnDeg + (turn * hingeDeg) / 2)
    const [level, up] = [scale(along, panel.widthM), scale(UP, panel.heightM)]
    return translucent(
      opaqueSheet(
        `${panel.id}/${turn > 0 ? 'left' : 'right'}`,
        panel.id,
        add(footOf(panel), scale(along, HINGE_GAP_M)),
        turn > 0 ? level : up,
        turn > 0 ? up : level,
        panel.front,
        panel.back,
      ),
      panel.transmittance,
    )
  })

/** A part of a flat panel, shares of its width from its left and of its height from its foot. */
type Part = { left: number; right: number; foot: number; top: number }

/** The solid parts of a panel with holes: slats, or bars with uprights between them; no two of them overlap. */
const solidParts = (holes: NonNullable<Panel['holes']>): Part[] => {
  if (holes.kind === 'slats') {
    const pitch = 1 / holes.count
    return Array.from({ length: holes.count }, (_, index) => ({
      left: 0,
      right: 1,
      foot: index * pitch,
      top: index * pitch + pitch * (1 - holes.openShare),
    }))
  }
  // As many bars as openings and one more; together they take what is not open each way.
  const solid = 1 - Math.sqrt(holes.openShare)
  const lines = (count: number): [number, number][] =>
    Array.from({ length: count + 1 }, (_, index) => {
      const width = solid / (count + 1)
      const from = index * (width + (1 - solid) / count)
      return [from, from + width] as [number, number]
    })
  const [across, up] = [lines(holes.columns), lines(holes.rows)]
  const bars = up.map(([foot, top]): Part => ({ left: 0, right: 1, foot, top }))
  const uprights = across.flatMap(([left, right]) =>
    up.slice(1).map(([next], index): Part => ({ left, right, foot: up[index]![1], top: next })),
  )
  return [...bars, ...uprights]
}

/**
 * The solid parts as sheets of their own: what stands further from what it shades throws a softer shadow, and the
 * lamp nearer a softer one still.
 */
const pierced = (panel: Panel, holes: NonNullable<Panel['holes']>): Sheet[] => {
  const whole = flat(panel)
  return solidParts(holes).map((part, index): Sheet => ({
    ...whole,
    id: `${panel.id}/${index}`,
    corner: add(whole.corner, add(scale(whole.edgeS, part.left), scale(whole.edgeT, part.foot))),
    edgeS: scale(whole.edgeS, part.right - part.left),
    edgeT: scale(whole.edgeT, part.top - part.foot),
  }))
}

/** The sheets of a panel: one, its solid parts where it has holes, or the two wings of a V-flat. */
export const panelSheets = (panel: Panel): Sheet[] => {
  if (panel.hingeDeg !== null) return hinged(panel, panel.hingeDeg)
  return panel.holes ? pierced(panel, panel.holes) : [flat(panel)]
}
