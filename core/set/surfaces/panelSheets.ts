import { opaqueSheet, translucent, type Sheet } from '../../geometry/surface'
import { add, cross, scale, type Vector } from '../../units/vector'
import type { Panel } from '../schema'

/** Panels that stand on the floor keep clear of it, and of paper on it. */
const FOOT_M = 0.008
/** Gap between the wings of a hinged pair. */
const HINGE_GAP_M = 0.003
const UP: Vector = [0, 0, 1]

const radians = (degrees: number) => degrees * Math.PI / 180

/** The level direction that something looks in when it is turned: 0 toward the camera's side, above 0 toward the camera's left. */
export const facingOf = (turnDeg: number): Vector => [-Math.sin(radians(turnDeg)), Math.cos(radians(turnDeg)), 0]

const footOf = ({ place }: Panel): Vector => [place.xM, place.yM, Math.max(FOOT_M, place.zM)]

const flat = (panel: Panel): Sheet => {
  const ahead = facingOf(panel.turnDeg)
  const level = cross(ahead, UP)
  const tilt = radians(panel.tiltDeg)
  const up = add(scale(UP, Math.cos(tilt)), scale(ahead, -Math.sin(tilt)))
  const corner = add(footOf(panel), scale(level, panel.widthM / 2))
  return translucent(opaqueSheet(panel.id, panel.id, corner, scale(level, -panel.widthM), scale(up, panel.heightM), panel.front, panel.back), panel.transmittance)
}

/** Two wings whose fronts look at each other over the hinge angle. */
const hinged = (panel: Panel, hingeDeg: number): Sheet[] => [1, -1].map((turn): Sheet => {
  const along = facingOf(panel.turnDeg + turn * hingeDeg / 2)
  const [level, up] = [scale(along, panel.widthM), scale(UP, panel.heightM)]
  return translucent(opaqueSheet(`${panel.id}/${turn > 0 ? 'left' : 'right'}`, panel.id, add(footOf(panel), scale(along, HINGE_GAP_M)),
    turn > 0 ? level : up, turn > 0 ? up : level, panel.front, panel.back), panel.transmittance)
})

/** The sheets of a panel: one, or the two wings of a V-flat. */
export const panelSheets = (panel: Panel): Sheet[] => panel.hingeDeg === null ? [flat(panel)] : hinged(panel, panel.hingeDeg)
