import {
  opaqueSheet,
  patchSizeFor,
  type Arc,
  type Sheet,
  type Side,
  type Surface,
} from '../../physics/geometry/surface'
import { add, cross, scale, type Vector } from '../../physics/units/vector'
import type { Prop } from '../../model/schema'
import { facingOf } from './panelSheets'

const FOOT_M = 0.008
const UP: Vector = [0, 0, 1]

const box = (
  id: string,
  foot: Vector,
  turnDeg: number,
  size: { widthM: number; depthM: number; heightM: number },
  side: Side,
): Sheet[] => {
  const ahead = facingOf(turnDeg)
  const level = cross(ahead, UP)
  const [w, d, h] = [scale(level, size.widthM), scale(ahead, size.depthM), scale(UP, size.heightM)]
  const low = add(foot, scale(add(w, d), -0.5))
  const face = (name: string, corner: Vector, edgeS: Vector, edgeT: Vector) =>
    opaqueSheet(`${id}/${name}`, id, corner, edgeS, edgeT, side)
  return [
    face('back', low, w, h),
    face('front', add(add(low, w), d), scale(w, -1), h),
    face('right', add(low, w), d, h),
    face('left', add(low, d), scale(d, -1), h),
    face('top', add(low, h), w, d),
    face('bottom', low, d, w),
  ]
}

const cylinder = (id: string, foot: Vector, radiusM: number, heightM: number, side: Side): Surface[] => {
  const wall: Arc = {
    shape: 'arc',
    id: `${id}/wall`,
    owner: id,
    patchM: patchSizeFor(2 * Math.PI * radiusM * heightM),
    centre: foot,
    axis: [0, 0, heightM],
    radiusM,
    from: [1, 0, 0],
    sweepRad: 2 * Math.PI,
    isHollow: false,
    front: side,
    back: side,
  }
  const cap = (name: string, zM: number, isUp: boolean): Sheet => {
    const corner: Vector = [foot[0] - radiusM, foot[1] - radiusM, zM]
    const [x, y]: [Vector, Vector] = [
      [2 * radiusM, 0, 0],
      [0, 2 * radiusM, 0],
    ]
    return { ...opaqueSheet(`${id}/${name}`, id, corner, isUp ? x : y, isUp ? y : x, side), isRound: true }
  }
  return [wall, cap('top', foot[2] + heightM, true), cap('bottom', foot[2], false)]
}

/** The surfaces of a prop; closed all round. */
export const propSurfaces = ({ id, place, turnDeg, form, surface }: Prop): Surface[] => {
  const foot: Vector = [place.xM, place.yM, Math.max(FOOT_M, place.zM)]
  return form.shape === 'box'
    ? box(id, foot, turnDeg, form, surface)
    : cylinder(id, foot, form.radiusM, form.heightM, surface)
}
