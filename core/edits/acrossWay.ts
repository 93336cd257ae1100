import { vectorOf } from '../model/bounds'
import { headHeightM } from '../model/headHeight'
import type { Panel, StudioSet } from '../model/schema'
import type { Vector } from '../physics/units/vector'
import { UNDER_EYES_M } from './thresholds'

/** What a flag keeps a light from. */
export type Shaded = 'subject' | 'backdrop' | 'lens'

/** The place that a light's way to what it shall not reach ends at. */
export const shadedPlace = (set: StudioSet, what: Shaded): Vector => {
  const subject = set.subjects[0]!
  const eyesM = headHeightM(subject)
  if (what === 'lens') return vectorOf(set.camera.place)
  if (what === 'subject') return [subject.place.xM, subject.place.yM, eyesM - UNDER_EYES_M]
  return [set.backdrop.centreXM, 0, Math.min(0.6 * set.backdrop.heightM, eyesM)]
}

/** A panel with its middle at a place, as far as floor and ceiling let it, and its face across a way. */
export const acrossWay = (set: StudioSet, panel: Panel, [xM, yM, z]: Vector, way: Vector): Panel => ({
  ...panel,
  place: {
    xM,
    yM,
    zM: Math.max(0, Math.min(z - panel.heightM / 2, set.room.heightM - panel.heightM - 0.05)),
  },
  turnDeg: 0 - Math.round((Math.atan2(way[0], way[1]) * 180) / Math.PI),
})
