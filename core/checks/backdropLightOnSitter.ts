import { addPanel, freeId } from '../edits/factories'
import { faults } from '../validation/validation'
import { panelOfKind } from '../edits/panels'
import { edgeId, noseId, SIDES } from '../evaluation/probes/sensePoints'
import { headHeightM } from '../model/headHeight'
import type { Light, StudioSet } from '../model/schema'
import { litOf, stopsOf, stopWords, type Check } from './finding'

/**
 * Straight light from a backdrop light that counts on the sitter, over the camera setting; common practice, no
 * source.
 */
const STRIKES_STOPS = -2.2

const FLAG_FROM_LIGHT_M = 0.4

/** A flag before a light, on the way to the sitter's head and shoulders; the set as it was where it cannot stand. */
export const flagOff = (set: StudioSet, light: Light): StudioSet => {
  const subject = set.subjects[0]!
  const goal = { xM: subject.place.xM, yM: subject.place.yM, zM: headHeightM(subject) - 0.15 }
  const reach = Math.hypot(goal.xM - light.place.xM, goal.yM - light.place.yM)
  if (reach < 2 * FLAG_FROM_LIGHT_M) return set
  const share = FLAG_FROM_LIGHT_M / reach
  const panel = panelOfKind('flag', freeId(set, 'flag'))
  const turnDeg = Math.round((Math.atan2(-(goal.xM - light.place.xM), goal.yM - light.place.yM) * 180) / Math.PI)
  const zM = light.place.zM + share * (goal.zM - light.place.zM) - panel.heightM / 2
  const flagged = addPanel(set, {
    ...panel,
    place: {
      xM: light.place.xM + share * (goal.xM - light.place.xM),
      yM: light.place.yM + share * (goal.yM - light.place.yM),
      zM: Math.max(0, Math.min(zM, set.room.heightM - panel.heightM - 0.05)),
    },
    turnDeg,
  })
  return faults(flagged).length > 0 ? set : flagged
}

/** Backdrop lights that reach the sitter straight. */
export const backdropLightOnSitter: Check = context => {
  const { set } = context
  const places = SIDES.flatMap(({ side }) => [context.at(edgeId(side)), context.at(noseId(side))])
  return litOf(context, 'backdrop').flatMap(light => {
    // What shines through a lit panel is meant to reach the sitter.
    if (light.place.yM < 0) return []
    const most = Math.max(...places.map(readout => stopsOf(context, readout.parts, [light], 'direct')))
    if (most < STRIKES_STOPS) return []
    const flagged = flagOff(set, light)
    return [
      {
        id: `strikes/${light.id}`,
        kind: 'problem' as const,
        words: `Backdrop light ${light.name} strikes the sitter straight, ${most < 0 ? `${stopWords(most)} under` : `${stopWords(most)} over`} the camera setting.`,
        mends:
          flagged !== set
            ? [
                {
                  words: `Flag ${light.name} off the sitter`,
                  apply: (before: StudioSet) =>
                    flagOff(before, before.lights.find(({ id }) => id === light.id) ?? light),
                },
              ]
            : [],
      },
    ]
  })
}
