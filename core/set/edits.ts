import { insideRoom } from './bounds'
import type { Frame, Light, LightSetting, Look, Place, Reading, StudioSet, Target } from './schema'

/** Lights and stands keep at least this to walls, floor and ceiling. */
const STAND_MARGIN_M = 0.1
const SUBJECT_MARGIN_M = 0.3

/** Edits of a set. Each answers a new set and leaves the old one as it was, so that every step can be undone. */
const editLook = (set: StudioSet, lookId: string, edit: (look: Look) => Look): StudioSet =>
  ({ ...set, looks: set.looks.map(look => look.id === lookId ? edit(look) : look) })

const editLight = (set: StudioSet, lightId: string, edit: (light: Light) => Light): StudioSet =>
  ({ ...set, lights: set.lights.map(light => light.id === lightId ? edit(light) : light) })

/** Moves a light; walls stop it. */
export const moveLight = (set: StudioSet, lightId: string, place: Place): StudioSet =>
  editLight(set, lightId, light => ({ ...light, place: insideRoom(place, set.room, STAND_MARGIN_M) }))

/** Moves a subject's mark; walls and the backdrop stop it. */
export const moveSubject = (set: StudioSet, subjectId: string, xM: number, yM: number): StudioSet => {
  const kept = insideRoom({ xM, yM: Math.max(SUBJECT_MARGIN_M, yM), zM: 1 }, set.room, SUBJECT_MARGIN_M)
  return { ...set, subjects: set.subjects.map(subject => subject.id === subjectId ? { ...subject, place: { xM: kept.xM, yM: kept.yM } } : subject) }
}


/** Puts another modifier on a light. */
export const fitModifier = (set: StudioSet, lightId: string, modifier: Light['modifier']): StudioSet => editLight(set, lightId, light => ({ ...light, modifier }))

/** Makes a light the one that a photometric file describes: its distribution, and its output instead of the lamp's. */
export const fitMeasured = (set: StudioSet, lightId: string, { modifier, output }: { modifier: Light['modifier'], output: Light['lamp']['output'] }): StudioSet =>
  editLight(set, lightId, light => ({ ...light, modifier, lamp: { ...light.lamp, output } }))

/** Puts a gel before a light, or none. */
export const fitGel = (set: StudioSet, lightId: string, gel: Light['gel']): StudioSet => editLight(set, lightId, light => ({ ...light, gel }))

/** Turns a light off its aim, in degrees to its right and up. */
export const featherLight = (set: StudioSet, lightId: string, feather: { featherPanDeg?: number, featherTiltDeg?: number }): StudioSet =>
  editLight(set, lightId, light => ({ ...light, aim: { ...light.aim, ...feather } }))

/** Changes the settings of some lights in a look. */
export const changeSettings = (set: StudioSet, lookId: string, settings: Readonly<Record<string, LightSetting>>): StudioSet =>
  editLook(set, lookId, look => ({ ...look, lights: { ...look.lights, ...settings } }))

/** Sets targets of a look, point by point. */
export const changeTargets = (set: StudioSet, lookId: string, targets: Readonly<Record<string, Target>>): StudioSet =>
  editLook(set, lookId, look => ({ ...look, targets: { ...look.targets, ...targets } }))

/** Changes the camera setting of a look, or the point that its aperture follows. */
export const changeExposure = (set: StudioSet, lookId: string, exposure: Partial<Look['exposure']>): StudioSet =>
  editLook(set, lookId, look => ({ ...look, exposure: { ...look.exposure, ...exposure } }))

export const addReading = (set: StudioSet, reading: Reading): StudioSet =>
  ({ ...set, readings: [...set.readings, reading] })

export const removeReading = (set: StudioSet, readingId: string): StudioSet =>
  ({ ...set, readings: set.readings.filter(reading => reading.id !== readingId) })

export const addFrame = (set: StudioSet, frame: Frame): StudioSet =>
  ({ ...set, frames: [...set.frames, frame] })

export const renameSet = (set: StudioSet, name: string): StudioSet => ({ ...set, name })
