import { changeSettings, editLight, featherLight, fitModifier } from '../edits/edits'
import { addLightLike, freeId, freeLetter, mirrorOf } from '../edits/factories'
import { lightDistance, placeAtDistance } from '../edits/distances'
import { placeThing } from '../edits/things'
import type { Light, Place, StudioSet } from '../model/schema'
import { gridded } from '../physics/sources/gridded'
import type { Along, ChangeOf } from './change'
import { NEAREST_LIGHT_M, SCRIM_STOPS } from './thresholds'

const lightOf = (set: StudioSet, id: string): Light | undefined => set.lights.find(light => light.id === id)

/** Edits some lights one after another; what is not there is passed over. */
export const eachLight = (
  set: StudioSet,
  ids: readonly string[],
  edit: (set: StudioSet, light: Light) => StudioSet,
): StudioSet => {
  let changed = set
  for (const id of ids) {
    const light = lightOf(changed, id)
    if (light) changed = edit(changed, light)
  }
  return changed
}

/** The side of the backdrop's middle on which a light stands: -1 left, 1 right or in the middle. */
export const sideOf = (set: StudioSet, light: Light): number => Math.sign(light.place.xM - set.backdrop.centreXM || 1)

const along = (set: StudioSet, light: Light, way: Along, byM: number): Place => {
  const { place } = light
  switch (way) {
    case 'depth':
      return { ...place, yM: place.yM + byM }
    case 'height':
      return { ...place, zM: place.zM + byM }
    case 'aside':
      return { ...place, xM: place.xM + sideOf(set, light) * byM }
  }
}

/** A light's aim at a place in the room moved; one that follows a subject keeps its aim. */
export const aimedAt = (set: StudioSet, light: Light, change: (place: Place) => Place): StudioSet =>
  editLight(set, light.id, one =>
    one.aim.at === 'place' ? { ...one, aim: { ...one.aim, place: change(one.aim.place) } } : one,
  )

/** Lights shifted along one way, each as far as walls and locks let it. */
export const shift = (set: StudioSet, { ids, along: way, byM }: ChangeOf<'shift'>): StudioSet =>
  eachLight(set, ids, (current, light) => placeThing(current, light.id, along(current, light, way, byM)))

const atDistance = (set: StudioSet, light: Light, lengthM: number): StudioSet => {
  const place = placeAtDistance(light, set, lengthM)
  return place ? placeThing(set, light.id, place) : set
}

/** A light brought to so many times its distance, but never nearer than is safe. */
export const distanceBy = (set: StudioSet, { id, factor }: ChangeOf<'distance-by'>): StudioSet =>
  eachLight(set, [id], (current, light) => {
    const lengthM = lightDistance(light, current).lengthM * factor
    return lengthM >= NEAREST_LIGHT_M ? atDistance(current, light, lengthM) : current
  })

/** A light brought to a distance from what it is aimed at, metres. */
export const distanceTo = (set: StudioSet, { id, lengthM }: ChangeOf<'distance-to'>): StudioSet =>
  eachLight(set, [id], (current, light) => atDistance(current, light, lengthM))

/** Lights aimed at a share of the way to the far edge of the backdrop. */
export const aimAcross = (set: StudioSet, { ids, share }: ChangeOf<'aim-across'>): StudioSet =>
  eachLight(set, ids, (current, light) =>
    aimedAt(current, light, place => ({
      ...place,
      xM: current.backdrop.centreXM - (sideOf(current, light) * share * current.backdrop.widthM) / 2,
    })),
  )

/** Lights aimed higher, or lower (below 0), metres. */
export const aimHeight = (set: StudioSet, { ids, byM }: ChangeOf<'aim-height'>): StudioSet =>
  eachLight(set, ids, (current, light) =>
    aimedAt(current, light, place => ({ ...place, zM: Math.max(0, place.zM + byM) })),
  )

/** A light turned to its right, or left (below 0), degrees. */
export const swing = (set: StudioSet, { id, byDeg }: ChangeOf<'swing'>): StudioSet =>
  eachLight(set, [id], (current, { aim }) => featherLight(current, id, { featherPanDeg: aim.featherPanDeg + byDeg }))

/** A light turned up, or down (below 0), degrees. */
export const tilt = (set: StudioSet, { id, byDeg }: ChangeOf<'tilt'>): StudioSet =>
  eachLight(set, [id], (current, { aim }) =>
    featherLight(current, id, { featherTiltDeg: Math.max(-90, Math.min(90, aim.featherTiltDeg + byDeg)) }),
  )

/** Lights rolled by a quarter, or back. */
export const roll = (set: StudioSet, { ids }: ChangeOf<'roll'>): StudioSet =>
  eachLight(set, ids, (current, { id }) =>
    editLight(current, id, one => ({ ...one, rollDeg: one.rollDeg > 0 ? one.rollDeg - 90 : one.rollDeg + 90 })),
  )

/** A light with a grid, where there is one for its modifier. */
export const fitGrid = (set: StudioSet, { id }: ChangeOf<'grid'>): StudioSet =>
  eachLight(set, [id], (current, light) => {
    const modifier = gridded(light.modifier)
    return modifier ? fitModifier(current, id, modifier) : current
  })

/** Lights with a half-scrim of one stop. */
export const fitHalfScrim = (set: StudioSet, { ids, turnDeg, isMirrored }: ChangeOf<'half-scrim'>): StudioSet =>
  eachLight(set, ids, (current, light) => {
    const isTurned = isMirrored && light.place.xM >= current.backdrop.centreXM
    const halfScrim = { stops: SCRIM_STOPS, turnDeg: isTurned ? -turnDeg : turnDeg }
    return fitModifier(current, light.id, { ...light.modifier, halfScrim })
  })

/** Adds the mirror image of a light; nothing where it would stand in a wall. */
export const addTwin = (set: StudioSet, { id }: ChangeOf<'add-twin'>): StudioSet =>
  eachLight(set, [id], (current, light) => {
    const twin: Light = { ...light, ...mirrorOf(current, light), id: freeId(current, id), name: freeLetter(current) }
    const isInside = Math.abs(twin.place.xM) < current.room.widthM / 2
    return isInside ? addLightLike(current, twin, id) : current
  })

/** A light made the mirror image of another, power and all. */
export const mirror = (set: StudioSet, { fromId, toId, lookId }: ChangeOf<'mirror'>): StudioSet => {
  const from = lightOf(set, fromId)
  const setting = set.looks.find(({ id }) => id === lookId)?.lights[fromId]
  if (!from || !setting) return set
  return changeSettings(
    editLight(set, toId, light => ({ ...light, ...mirrorOf(set, from) })),
    lookId,
    { [toId]: setting },
  )
}
