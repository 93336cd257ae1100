import { add, direction, scale, subtract, type Vector } from '../physics/units/vector'
import { vectorOf } from '../model/bounds'
import type { Light, Panel, StudioSet } from '../model/schema'
import { validationErrors } from '../validation/validation'
import { STANDS_M } from './thresholds'

/**
 * Turns and tilts a flat board so that a mirror in its place would throw the light to the goal: its front halves the
 * angle between them.
 */
export const aimBoard = (set: StudioSet, panel: Panel, light: Light, goal: Vector): StudioSet => {
  const middle: Vector = [panel.place.xM, panel.place.yM, panel.place.zM + panel.heightM / 2]
  const facing = direction(
    add(direction(subtract(vectorOf(light.place), middle)), direction(subtract(goal, middle))),
    [0, 1, 0],
  )
  const turnDeg = Math.round((Math.atan2(-facing[0], facing[1]) * 1800) / Math.PI) / 10
  const tiltDeg = Math.round((Math.asin(Math.max(-1, Math.min(1, facing[2]))) * 1800) / Math.PI) / 10
  const aimed = (tilt: number) => ({
    ...set,
    panels: set.panels.map(other =>
      other.id === panel.id
        ? { ...other, turnDeg, tiltDeg: panel.hingeDeg === null && panel.place.zM > STANDS_M ? tilt : other.tiltDeg }
        : other,
    ),
  })
  const whole = aimed(tiltDeg)
  // A board that cannot tilt for want of room is turned alone.
  return validationErrors(whole).length > validationErrors(set).length ? aimed(0) : whole
}

/** The way a board's front looks, as a unit vector. */
export const boardFacing = ({ turnDeg, tiltDeg }: Pick<Panel, 'turnDeg' | 'tiltDeg'>): Vector => {
  const [turn, tilt] = [(turnDeg * Math.PI) / 180, (tiltDeg * Math.PI) / 180]
  return add(scale([-Math.sin(turn), Math.cos(turn), 0], Math.cos(tilt)), [0, 0, Math.sin(tilt)])
}
