import { project, projectionOf, type Projection } from '../camera/projection'
import { castRay, noHit } from '../physics/geometry/kernel'
import { pointOn } from '../physics/geometry/surfacePoint'
import { frontReach } from '../physics/sources/frontShape'
import { housingOwner } from '../scene/surfaces/lampBody'
import { panelSheets } from '../scene/surfaces/panelSheets'
import { isBoom, standFoot } from '../scene/stands'
import { emitterOf } from '../scene/scene'
import type { Light, StudioSet } from '../model/schema'
import type { Stage } from '../physics/transport/stage'
import { add, distance, scale, subtract, type Vector } from '../physics/units/vector'

/** What of a thing the camera sees: the share of it that is in the frame, and of that the share that nothing hides. */
export type FrameIntrusion = { id: string; what: 'lamp' | 'stand' | 'panel'; inFrame: number; seen: number }

const GRID = [-1, -0.5, 0, 0.5, 1] as const
const STAND_SAMPLES = 10
/** The last of a boom is the lamp's own place. */
const ARM_SHARES = [0.2, 0.4, 0.6, 0.8] as const
/** Seen by less than this share of what lies in the frame, a thing counts as hidden. */
export const HIDDEN = 0.12
/** What stands this near the backdrop is part of it. */
const PART_OF_BACKDROP_M = 0.4
/** A ray that gets this near its goal has met it. */
const MET_M = 0.06

/** Places over the front of a lamp, out to its rim. */
export const lampPlaces = (light: Light, set: StudioSet): Vector[] => {
  const { centre, across, up, front } = emitterOf(light, set)
  const reach = frontReach(front)
  return GRID.flatMap(a => GRID.map(b => add(centre, add(scale(across, a * reach.across), scale(up, b * reach.up)))))
}

/** Places of a stand from the floor up, and along its boom where it has one; none for what hangs from above. */
export const standPlaces = (light: Light, set: StudioSet): Vector[] => {
  const foot = standFoot(light, set)
  if (!foot) return []
  const [footX, footY] = foot
  const { xM, yM, zM } = light.place
  const column = Array.from({ length: STAND_SAMPLES }, (_, index): Vector => [
    footX,
    footY,
    (zM * (index + 0.5)) / STAND_SAMPLES,
  ])
  const arm = ARM_SHARES.map((share): Vector => [footX + share * (xM - footX), footY + share * (yM - footY), zM])
  return isBoom(foot, light) ? [...column, ...arm] : column
}

const isInFrame = (projection: Projection, place: Vector): boolean => {
  const seen = project(projection, place)
  return seen !== undefined && Math.abs(seen.u) < 1 && Math.abs(seen.v) < 1
}

/** Whether any of the places lies in the frame, hidden or not. */
export const anyInFrame = (set: StudioSet, places: readonly Vector[]): boolean => {
  const projection = projectionOf(set)
  return places.some(place => isInFrame(projection, place))
}

/**
 * Everything of the set that has no business in the frame and is in it. Needs the stage that was solved for this set.
 */
export const frameIntrusions = (set: StudioSet, stage: Stage): FrameIntrusion[] => {
  const projection = projectionOf(set)
  const { eye } = projection
  const hit = noHit()
  const isSeen = (place: Vector, owner?: string): boolean => {
    const way = subtract(place, eye)
    const reach = distance(place, eye)
    castRay(stage.rays, eye[0], eye[1], eye[2], way[0] / reach, way[1] / reach, way[2] / reach, hit)
    return (
      hit.surface < 0 ||
      hit.distanceM >= reach - MET_M ||
      (owner !== undefined && stage.scene.surfaces[hit.surface]!.owner === owner)
    )
  }
  const intrusion = (
    id: string,
    what: FrameIntrusion['what'],
    places: readonly Vector[],
    owner?: string,
  ): FrameIntrusion[] => {
    const framed = places.filter(place => isInFrame(projection, place))
    if (framed.length === 0) return []
    return [
      {
        id,
        what,
        inFrame: framed.length / places.length,
        seen: framed.filter(place => isSeen(place, owner)).length / framed.length,
      },
    ]
  }
  // What hangs behind a drop, or stands between drop and wall, is its own business.
  const isBefore = (yM: number) => yM > 0
  return [
    ...set.lights
      .filter(light => isBefore(light.place.yM))
      .flatMap(light => [
        ...intrusion(light.id, 'lamp', lampPlaces(light, set), housingOwner(light.id)),
        ...intrusion(light.id, 'stand', standPlaces(light, set)),
      ]),
    ...set.panels
      .filter(panel => panel.place.yM > PART_OF_BACKDROP_M)
      .flatMap(panel =>
        intrusion(
          panel.id,
          'panel',
          panelSheets(panel).flatMap(sheet =>
            [0.02, 0.5, 0.98].flatMap(s => [0.02, 0.5, 0.98].map(t => pointOn(sheet, s, t, true).position)),
          ),
          panel.id,
        ),
      ),
  ]
}
