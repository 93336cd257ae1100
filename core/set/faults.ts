import { roomBounds } from './bounds'
import type { StudioSet } from './schema'

const repeatedIds = (kind: string, items: readonly { id: string }[]): string[] => {
  const ids = items.map(item => item.id)
  return [...new Set(ids.filter((id, index) => ids.indexOf(id) !== index))].map(id => `Two ${kind} share the id "${id}".`)
}

const looseEnds = (set: StudioSet): string[] => [
  ...(['subjects', 'lights', 'looks', 'readings', 'frames'] as const).flatMap(kind => repeatedIds(kind, set[kind])),
  ...set.looks.flatMap(look => set.lights
    .filter(light => look.lights[light.id] === undefined)
    .map(light => `Look ${look.name} lacks the setting of light ${light.name}.`)),
]

/**
 * What does not fit in the room, in words; empty when everything does.
 * The transport needs it so: light outside the walls of a closed room has nowhere to end.
 */
export const misfits = (set: StudioSet): string[] => {
  const bounds = roomBounds(set.room)
  const isOutside = (place: { xM: number, yM: number, zM?: number }) =>
    place.xM <= bounds.left || place.xM >= bounds.right || place.yM <= bounds.back || place.yM >= bounds.front
    || (place.zM !== undefined && place.zM >= bounds.ceiling)
  const { backdrop } = set
  return [
    ...(set.room.behindBackdropM >= set.room.depthM ? ['The free depth behind the backdrop is more than the room has.'] : []),
    ...(backdrop.heightM >= set.room.heightM ? ['The backdrop is higher than the room.'] : []),
    ...(Math.abs(backdrop.centreXM) + backdrop.widthM / 2 >= set.room.widthM / 2 ? ['The backdrop reaches beyond a side wall.'] : []),
    ...(backdrop.sweepM >= bounds.front ? ['The sweep of the backdrop is longer than the room.'] : []),
    ...set.subjects.flatMap(subject => [
      ...(isOutside(subject.place) ? [`${subject.name} stands outside the room.`] : []),
      ...(subject.heightM >= set.room.heightM ? [`${subject.name} is taller than the room.`] : []),
    ]),
    ...(isOutside(set.camera.place) ? ['The camera stands outside the room.'] : []),
    ...set.lights.filter(light => isOutside(light.place)).map(light => `Light ${light.name} stands outside the room.`),
  ]
}

/** Everything in a well-formed set that still cannot be right, in words. */
export const faults = (set: StudioSet): string[] => [...looseEnds(set), ...misfits(set)]
