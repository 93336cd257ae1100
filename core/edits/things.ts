import { moveLight, moveSubject, unlessFaulty } from './edits'
import { STAND_MARGIN_M, SUBJECT_MARGIN_M, CAMERA_MARGIN_M, POINT_MARGIN_M } from './thresholds'
import { insideRoom, roomBounds } from '../model/bounds'
import { CAMERA } from '../model/fixedIds'
import { headHeightM } from '../model/headHeight'
import type { Place, StudioSet } from '../model/schema'

export { BACKDROP, CAMERA } from '../model/fixedIds'

/** Anything that has a place of its own in the room. */
export type ThingKind = 'light' | 'subject' | 'panel' | 'prop' | 'point' | 'camera'
/** A thing by what lists and the plan need; its place in metres. */
export type Thing = { id: string; kind: ThingKind; name: string; place: Place; isLocked: boolean }

/** What has a place on the floor alone stands on it. */
const onFloor = ({ xM, yM }: { xM: number; yM: number }): Place => ({ xM, yM, zM: 0 })

/** Everything in the set that can be chosen and moved. */
export const thingsOf = (set: StudioSet): Thing[] => {
  const list = (kind: ThingKind, items: readonly { id: string; name: string; place: Place }[]): Thing[] =>
    items.map(({ id, name, place }) => ({ id, kind, name, place, isLocked: set.locked.includes(id) }))
  return [
    ...list(
      'subject',
      set.subjects.map(subject => ({ ...subject, place: onFloor(subject.place) })),
    ),
    ...list(
      'light',
      set.lights.map(light => ({ ...light, name: `Light ${light.name}` })),
    ),
    ...list('panel', set.panels),
    ...list('prop', set.props),
    ...list('point', set.points),
    ...list('camera', [{ id: CAMERA, name: 'Camera', place: set.camera.place }]),
  ]
}

/** A thing by its id. */
export const thingOf = (set: StudioSet, id: string): Thing | undefined => thingsOf(set).find(thing => thing.id === id)

/** The chosen things with everything that is grouped with them. */
export const withGroups = (set: StudioSet, ids: readonly string[]): string[] => [
  ...new Set([...ids, ...set.groups.filter(group => group.some(id => ids.includes(id))).flat()]),
]

const editIn = <T extends { id: string }>(items: readonly T[], id: string, edit: (item: T) => T): T[] =>
  items.map(item => (item.id === id ? edit(item) : item))

/** Puts one thing somewhere; walls stop it, and so does its lock. */
export const placeThing = (set: StudioSet, id: string, place: Place): StudioSet => {
  const thing = thingOf(set, id)
  if (!thing || thing.isLocked) return set
  switch (thing.kind) {
    case 'light':
      return moveLight(set, id, place)
    case 'subject':
      return moveSubject(set, id, place.xM, place.yM)
    case 'camera':
      return { ...set, camera: { ...set.camera, place: insideRoom(place, set.room, CAMERA_MARGIN_M) } }
    case 'point':
      return {
        ...set,
        points: editIn(set.points, id, point => ({ ...point, place: insideRoom(place, set.room, POINT_MARGIN_M) })),
      }
    case 'panel':
      return unlessFaulty(set, {
        ...set,
        panels: editIn(set.panels, id, panel => ({ ...panel, place: { ...place, zM: Math.max(0, place.zM) } })),
      })
    case 'prop':
      return unlessFaulty(set, {
        ...set,
        props: editIn(set.props, id, prop => ({ ...prop, place: { ...place, zM: Math.max(0, place.zM) } })),
      })
  }
}

const MARGIN_M: Record<ThingKind, number> = {
  light: STAND_MARGIN_M,
  subject: SUBJECT_MARGIN_M,
  camera: CAMERA_MARGIN_M,
  point: POINT_MARGIN_M,
  panel: 0,
  prop: 0,
}

/** Where a thing may stand, metres of the room: from and to, across, in depth and in height. */
export const placeRange = (set: StudioSet, kind: ThingKind): Record<keyof Place, readonly [number, number]> => {
  const { left, right, back, front, ceiling } = roomBounds(set.room)
  const margin = MARGIN_M[kind]
  const isLow = kind === 'panel' || kind === 'prop'
  return {
    xM: [left + margin, right - margin],
    // A subject stands before the backdrop.
    yM: [kind === 'subject' ? SUBJECT_MARGIN_M : back + margin, front - margin],
    zM: [isLow ? 0 : margin, ceiling - margin],
  }
}

/** Puts one thing exactly where somebody typed it; what is not a place for it is for the gate to refuse. */
export const placeExactly = (set: StudioSet, id: string, { xM, yM, zM }: Place): StudioSet => {
  const put = <T extends { id: string }>(items: readonly T[], place: object) =>
    editIn(items, id, item => ({ ...item, place }))
  const place = { xM, yM, zM }
  switch (thingOf(set, id)?.kind) {
    case 'light':
      return { ...set, lights: put(set.lights, place) }
    case 'subject':
      return { ...set, subjects: put(set.subjects, { xM, yM }) }
    case 'camera':
      return { ...set, camera: { ...set.camera, place } }
    case 'point':
      return { ...set, points: put(set.points, place) }
    case 'panel':
      return { ...set, panels: put(set.panels, place) }
    case 'prop':
      return { ...set, props: put(set.props, place) }
    case undefined:
      return set
  }
}

/** Moves things by so much, each as far as walls and locks let it. */
export const moveThings = (
  set: StudioSet,
  ids: readonly string[],
  by: { xM?: number; yM?: number; zM?: number },
): StudioSet =>
  ids.reduce((moved, id) => {
    const place = thingOf(moved, id)?.place
    return place
      ? placeThing(moved, id, { xM: place.xM + (by.xM ?? 0), yM: place.yM + (by.yM ?? 0), zM: place.zM + (by.zM ?? 0) })
      : moved
  }, set)

/**
 * Turns things: a light feathers to its right as seen from behind, a sitter, panel, prop or point turns the same way
 * round.
 */
export const turnThings = (set: StudioSet, ids: readonly string[], byDeg: number): StudioSet => {
  const wrapped = (degrees: number) => Math.round((((((degrees + 180) % 360) + 360) % 360) - 180) * 10) / 10
  const turn = <T extends { id: string; turnDeg: number }>(items: readonly T[]) =>
    items.map(item =>
      ids.includes(item.id) && !set.locked.includes(item.id)
        ? { ...item, turnDeg: wrapped(item.turnDeg + byDeg) }
        : item,
    )
  return unlessFaulty(set, {
    ...set,
    lights: set.lights.map(light =>
      ids.includes(light.id) && !set.locked.includes(light.id)
        ? { ...light, aim: { ...light.aim, featherPanDeg: wrapped(light.aim.featherPanDeg + byDeg) } }
        : light,
    ),
    subjects: turn(set.subjects),
    panels: turn(set.panels),
    props: turn(set.props),
    points: turn(set.points),
  })
}

/**
 * Brings things into one line: across (the same distance from the backdrop), in depth, or in height; at the first
 * one's place.
 */
export const alignThings = (set: StudioSet, ids: readonly string[], along: 'xM' | 'yM' | 'zM'): StudioSet => {
  const first = ids[0] && thingOf(set, ids[0])
  return first
    ? ids
        .slice(1)
        .reduce(
          (moved, id) => placeThing(moved, id, { ...thingOf(moved, id)!.place, [along]: first.place[along] }),
          set,
        )
    : set
}

/** Locks things in their places, or lets them go. */
export const lockThings = (set: StudioSet, ids: readonly string[], isLocked: boolean): StudioSet => ({
  ...set,
  locked: isLocked ? [...new Set([...set.locked, ...ids])] : set.locked.filter(id => !ids.includes(id)),
})

/** Makes the things one group; whatever groups they were in before are dissolved. */
export const groupThings = (set: StudioSet, ids: readonly string[]): StudioSet => {
  const others = set.groups.filter(group => !group.some(id => ids.includes(id)))
  return { ...set, groups: ids.length > 1 ? [...others, [...ids]] : others }
}

/** Dissolves the groups that any of the things is in. */
export const ungroupThings = (set: StudioSet, ids: readonly string[]): StudioSet => ({
  ...set,
  groups: set.groups.filter(group => !group.some(id => ids.includes(id))),
})

/** Height worth measuring from: eyes of a sitter, the thing's own otherwise. */
export const measureHeightM = (set: StudioSet, thing: Thing): number => {
  const subject = set.subjects.find(candidate => candidate.id === thing.id)
  return subject ? headHeightM(subject) : thing.place.zM
}
