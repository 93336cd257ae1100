import type { StudioSet } from '#core/model/schema'

const WALLS: Record<string, string> = {
  'room/floor': 'floor',
  'room/ceiling': 'ceiling',
  'room/back': 'wall behind the backdrop',
  'room/front': 'wall behind the camera',
  'room/left': 'left wall',
  'room/right': 'right wall',
}

/** What light came from last: the owner of a surface as the set's user calls it. */
export const thingName = (set: StudioSet, owner: string): string => {
  if (WALLS[owner]) return WALLS[owner]
  if (owner === 'backdrop') return set.backdrop.name
  if (owner === 'gloss') return 'mirrored in gloss'
  const light = set.lights.find(candidate => owner === `light/${candidate.id}`)
  if (light) return `front of ${light.name}`
  return [...set.panels, ...set.props, ...set.subjects].find(thing => thing.id === owner)?.name ?? owner
}
