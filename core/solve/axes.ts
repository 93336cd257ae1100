import type { Change } from '../changes/change'
import { roomBounds } from '../model/bounds'
import { lightDistance, placeAtDistance } from '../edits/distances'
import { turnedBy } from '../edits/edits'
import { placeThing } from '../edits/things'
import type { Light, Look, StudioSet } from '../model/schema'
import { LEAST_KEY_M, MOST_KEY_M, KEY_STEP_M, LEAST_TO_BACKDROP_M, UNDER_CEILING_M, TURN_DEG } from './thresholds'

/** What can be laid along a side of a map. */
export type AxisId =
  | 'key-distance'
  | 'key-height'
  | 'key-turn'
  | 'subject-depth'
  | 'backdrop-lights-depth'
  | 'backdrop-lights-height'
  | 'backdrop-lights-power'

/** Something that can be set to any value within its range, in metres, degrees or stops: one side of a map. */
export type Axis = {
  id: AxisId
  unit: 'm' | '°' | 'stops'
  /** Names of the lights that it sets; of several alike all. */
  lights: readonly string[]
  least: number
  most: number
  now: number
  /** Whether surfaces move, which costs more to work out than lights alone. */
  isStage: boolean
  /** The change that sets it to a value, on the set that it was made of. */
  to: (value: number) => Change
}

const namesOf = (lights: readonly Light[]): string[] => lights.map(({ name }) => name)

const keyDistance = (set: StudioSet, key: Light): Axis => {
  const now = lightDistance(key, set).lengthM
  const fits = (lengthM: number) => {
    const place = placeAtDistance(key, set, lengthM)
    if (!place) return false
    const moved = placeThing({ ...set, locked: [] }, key.id, place).lights.find(({ id }) => id === key.id)!.place
    return Math.hypot(moved.xM - place.xM, moved.yM - place.yM) < 1e-6
  }
  const steps = Math.round((MOST_KEY_M - LEAST_KEY_M) / KEY_STEP_M) + 1
  const lengths = Array.from({ length: steps }, (_, index) => LEAST_KEY_M + index * KEY_STEP_M).filter(fits)
  return {
    id: 'key-distance',
    unit: 'm',
    lights: namesOf([key]),
    now,
    isStage: false,
    least: Math.min(now, ...lengths),
    most: Math.min(MOST_KEY_M, Math.max(now, ...lengths)),
    to: lengthM => ({ kind: 'distance-to', id: key.id, lengthM }),
  }
}

/** How far sitter, key and camera can go together before one of them meets a wall. */
const groupRange = (set: StudioSet): { least: number; most: number } => {
  const { front } = roomBounds(set.room)
  const furthest = Math.max(
    set.camera.place.yM + 0.15,
    ...set.lights
      .filter(light => light.job !== 'backdrop' && light.aim.at === 'subject')
      .map(light => light.place.yM + 0.1),
    ...set.subjects.map(subject => subject.place.yM + 0.3),
  )
  const nearest = Math.min(...set.subjects.map(subject => subject.place.yM))
  const now = set.subjects[0]!.place.yM
  return { least: Math.max(LEAST_TO_BACKDROP_M, now - nearest + LEAST_TO_BACKDROP_M), most: now + front - furthest }
}

const subjectDepth = (set: StudioSet): Axis => {
  const now = set.subjects[0]!.place.yM
  return {
    id: 'subject-depth',
    unit: 'm',
    lights: [],
    now,
    isStage: true,
    ...groupRange(set),
    to: yM => ({ kind: 'group-depth', byM: yM - now }),
  }
}

/** Depth of the first of some lights; the others keep their difference to it. */
const depthOf = (set: StudioSet, lights: readonly Light[]): Axis => {
  const now = lights[0]!.place.yM
  return {
    id: 'backdrop-lights-depth',
    unit: 'm',
    lights: namesOf(lights),
    now,
    isStage: false,
    least: LEAST_TO_BACKDROP_M,
    most: Math.max(now, roomBounds(set.room).front - LEAST_TO_BACKDROP_M),
    to: yM => ({ kind: 'shift', ids: lights.map(({ id }) => id), along: 'depth', byM: yM - now }),
  }
}

/** All at one height. */
const heightOf = (set: StudioSet, id: 'key-height' | 'backdrop-lights-height', lights: readonly Light[]): Axis => ({
  id,
  unit: 'm',
  lights: namesOf(lights),
  now: lights[0]!.place.zM,
  isStage: false,
  least: 0.3,
  most: Math.max(lights[0]!.place.zM, set.room.heightM - UNDER_CEILING_M),
  to: zM => ({
    kind: 'several',
    changes: lights.map(light => ({ kind: 'shift', ids: [light.id], along: 'height', byM: zM - light.place.zM })),
  }),
})

/** Power of the first of some lights; the others keep their difference to it. */
const powerOf = (look: Look, lights: readonly Light[]): Axis => {
  const [first] = lights
  const { powerStops: now } = look.lights[first!.id]!
  return {
    id: 'backdrop-lights-power',
    unit: 'stops',
    lights: namesOf(lights),
    now,
    isStage: false,
    least: -first!.lamp.rangeStops,
    most: 0,
    to: value => ({
      kind: 'power',
      lookId: look.id,
      settings: Object.fromEntries(
        lights.map(light => [light.id, turnedBy(light, look.lights[light.id]!, value - now)]),
      ),
    }),
  }
}

const keyTurn = (key: Light): Axis => {
  const now = key.aim.featherPanDeg
  return {
    id: 'key-turn',
    unit: '°',
    lights: namesOf([key]),
    now,
    isStage: false,
    least: Math.min(-TURN_DEG, now),
    most: Math.max(TURN_DEG, now),
    to: degrees => ({ kind: 'swing', id: key.id, byDeg: degrees - now }),
  }
}

/** What can be laid along the sides of a map for this set. */
export const axesOf = (set: StudioSet, lookId: string): Axis[] => {
  const key = set.lights.find(light => light.job === 'key')
  const onDrop = set.lights.filter(light => light.job === 'backdrop' && light.aim.at === 'place')
  const look = set.looks.find(({ id }) => id === lookId) ?? set.looks[0]!
  const hasDrop = onDrop.length > 0
  return [
    ...(key ? [keyDistance(set, key)] : []),
    subjectDepth(set),
    ...(hasDrop ? [depthOf(set, onDrop), heightOf(set, 'backdrop-lights-height', onDrop), powerOf(look, onDrop)] : []),
    ...(key ? [heightOf(set, 'key-height', [key]), keyTurn(key)] : []),
  ]
}
