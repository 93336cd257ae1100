import { pointOn } from '../geometry/surfacePoint'
import type { Surface } from '../geometry/surface'
import type { Rgb } from '../units/rgb'
import { roomBounds } from './bounds'
import { backdropSurfaces } from './surfaces/backdropSurfaces'
import { panelSheets } from './surfaces/panelSheets'
import { propSurfaces } from './surfaces/propSurfaces'
import type { StudioSet } from './schema'

const repeatedIds = (kind: string, items: readonly { id: string }[]): string[] => {
  const ids = items.map(item => item.id)
  return [...new Set(ids.filter((id, index) => ids.indexOf(id) !== index))].map(id => `Two ${kind} share the id "${id}".`)
}

const looseEnds = (set: StudioSet): string[] => [
  ...(['subjects', 'lights', 'panels', 'props', 'points', 'looks', 'readings', 'frames'] as const).flatMap(kind => repeatedIds(kind, set[kind])),
  ...set.looks.flatMap(look => set.lights
    .filter(light => look.lights[light.id] === undefined)
    .map(light => `Look ${look.name} lacks the setting of light ${light.name}.`)),
]

/** Whether a surface reaches through a wall of the room, by its rim. */
const reachesOut = (surface: Surface, set: StudioSet): boolean => {
  const { left, right, back, front, ceiling } = roomBounds(set.room)
  return [[0, 0], [0, 1], [1, 0], [1, 1], [0.5, 0], [0.5, 1], [0, 0.5], [1, 0.5]].some(([s, t]) => {
    const { position: [x, y, z] } = pointOn(surface, s!, t!, true)
    return x <= left || x >= right || y <= back || y >= front || z <= 0 || z >= ceiling
  })
}

const BOUNCE_MOST = 0.98

const makesLight = (reflectance: Rgb, transmittance: Rgb): boolean => reflectance.some((share, channel) => share + transmittance[channel]! > BOUNCE_MOST)

/** Materials that would give back more light than they get, and things beyond the walls. */
const thingFaults = (set: StudioSet): string[] => [
  ...(backdropSurfaces(set.backdrop).some(surface => reachesOut(surface, set)) ? ['The backdrop reaches through a wall.'] : []),
  ...set.panels.flatMap(panel => [
    ...(panelSheets(panel).some(sheet => reachesOut(sheet, set)) ? [`${panel.name} reaches through a wall, the floor or the ceiling.`] : []),
    ...([panel.front, panel.back].some(side => makesLight(side.reflectance, panel.transmittance)) ? [`${panel.name} would send out more light than it gets.`] : []),
  ]),
  ...set.props.filter(prop => propSurfaces(prop).some(surface => reachesOut(surface, set))).map(prop => `${prop.name} reaches through a wall, the floor or the ceiling.`),
  ...(set.backdrop.kind === 'lit-panel' && makesLight(set.backdrop.reflectance, set.backdrop.transmittance) ? [`${set.backdrop.name} would send out more light than it gets.`] : []),
  ...set.lights.filter(({ modifier: { front } }) => front.shape === 'ring' && front.innerRadiusM >= front.outerRadiusM).map(light => `The ring of light ${light.name} has no width.`),
  ...set.lights.filter(({ modifier: { table } }) => table && (table.relative.length !== table.horizontalDeg.length || table.relative.some(row => row.length !== table.verticalDeg.length)))
    .map(light => `The table of light ${light.name} does not fit its angles.`),
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
    ...set.points.filter(point => isOutside(point.place)).map(point => `${point.name} lies outside the room.`),
  ]
}

/** Everything in a well-formed set that still cannot be right, in words. */
export const faults = (set: StudioSet): string[] => [...looseEnds(set), ...misfits(set), ...thingFaults(set)]
