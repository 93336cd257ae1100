import { insideRoom } from '../model/bounds'
import { roundToClicks, stopsFromRatio } from '../physics/units/stops'
import { lampIntensity } from '../physics/sources/output'
import { validationErrors } from '../validation/validation'
import type {
  Backdrop,
  Camera,
  Hold,
  Light,
  LightSetting,
  Look,
  OwnPoint,
  Panel,
  Place,
  Prop,
  Reading,
  Room,
  StudioSet,
  Subject,
  Target,
} from '../model/schema'
import { STAND_MARGIN_M, SUBJECT_MARGIN_M, UNDER_CEILING_M, CUT_M } from './thresholds'

const changeIn = <T extends { id: string }>(items: readonly T[], id: string, changes: Partial<T>): T[] =>
  items.map(item => (item.id === id ? { ...item, ...changes } : item))

/** Edits of a set. Each answers a new set and leaves the old one as it was, so that every step can be undone. */
const editLook = (set: StudioSet, lookId: string, edit: (look: Look) => Look): StudioSet => ({
  ...set,
  looks: set.looks.map(look => (look.id === lookId ? edit(look) : look)),
})

/** Changes one light. */
export const editLight = (set: StudioSet, lightId: string, edit: (light: Light) => Light): StudioSet => ({
  ...set,
  lights: set.lights.map(light => (light.id === lightId ? edit(light) : light)),
})

/** Moves a light; walls stop it. */
export const moveLight = (set: StudioSet, lightId: string, place: Place): StudioSet =>
  editLight(set, lightId, light => ({ ...light, place: insideRoom(place, set.room, STAND_MARGIN_M) }))

/** Moves a subject's mark; walls and the backdrop stop it. */
export const moveSubject = (set: StudioSet, subjectId: string, xM: number, yM: number): StudioSet => {
  const kept = insideRoom({ xM, yM: Math.max(SUBJECT_MARGIN_M, yM), zM: 1 }, set.room, SUBJECT_MARGIN_M)
  return {
    ...set,
    subjects: set.subjects.map(subject =>
      subject.id === subjectId ? { ...subject, place: { xM: kept.xM, yM: kept.yM } } : subject,
    ),
  }
}

/** Puts another modifier on a light. */
export const fitModifier = (set: StudioSet, lightId: string, modifier: Light['modifier']): StudioSet =>
  editLight(set, lightId, light => ({ ...light, modifier }))

/** Makes a light the one that a photometric file describes: its distribution, and its output instead of the lamp's. */
export const fitMeasured = (
  set: StudioSet,
  lightId: string,
  { modifier, output }: { modifier: Light['modifier']; output: Light['lamp']['output'] },
): StudioSet => editLight(set, lightId, light => ({ ...light, modifier, lamp: { ...light.lamp, output } }))

/** Reads a place, or all of the backdrop, in another way from now on. */
export const holdPoint = (set: StudioSet, holdKey: string, hold: Hold): StudioSet => ({
  ...set,
  holds: { ...set.holds, [holdKey]: hold },
})

/** Puts a gel before a light, or none. */
export const fitGel = (set: StudioSet, lightId: string, gel: Light['gel']): StudioSet =>
  editLight(set, lightId, light => ({ ...light, gel }))

/** Turns a light off its aim, in degrees to its right and up. */
export const featherLight = (
  set: StudioSet,
  lightId: string,
  feather: { featherPanDeg?: number; featherTiltDeg?: number },
): StudioSet => editLight(set, lightId, light => ({ ...light, aim: { ...light.aim, ...feather } }))

/** A setting with its power turned by so many stops, in whole clicks and within the lamp's range. */
export const turnedBy = ({ lamp }: Pick<Light, 'lamp'>, setting: LightSetting, byStops: number): LightSetting => {
  const powerStops = roundToClicks(setting.powerStops + byStops, lamp.clickStops)
  return { ...setting, powerStops: Math.max(-lamp.rangeStops, Math.min(0, powerStops)) }
}

/** Changes the settings of some lights in a look. */
export const changeSettings = (
  set: StudioSet,
  lookId: string,
  settings: Readonly<Record<string, LightSetting>>,
): StudioSet => editLook(set, lookId, look => ({ ...look, lights: { ...look.lights, ...settings } }))

/**
 * Another lamp in a light: its power is turned so that the light at the subject stays, as far as the new lamp's clicks
 * and range go. Flash and continuous light have no common measure; between them the power stays.
 */
export const fitLamp = (set: StudioSet, lightId: string, lamp: Light['lamp']): StudioSet => {
  const before = set.lights.find(({ id }) => id === lightId)?.lamp
  const weakerStops = before?.kind === lamp.kind ? stopsFromRatio(lampIntensity(before) / lampIntensity(lamp)) : 0
  const fitted = (setting: LightSetting): LightSetting => turnedBy({ lamp }, setting, weakerStops)
  return {
    ...editLight(set, lightId, light => ({ ...light, lamp })),
    looks: set.looks.map(look => {
      const setting = look.lights[lightId]
      return setting ? { ...look, lights: { ...look.lights, [lightId]: fitted(setting) } } : look
    }),
  }
}

/** Sets targets of a look, point by point. */
export const changeTargets = (set: StudioSet, lookId: string, targets: Readonly<Record<string, Target>>): StudioSet =>
  editLook(set, lookId, look => ({ ...look, targets: { ...look.targets, ...targets } }))

/** Takes away what was wanted of a point. */
export const dropTarget = (set: StudioSet, lookId: string, pointId: string): StudioSet =>
  editLook(set, lookId, look => ({
    ...look,
    targets: Object.fromEntries(Object.entries(look.targets).filter(([id]) => id !== pointId)),
  }))

/** Changes what is wanted of areas. */
export const changeAreas = (set: StudioSet, lookId: string, areas: Look['areas']): StudioSet =>
  editLook(set, lookId, look => ({ ...look, areas }))

/** Changes the camera setting of a look, or the point that its aperture follows. */
export const changeExposure = (set: StudioSet, lookId: string, exposure: Partial<Look['exposure']>): StudioSet =>
  editLook(set, lookId, look => ({ ...look, exposure: { ...look.exposure, ...exposure } }))

/** Changes the order of a look's run, or what it leaves out. */
export const changeRun = (set: StudioSet, lookId: string, run: Partial<Look['run']>): StudioSet =>
  editLook(set, lookId, look => ({ ...look, run: { ...look.run, ...run } }))

/** Lays a grid for evenness over a look, or none. */
export const changeGrid = (set: StudioSet, lookId: string, grid: Look['grid']): StudioSet =>
  editLook(set, lookId, look => ({ ...look, grid }))

/** Changes parts of a reading. */
export const editReading = (set: StudioSet, id: string, changes: Partial<Reading>): StudioSet => ({
  ...set,
  readings: changeIn(set.readings, id, changes),
})

/** Adds a reading behind the others. */
export const addReading = (set: StudioSet, reading: Reading): StudioSet => ({
  ...set,
  readings: [...set.readings, reading],
})

/** Takes a reading away. */
export const removeReading = (set: StudioSet, readingId: string): StudioSet => ({
  ...set,
  readings: set.readings.filter(reading => reading.id !== readingId),
})

/** Gives a set another name. */
export const renameSet = (set: StudioSet, name: string): StudioSet => ({ ...set, name })

/** A change that makes something reach through a wall, or two things share an id, leaves the set as it was. */
export const unlessFaulty = (before: StudioSet, after: StudioSet): StudioSet =>
  validationErrors(after).length > validationErrors(before).length ? before : after

/** Renames a light; a blank name changes nothing. */
export const renameLight = (set: StudioSet, lightId: string, name: string): StudioSet =>
  name.trim() ? editLight(set, lightId, light => ({ ...light, name: name.trim().slice(0, 80) })) : set

/** Changes parts of a subject. */
export const editSubject = (set: StudioSet, id: string, changes: Partial<Subject>): StudioSet => ({
  ...set,
  subjects: changeIn(set.subjects, id, changes),
})
/** Changes parts of a panel. */
export const editPanel = (set: StudioSet, id: string, changes: Partial<Panel>): StudioSet => ({
  ...set,
  panels: changeIn(set.panels, id, changes),
})
/** Changes parts of a prop. */
export const editProp = (set: StudioSet, id: string, changes: Partial<Prop>): StudioSet => ({
  ...set,
  props: changeIn(set.props, id, changes),
})
/** Changes parts of a point of the user's own. */
export const editPoint = (set: StudioSet, id: string, changes: Partial<OwnPoint>): StudioSet => ({
  ...set,
  points: changeIn(set.points, id, changes),
})
/** Changes parts of the camera. */
export const editCamera = (set: StudioSet, changes: Partial<Camera>): StudioSet => ({
  ...set,
  camera: { ...set.camera, ...changes },
})

/** Holds the camera upright or level: the sensor's longer side stands or lies. */
export const turnCamera = (set: StudioSet, isUpright: boolean): StudioSet => {
  const { widthMm, heightMm } = set.camera.sensor
  const [short, long] = [Math.min(widthMm, heightMm), Math.max(widthMm, heightMm)]
  return editCamera(set, {
    sensor: isUpright ? { widthMm: short, heightMm: long } : { widthMm: long, heightMm: short },
  })
}

/** Changes parts of the backdrop. */
export const editBackdrop = (set: StudioSet, changes: Partial<Backdrop>): StudioSet => ({
  ...set,
  backdrop: { ...set.backdrop, ...changes },
})

/** The longest drop that hangs under a ceiling, metres. */
export const longestUnder = (ceilingM: number): number =>
  Math.round(Math.floor((ceilingM - UNDER_CEILING_M) / CUT_M + 1e-9) * CUT_M * 100) / 100

/** Lowers the ceiling, and the backdrop with it where it would not fit under it. */
export const lowerCeiling = (set: StudioSet, heightM: number): StudioSet => ({
  ...editRoom(set, { heightM }),
  backdrop: { ...set.backdrop, heightM: Math.min(set.backdrop.heightM, longestUnder(heightM)) },
})

/** Changes parts of the room. */
export const editRoom = (set: StudioSet, changes: Partial<Room>): StudioSet => ({
  ...set,
  room: { ...set.room, ...changes },
})
