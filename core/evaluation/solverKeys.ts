import { projectionOf } from '../camera/projection'
import { aimedAt } from '../model/aim'
import type { Light, StudioSet } from '../model/schema'
import { probesOf } from './probes/probes'

const placeOf = (light: Light, set: StudioSet) => [light.place, light.aim, aimedAt(light.aim, set), light.rollDeg]

/** Equal for two sets whose room, backdrop and things are the same, whatever their lights. */
export const thingsKey = ({ room, backdrop, subjects, panels, props }: StudioSet): string =>
  JSON.stringify([room, backdrop, subjects, panels, props])

/**
 * Equal for two sets whose surfaces are all the same, housings of lights included: then all that does not depend on
 * lamps can be kept.
 */
export const stageKey = (set: StudioSet): string =>
  JSON.stringify([
    thingsKey(set),
    set.lights.map(
      light => light.modifier.housing && [light.modifier.housing, light.modifier.front, placeOf(light, set)],
    ),
  ])

/** Equal for two lights that throw the same light at full power. Its name, power and clicks do not count. */
export const lightKey = (light: Light, set: StudioSet): string =>
  JSON.stringify([
    light.lamp.output,
    light.lamp.givesStops,
    light.lamp.cctK,
    set.camera.whiteBalanceK,
    light.modifier,
    light.colour,
    light.gel,
    placeOf(light, set),
  ])

/** Equal for two sets on which every light falls the same, at every place where it is asked for. */
export const lightingKey = (set: StudioSet): string =>
  JSON.stringify([
    stageKey(set),
    set.lights.map(light => [light.id, light.job, lightKey(light, set)]),
    probesOf(set).map(({ position, facing, receptor, reader }) => [position, facing, receptor, reader?.receptor]),
    projectionOf(set),
  ])
