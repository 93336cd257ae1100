import { aimAtNamed } from '../edits/aims'
import { addLight, aimAtHead, newLight } from '../edits/factories'
import { headHeightM } from '../model/headHeight'
import { placeThing, thingOf } from '../edits/things'
import type { StudioSet } from '../model/schema'
import { keyFaultOf, keyFaultWords } from '../solve/keyFault'
import type { Check } from './finding'

const KEY_ROUND_DEG = 40
const KEY_AWAY_M = 1.7
const STEP_M = 0.1

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

/** A panel slid aside, the nearer way first, until the fault is another or none. */
const slidAside = (set: StudioSet, id: string, isStill: (set: StudioSet) => boolean): StudioSet => {
  const place = thingOf(set, id)?.place
  if (!place) return set
  for (let step = 1; step <= 30; step++) {
    for (const side of [1, -1]) {
      const moved = placeThing(set, id, { ...place, xM: place.xM + side * step * STEP_M })
      if (moved !== set && !isStill(moved)) return moved
    }
  }
  return set
}

/** A look whose exposure hangs on a key that is not there, looks elsewhere, or is shaded. */
export const keyFault: Check = context => {
  const { set } = context
  const fault = keyFaultOf(context)
  if (!fault) return []
  const { words, advice } = keyFaultWords(set, fault)
  const stillShaded = (by: string, keyId: string) => (moved: StudioSet) => {
    const again = keyFaultOf({ ...context, set: moved })
    return again?.kind === 'shaded' && again.by?.id === by && again.key.id === keyId
  }
  return [
    {
      id: `key/${fault.kind}`,
      kind: 'problem',
      words: `${words}. ${advice}`,
      mends:
        fault.kind === 'away'
          ? [
              {
                words: `Aim ${fault.key.name} at the subject`,
                apply: before => aimedStraight(aimAtNamed(before, fault.key.id, before.subjects[0]!.id), fault.key.id),
              },
            ]
          : fault.kind === 'no-key' || (fault.kind === 'no-light' && set.lights.length === 0)
            ? [{ words: 'Add a key', apply: keyAdded }]
            : fault.kind === 'shaded' && fault.by
              ? [
                  {
                    words: `Slide ${fault.by.name} aside`,
                    apply: before => slidAside(before, fault.by!.id, stillShaded(fault.by!.id, fault.key.id)),
                  },
                ]
              : [],
    },
  ]
}

/** Aimed without feathering, which may be what turned it away. */
const aimedStraight = (set: StudioSet, lightId: string): StudioSet => ({
  ...set,
  lights: set.lights.map(light =>
    light.id === lightId ? { ...light, aim: { ...light.aim, featherPanDeg: 0, featherTiltDeg: 0 } } : light,
  ),
})
