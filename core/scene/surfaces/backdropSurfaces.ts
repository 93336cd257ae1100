import {
  opaqueSheet,
  patchSizeFor,
  translucent,
  type Arc,
  type Bowl,
  type Sheet,
  type Side,
  type Surface,
} from '../../physics/geometry/surface'
import { length, type Vector } from '../../physics/units/vector'
import type { Backdrop } from '../../model/schema'

/** What lies on the floor is this far above it, so that no two surfaces touch. */
export const CLEARANCE_M = 0.004

const OWNER = 'backdrop'
const QUARTER = Math.PI / 2

const sheetOf = (name: string, corner: Vector, edgeS: Vector, edgeT: Vector, side: Side): Sheet =>
  opaqueSheet(`backdrop/${name}`, OWNER, corner, edgeS, edgeT, side)

/** A quarter-round cove whose front looks toward its axis. */
const coveOf = (
  name: string,
  { centre, axis, from, radiusM }: Pick<Arc, 'centre' | 'axis' | 'from' | 'radiusM'>,
  side: Side,
): Arc => ({
  shape: 'arc',
  id: `backdrop/${name}`,
  owner: OWNER,
  patchM: patchSizeFor(length(axis) * radiusM * QUARTER),
  centre,
  axis,
  from,
  radiusM,
  sweepRad: QUARTER,
  isHollow: true,
  front: side,
  back: side,
})

/** Radius of the curve that fits: it may take most of the sweep, and half of the height. */
export const coveRadius = ({ coveRadiusM, sweepM, heightM }: Backdrop): number =>
  Math.min(coveRadiusM, sweepM * 0.8, heightM * 0.5)

/** A drop, a curve and a sweep between `left` and `right`. */
const sweptSurfaces = (backdrop: Backdrop, side: Side, left: number, right: number): Surface[] => {
  const { heightM, sweepM } = backdrop
  const widthM = right - left
  if (sweepM <= 0)
    return [sheetOf('drop', [right, 0, CLEARANCE_M], [-widthM, 0, 0], [0, 0, heightM - CLEARANCE_M], side)]
  const radius = coveRadius(backdrop)
  const foot = CLEARANCE_M + radius
  return [
    sheetOf('drop', [right, 0, foot], [-widthM, 0, 0], [0, 0, heightM - foot], side),
    coveOf('cove', { centre: [left, radius, foot], axis: [widthM, 0, 0], from: [0, -1, 0], radiusM: radius }, side),
    sheetOf('sweep', [right, sweepM, CLEARANCE_M], [-widthM, 0, 0], [0, radius - sweepM, 0], side),
  ]
}

/** The second wall of a cyclorama with its coves, and the round corner where three of them meet. */
const cornerSurfaces = (backdrop: Backdrop, side: Side, wallX: number, isLeft: boolean, depthM: number): Surface[] => {
  const radius = coveRadius(backdrop)
  const foot = CLEARANCE_M + radius
  const { heightM } = backdrop
  const inward = isLeft ? 1 : -1
  const x = wallX + inward * radius
  const outward: Vector = [-inward, 0, 0]
  const upright: [Vector, Vector] = isLeft
    ? [
        [x, radius, heightM],
        [0, 0, foot - heightM],
      ]
    : [
        [x, radius, foot],
        [0, 0, heightM - foot],
      ]
  const level: [Vector, Vector] = isLeft
    ? [
        [x, depthM, foot],
        [0, radius - depthM, 0],
      ]
    : [
        [x, radius, foot],
        [0, depthM - radius, 0],
      ]
  const up: Vector = [0, 0, heightM - foot]
  const ahead: Vector = [0, depthM - radius, 0]
  const bowl: Bowl = {
    shape: 'bowl',
    id: 'backdrop/corner',
    owner: OWNER,
    patchM: patchSizeFor(radius * radius * QUARTER),
    centre: [x, radius, foot],
    radiusM: radius,
    axes: [outward, [0, -1, 0], [0, 0, -1]],
    front: side,
    back: side,
  }
  return [
    sheetOf('side', [wallX, radius, foot], isLeft ? ahead : up, isLeft ? up : ahead, side),
    coveOf('cove-upright', { centre: upright[0], axis: upright[1], from: [0, -1, 0], radiusM: radius }, side),
    coveOf('cove-side', { centre: level[0], axis: level[1], from: outward, radiusM: radius }, side),
    bowl,
  ]
}

/** The surfaces of a backdrop by its kind. */
export const backdropSurfaces = (backdrop: Backdrop): Surface[] => {
  const { kind, widthM, heightM, centreXM, reflectance, gloss, corner, mottle } = backdrop
  const side: Side = { reflectance, gloss, ...(mottle ? { mottle } : {}) }
  const [left, right] = [centreXM - widthM / 2, centreXM + widthM / 2]
  switch (kind) {
    case 'painted-wall':
      return sweptSurfaces({ ...backdrop, sweepM: 0 }, side, left, right)
    case 'lit-panel':
      return [
        translucent(
          sheetOf('panel', [right, 0, CLEARANCE_M], [-widthM, 0, 0], [0, 0, heightM - CLEARANCE_M], side),
          backdrop.transmittance,
        ),
      ]
    case 'cyclorama': {
      if (!corner || backdrop.sweepM <= 0) return sweptSurfaces(backdrop, side, left, right)
      const isLeft = corner.side === 'left'
      const radius = coveRadius(backdrop)
      const depthM = Math.max(corner.depthM, radius + 0.1)
      return [
        ...sweptSurfaces(backdrop, side, isLeft ? left + radius : left, isLeft ? right : right - radius),
        ...cornerSurfaces(backdrop, side, isLeft ? left : right, isLeft, depthM),
      ]
    }
    default:
      return sweptSurfaces(backdrop, side, left, right)
  }
}
