import { drawnParts } from '../physics/figure/builds'
import { pointOn } from '../physics/geometry/surfacePoint'
import { coveRadius } from './surfaces/backdropSurfaces'
import { panelSheets } from './surfaces/panelSheets'
import type { Backdrop, Panel, Subject } from '../model/schema'

/** A place as the side view has it: metres from the backdrop, and height. */
export type SidePlace = readonly [yM: number, zM: number]

/** A part of the figure from the side: a line as wide as the part. */
export type SidePart = { id: number; from: SidePlace; to: SidePlace; radiusM: number; isHead: boolean }

/** The figure from the side, as it is turned. */
export const figureSide = (subject: Subject): SidePart[] => {
  const angle = (subject.turnDeg * Math.PI) / 180
  const at = ([x, y, z]: readonly [number, number, number]): SidePlace => [
    subject.place.yM + subject.heightM * (Math.sin(angle) * x + Math.cos(angle) * y),
    subject.heightM * z,
  ]
  return drawnParts(subject.pose, subject.build)
    .filter(part => !part.isCut)
    .map((part, id): SidePart =>
      part.shape === 'limb'
        ? {
            id,
            from: at(part.from),
            to: at(part.to),
            radiusM: Math.max(part.fromRadius, part.toRadius) * subject.heightM,
            isHead: part.material === 'hair',
          }
        : {
            id,
            from: at([part.centre[0], part.centre[1], part.centre[2] - Math.max(0, part.radii[2] - part.radii[1])]),
            to: at([part.centre[0], part.centre[1], part.centre[2] + Math.max(0, part.radii[2] - part.radii[1])]),
            radiusM: Math.min(part.radii[1], part.radii[2]) * subject.heightM,
            isHead: part.material === 'hair',
          },
    )
}

/** Steps of the round of a cove. */
const COVE_STEPS = 8

/** The course of a backdrop from its top down the drop, round the curve and along the sweep. */
export const backdropSide = (backdrop: Backdrop): SidePlace[] => {
  const hasSweep = backdrop.sweepM > 0 && backdrop.kind !== 'painted-wall' && backdrop.kind !== 'lit-panel'
  if (!hasSweep)
    return [
      [0, backdrop.heightM],
      [0, 0],
    ]
  const radius = coveRadius(backdrop)
  const cove = Array.from({ length: COVE_STEPS + 1 }, (_, step): SidePlace => {
    const angle = ((step / COVE_STEPS) * Math.PI) / 2
    return [radius * (1 - Math.cos(angle)), radius * (1 - Math.sin(angle))]
  })
  return [[0, backdrop.heightM], ...cove, [backdrop.sweepM, 0]]
}

/** The outline of each wing of a panel from the side. */
export const panelSide = (panel: Panel): SidePlace[][] =>
  panelSheets(panel).map(sheet =>
    (
      [
        [0, 0],
        [1, 0],
        [1, 1],
        [0, 1],
      ] as const
    ).map(([s, t]): SidePlace => {
      const { position } = pointOn(sheet, s, t, true)
      return [position[1], position[2]]
    }),
  )
