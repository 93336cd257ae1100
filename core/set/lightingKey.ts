import { aimedAt } from './aim'
import type { Light, StudioSet } from './schema'

/** Equal for two sets whose surfaces are the same: then all that does not depend on lamps can be kept. */
export const stageKey = ({ room, backdrop, subjects }: StudioSet): string => JSON.stringify([room, backdrop, subjects])

/** Equal for two lights that throw the same light at full power. Its name, power and clicks do not count. */
export const lightKey = (light: Light, set: StudioSet): string =>
  JSON.stringify([light.lamp.output, light.modifier, light.colour, light.place, light.aim, aimedAt(light.aim, set)])
