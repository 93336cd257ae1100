import type { Light } from '#core/model/schema'

/** Lights in a mirror across the middle of the room: places and places aimed at, feathering left out. */
export const mirroredLights = (lights: readonly Light[]): Light[] =>
  lights.map(light => ({
    ...light,
    place: { ...light.place, xM: -light.place.xM },
    aim:
      light.aim.at === 'place' ? { ...light.aim, place: { ...light.aim.place, xM: -light.aim.place.xM } } : light.aim,
  }))
