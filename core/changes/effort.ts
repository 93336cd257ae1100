import { subjectGroupIds } from '../edits/subjectGroup'
import { needsBoom } from '../scene/stands'
import type { StudioSet } from '../model/schema'
import type { Change, Standing } from './change'

/** Minutes on set that things take one person who knows them; common practice, no source. */
export const MINUTES = {
  /** Walking to a light and turning its power. */
  power: 0.3,
  camera: 0.2,
  /** A light on its stand taken somewhere else, its aim kept. */
  place: 1,
  raise: 0.7,
  aim: 0.5,
  /** A grid, or a half-scrim. */
  fit: 1,
  /** A board or flag on its stand. */
  board: 2,
  /** Subject's mark and camera, without the lights that go along. */
  group: 1.5,
  /** A light more: fetch, stand, cable, sandbag. */
  light: 4,
  /** An arm and its counterweight on a stand, for a lamp that comes to hang over somebody. */
  boom: 3,
} as const

const BOARDS: Record<Standing, number> = {
  'key-flag': 1,
  'black-sides': 2,
  'near-black-sides': 2,
  curtains: 2,
  'fill-board': 1,
}

/** Minutes that a change takes one person on this set; common practice, no source. */
export const minutesOf = (set: StudioSet, change: Change): number => {
  switch (change.kind) {
    case 'place':
    case 'distance-by':
    case 'distance-to':
    case 'mirror':
      return MINUTES.place
    case 'shift':
      return (change.along === 'height' ? MINUTES.raise : MINUTES.place) * change.ids.length
    case 'group-depth':
      return MINUTES.group + MINUTES.aim * (subjectGroupIds(set).length - 2)
    case 'aim':
    case 'swing':
    case 'tilt':
      return MINUTES.aim
    case 'aim-across':
    case 'aim-height':
    case 'roll':
      return MINUTES.aim * change.ids.length
    case 'arrange':
      return (change.how === 'from-above' ? MINUTES.place : MINUTES.aim) * change.ids.length
    case 'grid':
      return MINUTES.fit
    case 'half-scrim':
      return MINUTES.fit * change.ids.length
    case 'add-twin':
      return MINUTES.light
    case 'add-lights':
      return (change.what === 'backdrop-pair' ? 2 : 1) * MINUTES.light
    case 'flag':
      return MINUTES.board
    case 'stand':
      return BOARDS[change.what] * MINUTES.board
    case 'power':
      return MINUTES.power * Object.keys(change.settings).length
    case 'exposure':
    case 'camera':
      return MINUTES.camera
    case 'several':
      return change.changes.reduce((sum, one) => sum + minutesOf(set, one), 0)
    case 'backdrop':
    case 'brief':
    case 'seat':
    case 'patch':
      return 0
  }
}

/** Lights that have to go on a boom for a set to become another, since they come to hang over somebody. */
export const newBooms = (before: StudioSet, after: StudioSet): string[] => {
  const had = new Set(before.lights.filter(light => needsBoom(light, before)).map(({ id }) => id))
  return after.lights.filter(light => needsBoom(light, after) && !had.has(light.id)).map(({ id }) => id)
}
