import { editLight, moveLight } from '../edits/edits'
import { placeThing } from '../edits/things'
import type { Light, StudioSet } from '../model/schema'
import type { Arrangement, ChangeOf } from './change'
import { aimedAt, eachLight, sideOf } from './lightChanges'
import { AIM_LOW_M, STAND_LOW_M, WIDE_AIM_SHARE, BESIDE_BACKDROP_M, DRAWN_BACK_M, BEHIND_SUBJECT_M } from './thresholds'

const aimed = (set: StudioSet, light: Light, xM: number, zM: number): StudioSet =>
  editLight(set, light.id, one => ({
    ...one,
    aim: { at: 'place', place: { xM, yM: 0, zM }, featherPanDeg: 0, featherTiltDeg: 0 },
  }))

const ARRANGED: Record<Arrangement, (set: StudioSet, light: Light) => StudioSet> = {
  crossed: (set, light) => {
    const { centreXM, widthM, heightM } = set.backdrop
    return aimed(set, light, centreXM - (sideOf(set, light) * widthM) / 3, heightM / 2)
  },
  straight: (set, light) => {
    const { centreXM, widthM, heightM } = set.backdrop
    return aimed(set, light, centreXM + (sideOf(set, light) * widthM) / 4, heightM / 2)
  },
  'from-above': (set, light) => {
    const { centreXM, widthM, heightM } = set.backdrop
    const xM = centreXM + (sideOf(set, light) * widthM) / 4
    const raised = moveLight(set, light.id, { xM, yM: Math.max(1, heightM * 0.6), zM: set.room.heightM })
    return aimed(raised, light, xM, heightM / 3)
  },
  lower: (set, light) => {
    if (light.aim.at !== 'place') return set
    const lowered = aimedAt(set, light, place => ({ ...place, zM: Math.min(place.zM, AIM_LOW_M) }))
    return placeThing(lowered, light.id, { ...light.place, zM: Math.min(light.place.zM, STAND_LOW_M) })
  },
  'crossed-wide': (set, light) => {
    if (light.aim.at !== 'place') return set
    const { centreXM, widthM } = set.backdrop
    const side = sideOf(set, light)
    const crossed = aimedAt(set, light, place => ({ ...place, xM: centreXM - side * WIDE_AIM_SHARE * widthM }))
    return placeThing(crossed, light.id, {
      ...light.place,
      xM: centreXM + side * (widthM / 2 + BESIDE_BACKDROP_M),
      yM: Math.min(
        light.place.yM + DRAWN_BACK_M,
        Math.max(light.place.yM, set.subjects[0]!.place.yM - BEHIND_SUBJECT_M),
      ),
    })
  },
}

/** Backdrop lights turned and put in one of the usual ways. */
export const arrange = (set: StudioSet, { ids, how }: ChangeOf<'arrange'>): StudioSet =>
  eachLight(set, ids, ARRANGED[how])
