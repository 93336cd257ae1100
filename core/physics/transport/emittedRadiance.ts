import type { Emitter } from '../sources/emitter'
import { onProfile, profileOf } from '../sources/pattern'
import { cross, length } from '../units/vector'
import type { Stage } from './stage'

/** Name of the surface that carries a light's bright front, where it has one. */
export const frontSurfaceId = (lightId: string): string => `light/${lightId}`

/** Index of the surface that carries a light's front, and hides what is behind it; -1 where it has none. */
export const ownSurface = ({ scene }: Stage, emitter: Emitter): number =>
  scene.surfaces.findIndex(surface => surface.id === frontSurfaceId(emitter.id))

/**
 * How bright a light's own front looks along a unit direction, per unit of axis intensity (1 / m^2 sr): the intensity
 * that way over
 * the area of the surface that carries the front, as seen from there. The surface counts as evenly bright, and
 * leaves, scrims and
 * masks as too close to it to be seen.
 */
export const radianceToward = (stage: Stage, emitter: Emitter) => {
  const carrier = stage.scene.surfaces[ownSurface(stage, emitter)]
  const area =
    carrier?.shape === 'sheet'
      ? length(cross(carrier.edgeS, carrier.edgeT)) * (carrier.isRound ? Math.PI / 4 : 1)
      : Infinity
  const profile = profileOf(emitter)
  return (way: ArrayLike<number>): number => {
    const ahead = -(way[0]! * emitter.axis[0] + way[1]! * emitter.axis[1] + way[2]! * emitter.axis[2])
    return ahead > 0.01 ? onProfile(profile, ahead) / (area * ahead) : 0
  }
}
