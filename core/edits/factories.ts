import { withoutStrayOverrides } from '../looks/overrides'
import type { Modifier } from '../physics/sources/modifier'
import { modifierOfKind } from '../physics/sources/modifiers'
import { grey } from '../physics/units/rgb'
import { headHeightM } from '../model/headHeight'
import { rigWithout } from './rigEdits'
import { without } from './without'
import { CAMERA, thingsOf } from './things'
import type {
  Aim,
  Camera,
  Lamp,
  Light,
  LightSetting,
  OwnPoint,
  Panel,
  Place,
  Prop,
  StudioSet,
  Subject,
} from '../model/schema'
import { COPY_ASIDE_M } from './thresholds'

/** An id that nothing in the set has yet. */
export const freeId = (set: StudioSet, wanted: string): string => {
  const taken = new Set(thingsOf(set).map(thing => thing.id))
  // An id is at most 64 characters long; a number still has to fit behind it.
  const base = wanted.replace(/-\d+$/, '').slice(0, 56)
  for (let number = 1, id = wanted; ; number += 1) {
    if (!taken.has(id)) return id
    id = `${base}-${number + 1}`
  }
}

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ'

/** The first letter that no light carries; after Z numbers follow. */
export const freeLetter = (set: StudioSet): string => {
  const taken = new Set(set.lights.map(light => light.name))
  for (let index = 0; ; index++) {
    const name =
      LETTERS[index % LETTERS.length]! + (index < LETTERS.length ? '' : String(Math.floor(index / LETTERS.length) + 1))
    if (!taken.has(name)) return name
  }
}

/** A lamp of middling power, where the kit has none. */
export const GENERIC_FLASH: Lamp = {
  kind: 'flash',
  name: 'Flash head 400',
  output: { from: 'guide-number', guideNumberM: 58, convention: 'metered' },
  givesStops: -0.35,
  rangeStops: 7,
  clickStops: 0.1,
  cctK: 5600,
  watts: null,
  kitId: null,
}

/** What of a camera is the same whatever its size, where nothing else is known of it; typical values from memory. */
export const GENERIC_BODY: Pick<
  Camera,
  'response' | 'veilingGlare' | 'syncShutterS' | 'lensLossStops' | 'sensorHeadroomStops' | 'falloff' | 'kitId'
> = {
  response: { kind: 'srgb' },
  veilingGlare: 0.02,
  syncShutterS: 1 / 200,
  lensLossStops: 0,
  sensorHeadroomStops: 0.5,
  falloff: { use: 'none', fields: [] },
  kitId: null,
}

/** A standing sitter of middling skin and dark hair, where nothing else is said; typical values from memory. */
export const GENERIC_SITTER: Omit<StudioSet['subjects'][number], 'place' | 'clothing'> = {
  id: 'sitter',
  name: 'Subject',
  heightM: 1.72,
  skin: [0.5, 0.33, 0.25],
  hair: [0.07, 0.05, 0.04],
  haircut: 'short',
  glasses: false,
  pose: 'standing',
  build: 'man',
  turnDeg: 0,
}

/** A full-frame camera at chest height with a usual lens's apertures, where nothing else is said. */
export const GENERIC_CAMERA: Omit<Camera, 'place' | 'lens'> = {
  aimHeightM: 1.34,
  sensor: { widthMm: 24, heightMm: 36 },
  apertures: { widest: 2.8, smallest: 22, clickStops: 1 / 3 },
  ...GENERIC_BODY,
  whiteBalanceK: 5600,
}

/** A new light begins well below full, so that it neither dazzles nor clips everything. */
export const FIRST_SETTING: LightSetting = { on: true, powerStops: -3 }

/** Puts a light into the set, with a setting in every look. */
export const addLight = (set: StudioSet, light: Light, setting: LightSetting = FIRST_SETTING): StudioSet => ({
  ...set,
  lights: [...set.lights, light],
  looks: set.looks.map(look => ({ ...look, lights: { ...look.lights, [light.id]: setting } })),
})

/** Puts a light into the set that is set in every look as another one is there: off where that is off. */
export const addLightLike = (set: StudioSet, light: Light, likeId: string): StudioSet => {
  const added = addLight(set, light)
  return {
    ...added,
    looks: added.looks.map(look => ({
      ...look,
      lights: { ...look.lights, [light.id]: look.lights[likeId] ?? FIRST_SETTING },
    })),
  }
}

/** What is known of a light before it has a name of its own. */
export type LightWish = { job: Light['job']; lamp?: Lamp; modifier?: Modifier; place: Place; aim: Aim; id?: string }

/** A light as it is wished for, with a letter and an id of its own. */
export const newLight = (
  set: StudioSet,
  { job, lamp = GENERIC_FLASH, modifier = modifierOfKind('softbox-medium'), place, aim, id }: LightWish,
): Light => ({
  id: freeId(set, id ?? job),
  name: freeLetter(set),
  job,
  lamp,
  modifier,
  colour: grey(1),
  gel: null,
  place,
  aim,
  rollDeg: 0,
})

const straight = { featherPanDeg: 0, featherTiltDeg: 0 }

/** An aim at a subject's head, straight. */
export const aimAtHead = (subject: Subject): Aim => ({
  at: 'subject',
  subjectId: subject.id,
  heightM: Math.round(headHeightM(subject) * 100) / 100,
  ...straight,
})

/** An aim at a place in the room, straight. */
export const aimAtPlace = (place: Place): Aim => ({ at: 'place', place, ...straight })

/** Adds a panel. */
export const addPanel = (set: StudioSet, panel: Panel): StudioSet => ({ ...set, panels: [...set.panels, panel] })
/** Adds a prop. */
export const addProp = (set: StudioSet, prop: Prop): StudioSet => ({ ...set, props: [...set.props, prop] })
/** Adds a point of the user's own. */
export const addPoint = (set: StudioSet, point: OwnPoint): StudioSet => ({ ...set, points: [...set.points, point] })
/** Adds a subject. */
export const addSubject = (set: StudioSet, subject: Subject): StudioSet => ({
  ...set,
  subjects: [...set.subjects, subject],
})

/**
 * Takes things out of the set, with their settings, locks and groups. The camera and the last subject stay; lights
 * that were aimed
 * at a subject who goes are aimed at the first who stays.
 */
export const removeThings = (set: StudioSet, ids: readonly string[]): StudioSet => {
  const free = ids.filter(id => id !== CAMERA && !set.locked.includes(id))
  const staying = set.subjects.filter(subject => !free.includes(subject.id))
  const subjects = staying.length > 0 ? staying : set.subjects.slice(0, 1)
  const stays = (thing: { id: string }) => !free.includes(thing.id)
  const rest: StudioSet = {
    ...set,
    subjects,
    lights: set.lights
      .filter(stays)
      .map(light =>
        light.aim.at === 'subject' && free.includes(light.aim.subjectId)
          ? { ...light, aim: { ...light.aim, subjectId: subjects[0]!.id } }
          : light,
      ),
    panels: set.panels.filter(stays),
    props: set.props.filter(stays),
    points: set.points.filter(stays),
    groups: set.groups.map(group => group.filter(id => !free.includes(id))).filter(group => group.length > 1),
    looks: set.looks.map(look => ({
      ...look,
      lights: without(look.lights, free),
      targets: without(look.targets, free),
      // An aperture that followed a point which is gone stays where it was put last.
      exposure: {
        ...look.exposure,
        followsPointId:
          look.exposure.followsPointId !== null && free.includes(look.exposure.followsPointId)
            ? null
            : look.exposure.followsPointId,
      },
    })),
    holds: without(set.holds, free),
    rig: rigWithout(set.rig, free),
    frozen: set.frozen && { ...set.frozen, lightStops: without(set.frozen.lightStops, free) },
  }
  return {
    ...rest,
    looks: rest.looks.map(look => ({ ...look, overrides: withoutStrayOverrides(look.overrides, rest) })),
  }
}

const mirroredX = (axisXM: number, xM: number) => 2 * axisXM - xM

/** The opposite of an angle, without a negative zero. */
const opposite = (degrees: number): number => 0 - degrees

const mirroredAim = (aim: Aim, axisXM: number): Aim =>
  aim.at === 'place'
    ? {
        ...aim,
        place: { ...aim.place, xM: mirroredX(axisXM, aim.place.xM) },
        featherPanDeg: opposite(aim.featherPanDeg),
      }
    : { ...aim, featherPanDeg: opposite(aim.featherPanDeg) }

/**
 * What of a light makes it the twin of another on the other side of the backdrop's middle: place, aim, lamp and fit.
 */
export const mirrorOf = (
  set: StudioSet,
  light: Light,
): Pick<Light, 'lamp' | 'modifier' | 'colour' | 'gel' | 'place' | 'aim' | 'rollDeg'> => ({
  rollDeg: opposite(light.rollDeg),
  lamp: light.lamp,
  modifier: light.modifier,
  colour: light.colour,
  gel: light.gel,
  place: { ...light.place, xM: mirroredX(set.backdrop.centreXM, light.place.xM) },
  aim: mirroredAim(light.aim, set.backdrop.centreXM),
})

const isWithin = (set: StudioSet, xM: number): boolean => Math.abs(xM) < set.room.widthM / 2

/**
 * Adds the mirror images of lights and panels beyond the backdrop's middle; what would stand in a wall is left out.
 * Answers the new ids.
 */
export const mirrorThings = (set: StudioSet, ids: readonly string[]): { set: StudioSet; ids: string[] } => {
  const made: string[] = []
  const mirrored = ids.reduce((current, id) => {
    const light = set.lights.find(candidate => candidate.id === id)
    const panel = set.panels.find(candidate => candidate.id === id)
    const xM = mirroredX(set.backdrop.centreXM, (light ?? panel)?.place.xM ?? Number.NaN)
    if (!isWithin(set, xM)) return current
    const newId = freeId(current, id)
    made.push(newId)
    if (light)
      return addLightLike(current, { ...light, ...mirrorOf(set, light), id: newId, name: freeLetter(current) }, id)
    return addPanel(current, {
      ...panel!,
      id: newId,
      place: { ...panel!.place, xM },
      turnDeg: opposite(panel!.turnDeg),
    })
  }, set)
  return { set: mirrored, ids: made }
}

/** Adds copies of things beside them. Answers the new ids. */
export const copyThings = (set: StudioSet, ids: readonly string[]): { set: StudioSet; ids: string[] } => {
  const made: string[] = []
  const copied = ids.reduce((current, id) => {
    const thing = thingsOf(set).find(candidate => candidate.id === id)
    if (!thing || thing.kind === 'camera') return current
    const newId = freeId(current, thing.kind === 'point' ? id : id.replaceAll('/', '-'))
    const xM = thing.place.xM + (thing.place.xM + 2 * COPY_ASIDE_M < set.room.widthM / 2 ? COPY_ASIDE_M : -COPY_ASIDE_M)
    made.push(newId)
    switch (thing.kind) {
      case 'light': {
        const light = set.lights.find(candidate => candidate.id === id)!
        return addLightLike(
          current,
          { ...light, id: newId, name: freeLetter(current), place: { ...light.place, xM } },
          id,
        )
      }
      case 'subject': {
        const subject = set.subjects.find(candidate => candidate.id === id)!
        return addSubject(current, {
          ...subject,
          id: newId,
          name: `${subject.name} ${current.subjects.length + 1}`.slice(0, 80),
          place: { ...subject.place, xM },
        })
      }
      case 'panel':
        return addPanel(current, {
          ...set.panels.find(candidate => candidate.id === id)!,
          id: newId,
          place: { ...thing.place, xM },
        })
      case 'prop':
        return addProp(current, {
          ...set.props.find(candidate => candidate.id === id)!,
          id: newId,
          place: { ...thing.place, xM },
        })
      case 'point':
        return addPoint(current, {
          ...set.points.find(candidate => candidate.id === id)!,
          id: newId,
          place: { ...thing.place, xM },
        })
    }
  }, set)
  return { set: copied, ids: made }
}
