import type { Aim, Light, Place, StudioSet } from '../model/schema'
import { aimedAt } from '../model/aim'
import { headHeightM } from '../model/headHeight'
import { TAKES_SUBJECT_M } from './thresholds'

const editAim = (set: StudioSet, lightId: string, edit: (aim: Aim, light: Light) => Aim): StudioSet => ({
  ...set,
  lights: set.lights.map(light =>
    light.id === lightId && !set.locked.includes(lightId) ? { ...light, aim: edit(light.aim, light) } : light,
  ),
})

const feathered = ({ featherPanDeg, featherTiltDeg }: Aim) => ({ featherPanDeg, featherTiltDeg })

/** Aims a light at a place in the room; near a sitter, at that sitter, so that it follows them. */
export const aimAt = (set: StudioSet, lightId: string, place: Place): StudioSet =>
  editAim(set, lightId, aim => {
    const zM = Math.max(0, place.zM)
    const subject = set.subjects.find(
      candidate => Math.hypot(candidate.place.xM - place.xM, candidate.place.yM - place.yM) < TAKES_SUBJECT_M,
    )
    return subject
      ? { at: 'subject', subjectId: subject.id, heightM: zM, ...feathered(aim) }
      : { at: 'place', place: { ...place, zM }, ...feathered(aim) }
  })

/** Aims a light at a subject's head, or at the middle of the backdrop. */
export const aimAtNamed = (set: StudioSet, lightId: string, goal: string): StudioSet =>
  editAim(set, lightId, aim => {
    const subject = set.subjects.find(({ id }) => id === goal)
    const { centreXM, heightM } = set.backdrop
    return subject
      ? { at: 'subject', subjectId: subject.id, heightM: headHeightM(subject), ...feathered(aim) }
      : { at: 'place', place: { xM: centreXM, yM: 0, zM: Math.min(1.5, heightM * 0.55) }, ...feathered(aim) }
  })

/** Where the aim stands, for a handle. */
export const aimPlace = (set: StudioSet, light: Light): Place => {
  const [xM, yM, zM] = aimedAt(light.aim, set)
  return { xM, yM, zM }
}
