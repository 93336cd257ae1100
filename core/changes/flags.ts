import { addPanel, freeId } from '../edits/factories'
import { panelOfKind } from '../edits/panels'
import { headHeightM } from '../model/headHeight'
import { vectorOf } from '../model/bounds'
import type { Light, StudioSet } from '../model/schema'
import { add, direction, scale, subtract, type Vector } from '../physics/units/vector'
import { validationErrors } from '../validation/validation'

const FROM_LIGHT_M = 0.4
/** A flag shades chest and shoulders too, so it stands in the way to a little under the eyes. */
const UNDER_EYES_M = 0.15

/** A flag with its middle at a place, its face across a way; the set as it was where it cannot stand. */
const flagAt = (set: StudioSet, at: Vector, way: Vector): StudioSet => {
  const panel = panelOfKind('flag', freeId(set, 'flag'))
  const zM = Math.max(0, Math.min(at[2] - panel.heightM / 2, set.room.heightM - panel.heightM - 0.05))
  const flagged = addPanel(set, {
    ...panel,
    place: { xM: at[0], yM: at[1], zM },
    turnDeg: Math.round((Math.atan2(-way[0], way[1]) * 180) / Math.PI),
  })
  return validationErrors(flagged).length > 0 ? set : flagged
}

/** A flag before a light, on the way to the subject's head and shoulders. */
export const flagOff = (set: StudioSet, light: Light): StudioSet => {
  const subject = set.subjects[0]!
  const from = vectorOf(light.place)
  const goal: Vector = [subject.place.xM, subject.place.yM, headHeightM(subject) - UNDER_EYES_M]
  const way = subtract(goal, from)
  const level = Math.hypot(way[0], way[1])
  return level < 2 * FROM_LIGHT_M ? set : flagAt(set, add(from, scale(way, FROM_LIGHT_M / level)), way)
}

/** A flag before a light, on its way to the lens. */
export const flagOffLens = (set: StudioSet, light: Light): StudioSet => {
  const from = vectorOf(light.place)
  const way = direction(subtract(vectorOf(set.camera.place), from))
  return flagAt(set, add(from, scale(way, FROM_LIGHT_M)), way)
}
