import { changeSettings, editLight } from '../edits/edits'
import { roomBounds } from '../model/bounds'
import { moveParty } from '../edits/subjectGroup'
import { lightTape, placeAtDistance } from '../edits/distances'
import { placeThing } from '../edits/things'
import { roundToClicks } from '../physics/units/stops'
import type { Light, Look, StudioSet } from '../model/schema'

/** Something that can be set to any value within its range: one side of a map. */
export type Axis = {
  id: string
  name: string
  unit: 'm' | '°' | 'stops'
  least: number
  most: number
  now: number
  /** Whether surfaces move, which costs more to work out than lights alone. */
  isStage: boolean
  apply: (set: StudioSet, value: number) => StudioSet
}

const LEAST_KEY_M = 0.6
const MOST_KEY_M = 4
const LEAST_TO_BACKDROP_M = 0.4

const keyDistance = (set: StudioSet, key: Light): Axis => {
  const now = lightTape(key, set).lengthM
  const fits = (lengthM: number) => {
    const place = placeAtDistance(key, set, lengthM)
    const moved =
      place && placeThing({ ...set, locked: [] }, key.id, place).lights.find(({ id }) => id === key.id)!.place
    return place !== undefined && moved !== undefined && Math.hypot(moved.xM - place.xM, moved.yM - place.yM) < 1e-6
  }
  const lengths = Array.from({ length: 69 }, (_, index) => LEAST_KEY_M + index * 0.05).filter(fits)
  return {
    id: 'key-distance',
    name: `${key.name} to the sitter`,
    unit: 'm',
    now,
    isStage: false,
    least: Math.min(now, ...lengths),
    most: Math.min(MOST_KEY_M, Math.max(now, ...lengths)),
    apply: (before, value) => {
      const light = before.lights.find(({ id }) => id === key.id)
      const place = light && placeAtDistance(light, before, value)
      return place ? placeThing(before, key.id, place) : before
    },
  }
}

/** How far sitter, key and camera can go together before one of them meets a wall. */
const partyRange = (set: StudioSet): { least: number; most: number } => {
  const front = roomBounds(set.room).front
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

const heightOf = (set: StudioSet, lights: readonly Light[], name: string): Axis => ({
  id: `height-${lights[0]!.id}`,
  name,
  unit: 'm',
  now: lights[0]!.place.zM,
  isStage: false,
  least: 0.3,
  most: Math.max(lights[0]!.place.zM, set.room.heightM - 0.3),
  apply: (before, value) =>
    lights.reduce((moved, { id }) => {
      const light = moved.lights.find(candidate => candidate.id === id)
      return light ? placeThing(moved, id, { ...light.place, zM: value }) : moved
    }, before),
})

/** Power of the first of some lights; the others keep their difference to it. */
const powerOf = (set: StudioSet, look: Look, lights: readonly Light[]): Axis => {
  const [first] = lights
  const { powerStops: now } = look.lights[first!.id]!
  return {
    id: 'backdrop-power',
    name: lights.length > 1 ? 'Power of the backdrop lights' : `Power of ${first!.name}`,
    unit: 'stops',
    now,
    isStage: false,
    least: -first!.lamp.rangeStops,
    most: 0,
    apply: (before, value) => {
      const settings = before.looks.find(({ id }) => id === look.id)?.lights ?? {}
      const by = value - (settings[first!.id]?.powerStops ?? now)
      return changeSettings(
        before,
        look.id,
        Object.fromEntries(
          lights.flatMap(({ id, lamp }) =>
            settings[id]
              ? [
                  [
                    id,
                    {
                      ...settings[id],
                      powerStops: Math.max(
                        -lamp.rangeStops,
                        Math.min(0, roundToClicks(settings[id].powerStops + by, lamp.clickStops)),
                      ),
                    },
                  ],
                ]
              : [],
          ),
        ),
      )
    },
  }
}

/** What can be laid along the sides of a map for this set. */
export const axesOf = (set: StudioSet, lookId: string): Axis[] => {
  const key = set.lights.find(light => light.job === 'key')
  const onDrop = set.lights.filter(light => light.job === 'backdrop' && light.aim.at === 'place')
  const now = set.subjects[0]!.place.yM
  const depth = onDrop[0]?.place.yM ?? 0
  const each = (before: StudioSet, edit: (set: StudioSet, light: Light) => StudioSet) =>
    onDrop.reduce((changed, { id }) => {
      const light = changed.lights.find(candidate => candidate.id === id)
      return light ? edit(changed, light) : changed
    }, before)
  const look = set.looks.find(({ id }) => id === lookId) ?? set.looks[0]!
  return [
    ...(key ? [keyDistance(set, key)] : []),
    {
      id: 'to-backdrop',
      name: 'Sitter to backdrop',
      unit: 'm',
      now,
      isStage: true,
      ...partyRange(set),
      apply: (before, value) => moveParty(before, value - before.subjects[0]!.place.yM),
    },
    ...(onDrop.length > 0
      ? [
          {
            id: 'backdrop-depth',
            name: onDrop.length > 1 ? 'Backdrop lights to backdrop' : `${onDrop[0]!.name} to backdrop`,
            unit: 'm' as const,
            now: depth,
            isStage: false,
            least: 0.4,
            most: Math.max(depth, roomBounds(set.room).front - 0.4),
            apply: (before: StudioSet, value: number) =>
              each(before, (changed, light) =>
                placeThing(changed, light.id, {
                  ...light.place,
                  yM:
                    light.place.yM + value - (before.lights.find(({ id }) => id === onDrop[0]!.id)?.place.yM ?? depth),
                }),
              ),
          },
        ]
      : []),
    ...(onDrop.length > 0
      ? [
          heightOf(set, onDrop, onDrop.length > 1 ? 'Height of the backdrop lights' : `Height of ${onDrop[0]!.name}`),
          powerOf(set, look, onDrop),
        ]
      : []),
    ...(key ? [heightOf(set, [key], `Height of ${key.name}`)] : []),
    ...(key
      ? [
          {
            id: 'key-turn',
            name: `${key.name} turned off the sitter`,
            unit: '°' as const,
            now: key.aim.featherPanDeg,
            isStage: false,
            least: Math.min(-45, key.aim.featherPanDeg),
            most: Math.max(45, key.aim.featherPanDeg),
            apply: (before: StudioSet, value: number) =>
              editLight(before, key.id, light => ({ ...light, aim: { ...light.aim, featherPanDeg: value } })),
          },
        ]
      : []),
  ]
}
