import { addLight, aimAtHead, aimAtPlace, newLight } from '../edits/factories'
import { insideRoom } from '../model/bounds'
import { headHeightM } from '../model/headHeight'
import type { StudioSet } from '../model/schema'
import { modifierOfKind } from '../physics/sources/modifiers'
import type { NewLights } from './change'
import { BESIDE_BACKDROP_M, EDGE_DEG, EDGE_REACH_M, OVER_KEY_STOPS, KEY_ROUND_DEG, KEY_AWAY_M } from './thresholds'

/** Two lights beside the backdrop, crossed, in front of which nobody stands. */
export const backdropLightsAdded = (set: StudioSet): StudioSet => {
  const { centreXM, widthM, heightM } = set.backdrop
  const aside = Math.min(widthM / 2 + BESIDE_BACKDROP_M, set.room.widthM / 2 - 0.2)
  const yM = Math.max(0.5, Math.min(2, set.subjects[0]!.place.yM - 0.9))
  return [-1, 1].reduce(
    (lit, side) =>
      addLight(
        lit,
        newLight(lit, {
          job: 'backdrop',
          modifier: modifierOfKind('wide-reflector'),
          place: { xM: centreXM + side * aside, yM, zM: Math.min(1.9, set.room.heightM - 0.4) },
          aim: aimAtPlace({ xM: centreXM - side * 0.33 * widthM, yM: 0, zM: Math.min(1.5, heightM * 0.55) }),
        }),
      ),
    set,
  )
}

/** A strip from behind, on the side away from the key. */
export const edgeAdded = (set: StudioSet): StudioSet => {
  const subject = set.subjects[0]!
  const key = set.lights.find(light => light.job === 'key')
  const side = (key?.place.xM ?? -1) <= subject.place.xM ? 1 : -1
  const round = (EDGE_DEG * Math.PI) / 180
  const place = insideRoom(
    {
      xM: subject.place.xM + side * EDGE_REACH_M * Math.sin(round),
      yM: Math.max(0.3, subject.place.yM + EDGE_REACH_M * Math.cos(round)),
      zM: headHeightM(subject) + 0.35,
    },
    set.room,
    0.15,
  )
  const light = newLight(set, {
    job: 'edge',
    lamp: key?.lamp,
    modifier: modifierOfKind('strip-grid'),
    place,
    aim: aimAtHead(subject),
  })
  const keyStops = key ? set.looks[0]!.lights[key.id]!.powerStops : -3
  return addLight(set, light, {
    on: true,
    powerStops: Math.max(-light.lamp.rangeStops, Math.min(0, Math.round((keyStops + OVER_KEY_STOPS) * 10) / 10)),
  })
}

/** A key where most stand: some forty degrees round from the camera and above the eyes. */
const keyAdded = (set: StudioSet): StudioSet => {
  const subject = set.subjects[0]!
  const round = (KEY_ROUND_DEG * Math.PI) / 180
  const zM = Math.min(headHeightM(subject) + 0.5, set.room.heightM - 0.7)
  const place = {
    xM: subject.place.xM - KEY_AWAY_M * Math.sin(round),
    yM: subject.place.yM + KEY_AWAY_M * Math.cos(round),
    zM,
  }
  return addLight(set, newLight(set, { job: 'key', place, aim: aimAtHead(subject) }))
}

const ADDED: Record<NewLights, (set: StudioSet) => StudioSet> = {
  'backdrop-pair': backdropLightsAdded,
  edge: edgeAdded,
  key: keyAdded,
}

/** The set with lights more, on in one look: what other looks were set to stays what it was. */
export const newLights = (set: StudioSet, what: NewLights, lookId: string): StudioSet => {
  const added = ADDED[what](set)
  const old = new Set(set.lights.map(({ id }) => id))
  return {
    ...added,
    looks: added.looks.map(look => ({
      ...look,
      lights: Object.fromEntries(
        Object.entries(look.lights).map(([id, setting]) => [
          id,
          look.id === lookId || old.has(id) ? setting : { ...setting, on: false },
        ]),
      ),
    })),
  }
}
