import { acrossWay, shadedPlace } from '../edits/acrossWay'
import { addPanel, freeId } from '../edits/factories'
import { panelOfKind } from '../edits/panels'
import { vectorOf } from '../model/bounds'
import type { Light, StudioSet } from '../model/schema'
import { add, direction, scale, subtract, type Vector } from '../physics/units/vector'
import { validationErrors } from '../validation/validation'
import { FROM_LIGHT_M } from './thresholds'

/** A flag with its middle at a place, its face across a way; the set as it was where it cannot stand. */
const flagAt = (set: StudioSet, at: Vector, way: Vector): StudioSet => {
  const panel = panelOfKind('flag', freeId(set, 'flag'))
  const flagged = addPanel(set, acrossWay(set, panel, at, way))
  return validationErrors(flagged).length > 0 ? set : flagged
}

/** A flag before a light, on the way to the subject's head and shoulders. */
export const flagOff = (set: StudioSet, light: Light): StudioSet => {
  const from = vectorOf(light.place)
  const way = subtract(shadedPlace(set, 'subject'), from)
  const level = Math.hypot(way[0], way[1])
  return level < 2 * FROM_LIGHT_M ? set : flagAt(set, add(from, scale(way, FROM_LIGHT_M / level)), way)
}

/** A flag before a light, on its way to the lens. */
export const flagOffLens = (set: StudioSet, light: Light): StudioSet => {
  const from = vectorOf(light.place)
  const way = direction(subtract(shadedPlace(set, 'lens'), from))
  return flagAt(set, add(from, scale(way, FROM_LIGHT_M)), way)
}
