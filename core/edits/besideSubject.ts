import { unlessFaulty } from './edits'
import { panelOfKind } from './panels'
import { addPanel, freeId } from './factories'
import type { StudioSet } from '../model/schema'
import { projectionOf } from '../camera/projection'
import { BESIDE_M } from './thresholds'

/** A board at each side of the sitter, as near as the frame allows. */
export const besideSubject = (set: StudioSet, kind: string, besideM = BESIDE_M): StudioSet => {
  const { xM, yM } = set.subjects[0]!.place
  const { halfWidth } = projectionOf(set)
  const beside = Math.max(0.6, Math.abs(set.camera.place.yM - yM - 0.6) * halfWidth + besideM)
  return [-1, 1].reduce((boarded, side) => {
    const panel = panelOfKind(kind, freeId(boarded, kind))
    return unlessFaulty(
      boarded,
      addPanel(boarded, {
        ...panel,
        heightM: Math.min(panel.heightM, set.room.heightM - 0.1),
        place: { xM: xM + side * beside, yM, zM: 0 },
        turnDeg: side * 90,
      }),
    )
  }, set)
}
