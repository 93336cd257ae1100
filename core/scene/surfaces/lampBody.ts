import { matt, opaqueSheet, type Sheet } from '../../physics/geometry/surface'
import type { Emitter } from '../../physics/sources/emitter'
import { frontReach } from '../../physics/sources/frontShape'
import { frontSurfaceId } from '../../physics/transport/emittedRadiance'
import { grey } from '../../physics/units/rgb'
import { add, scale } from '../../physics/units/vector'
import type { Light } from '../../model/schema'

/** A housing stands this far behind the bright front, and is a little larger. */
const BEHIND_M = 0.015
const LARGER = 1.03
const HOUSING_PATCH_M = 0.6

/** Names the surface of a light's housing, and the light as what light comes from. */
export const housingOwner = frontSurfaceId

/**
 * What of a light stands in the way: its closed back as a flat shield. The depth of the body, stands and booms are
 * left out.
 * Light that falls on the front is sent back by the front's own reflectance.
 */
export const housingSheets = (light: Light, emitter: Emitter): Sheet[] => {
  const { housing } = light.modifier
  if (!housing) return []
  const reach = frontReach(emitter.front)
  const [across, up] = [scale(emitter.across, reach.across * LARGER), scale(emitter.up, reach.up * LARGER)]
  const corner = add(add(emitter.centre, scale(emitter.axis, -BEHIND_M)), scale(add(across, up), -1))
  const owner = housingOwner(light.id)
  return [
    {
      ...opaqueSheet(
        owner,
        owner,
        corner,
        scale(across, 2),
        scale(up, 2),
        matt(grey(housing.frontReflectance)),
        matt(grey(housing.backReflectance)),
      ),
      isRound: emitter.front.shape !== 'rectangle',
      patchM: HOUSING_PATCH_M,
    },
  ]
}
