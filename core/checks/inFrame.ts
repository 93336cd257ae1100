import { headHeightM } from '../model/headHeight'
import { panelSheets } from '../scene/surfaces/panelSheets'
import { placeThing, thingOf } from '../edits/things'
import type { Light, StudioSet } from '../model/schema'
import type { Vector } from '../physics/units/vector'
import { pointOn } from '../physics/geometry/surfacePoint'
import { anyInFrame, lampPlaces, standPlaces, type Sighting } from '../render/frameIntrusions'
import type { Check, Finding } from './finding'

/** Seen by less than this share of what lies in the frame, a thing counts as hidden. */
const HIDDEN = 0.12
const STEP_M = 0.05

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

/** The least move to a side that takes a thing out of the frame; the set as it was where walls come first. */
export const slideOut = (set: StudioSet, id: string): StudioSet => {
  const place = thingOf(set, id)!.place
  const steps = Math.ceil(set.room.widthM / STEP_M)
  for (let step = 1; step <= steps; step++) {
    for (const side of place.xM < set.subjects[0]!.place.xM ? [-1, 1] : [1, -1]) {
      const xM = place.xM + side * step * STEP_M
      if (Math.abs(xM) > set.room.widthM / 2) continue
      const moved = placeThing(set, id, { ...place, xM })
      if (moved !== set && !anyInFrame(moved, placesOf(moved, id))) return moved
    }
  }
  return set
}

const CHEST_SHARE = 0.72

/** Where a light stands behind the sitter as the camera sees them: in line with the chest. */
export const hideBehind = (set: StudioSet, light: Light): StudioSet => {
  const subject = set.subjects[0]!
  const { camera } = set
  const share = (camera.place.yM - light.place.yM) / (camera.place.yM - subject.place.yM)
  const chestM = headHeightM(subject) * CHEST_SHARE
  return placeThing(set, light.id, {
    xM: camera.place.xM + share * (subject.place.xM - camera.place.xM),
    yM: light.place.yM,
    zM: Math.max(0.15, camera.place.zM + share * (chestM - camera.place.zM)),
  })
}

/** A light between sitter and backdrop this near the camera's line is meant to be hidden. */
const MEANT_TO_HIDE_M = 0.5

const isMeantToHide = (set: StudioSet, light: Light): boolean => {
  const subject = set.subjects[0]!
  return (
    light.place.yM > 0 &&
    light.place.yM < subject.place.yM &&
    Math.abs(light.place.xM - subject.place.xM) < MEANT_TO_HIDE_M
  )
}

const WHAT = { lamp: 'Light', stand: 'The stand of', panel: '' } as const

const findingOf = (set: StudioSet, { id, what }: Sighting): Finding => {
  const light = set.lights.find(candidate => candidate.id === id)
  const name = light ? light.name : thingOf(set, id)!.name
  const hides = light && isMeantToHide(set, light)
  const slid = slideOut(set, id)
  return {
    id: `in-frame/${id}`,
    kind: 'problem',
    words: hides
      ? `${WHAT[what]} ${name} is not hidden by the sitter: it shows in the frame.`
      : `${WHAT[what]} ${name} stands in the frame.`.trim(),
    mends: [
      ...(hides
        ? [
            {
              words: `Hide ${name} behind the sitter`,
              apply: (before: StudioSet) =>
                hideBehind(before, before.lights.find(candidate => candidate.id === id) ?? light),
            },
          ]
        : []),
      ...(slid !== set
        ? [{ words: `Slide ${name} out of the frame`, apply: (before: StudioSet) => slideOut(before, id) }]
        : []),
    ],
  }
}

/** Lamps, stands and panels that the picture would show. */
export const inFrame: Check = ({ set, sightings }) => {
  const seen = sightings.filter(sighting => sighting.seen > HIDDEN)
  return [...new Map(seen.map(sighting => [sighting.id, sighting])).values()].map(sighting => findingOf(set, sighting))
}
