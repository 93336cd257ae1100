import { headHeightM } from '../model/headHeight'
import { panelSheets } from '../scene/surfaces/panelSheets'
import { placeThing, thingOf } from '../edits/things'
import type { Fix } from '../changes/fix'
import type { Light, Place, StudioSet } from '../model/schema'
import type { Vector } from '../physics/units/vector'
import { pointOn } from '../physics/geometry/surfacePoint'
import { anyInFrame, lampPlaces, standPlaces, HIDDEN, type FrameIntrusion } from '../render/frameIntrusions'
import { about, problem, type Check, type Finding } from './finding'
import { IN_FRAME_STEP_M, CHEST_SHARE, MEANT_TO_HIDE_M } from './thresholds'

const placesOf = (set: StudioSet, id: string): Vector[] => {
  const light = set.lights.find(candidate => candidate.id === id)
  if (light) return [...lampPlaces(light, set), ...standPlaces(light, set)]
  const panel = set.panels.find(candidate => candidate.id === id)
  return panel
    ? panelSheets(panel).flatMap(sheet =>
        [0, 0.5, 1].flatMap(s => [0, 0.5, 1].map(t => pointOn(sheet, s, t, true).position)),
      )
    : []
}

/** The nearest place aside where a thing is out of the frame; undefined where walls come first. */
export const slideOut = (set: StudioSet, id: string): Place | undefined => {
  const place = thingOf(set, id)!.place
  const steps = Math.ceil(set.room.widthM / IN_FRAME_STEP_M)
  for (let step = 1; step <= steps; step++) {
    for (const side of place.xM < set.subjects[0]!.place.xM ? [-1, 1] : [1, -1]) {
      const xM = place.xM + side * step * IN_FRAME_STEP_M
      if (Math.abs(xM) > set.room.widthM / 2) continue
      const moved = placeThing(set, id, { ...place, xM })
      if (moved !== set && !anyInFrame(moved, placesOf(moved, id))) return { ...place, xM }
    }
  }
  return undefined
}

/** Where a light stands behind the subject as the camera sees them: in line with the chest. */
export const hideBehind = (set: StudioSet, light: Light): Place => {
  const subject = set.subjects[0]!
  const { camera } = set
  const share = (camera.place.yM - light.place.yM) / (camera.place.yM - subject.place.yM)
  const chestM = headHeightM(subject) * CHEST_SHARE
  return {
    xM: camera.place.xM + share * (subject.place.xM - camera.place.xM),
    yM: light.place.yM,
    zM: Math.max(0.15, camera.place.zM + share * (chestM - camera.place.zM)),
  }
}

/** Whether a light stands where lights are meant to be hidden: between subject and backdrop, near the camera's line. */
export const isMeantToHide = (set: StudioSet, light: Light): boolean => {
  const subject = set.subjects[0]!
  return (
    light.place.yM > 0 &&
    light.place.yM < subject.place.yM &&
    Math.abs(light.place.xM - subject.place.xM) < MEANT_TO_HIDE_M
  )
}

const findingOf = (set: StudioSet, { id, what }: FrameIntrusion): Finding => {
  const light = set.lights.find(candidate => candidate.id === id)
  const hides = light !== undefined && isMeantToHide(set, light)
  const aside = slideOut(set, id)
  const put = (place: Place, as: 'hide' | 'out-of-frame'): Fix => ({
    purpose: { as },
    change: { kind: 'place', id, place },
  })
  const found = problem(
    set,
    `in-frame/${id}`,
    { is: 'in-frame', name: light?.name ?? thingOf(set, id)!.name, what, isMeantToHide: hides },
    hides ? put(hideBehind(set, light), 'hide') : undefined,
    aside && put(aside, 'out-of-frame'),
  )
  return about([id], found)
}

/** Lamps, stands and panels that the picture would show. */
export const inFrame: Check = ({ set, intrusions }) => {
  const seen = intrusions.filter(intrusion => intrusion.seen > HIDDEN)
  return [...new Map(seen.map(intrusion => [intrusion.id, intrusion])).values()].map(intrusion =>
    findingOf(set, intrusion),
  )
}
