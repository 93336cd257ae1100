import { project, projectionOf } from '../camera/projection'
import { roomBounds } from '../model/bounds'
import { headHeightM } from '../model/headHeight'
import type { Light, StudioSet } from '../model/schema'

/** A lamp this near the ceiling hangs and has no stand. */
export const HANGS_UNDER_M = 0.7

/** Whether a lamp hangs from above; any other stands on the floor, under it or at the foot of its boom. */
export const hangs = (light: Light, { room }: Pick<StudioSet, 'room'>): boolean =>
  light.place.zM > room.heightM - HANGS_UNDER_M

/** A lamp nearer to a subject's mark than this, and higher than the head, is over the subject; metres. */
const OVER_PERSON_M = 0.7
const OVER_HEAD_M = 0.1

/** Whether a lamp is over somebody, where no stand can be under it. */
export const isOverSubject = ({ place }: Light, { subjects }: Pick<StudioSet, 'subjects'>): boolean =>
  subjects.some(
    subject =>
      place.zM > headHeightM(subject) + OVER_HEAD_M &&
      Math.hypot(place.xM - subject.place.xM, place.yM - subject.place.yM) < OVER_PERSON_M,
  )

/** Whether a lamp is held by a boom: over somebody, and too low to hang from above. */
export const needsBoom = (light: Light, set: StudioSet): boolean => isOverSubject(light, set) && !hangs(light, set)

/** How far a usual boom holds its lamp from its stand, metres, and what its stand keeps off people and walls. */
const BOOM_M = 1.6
const CLEAR_M = 0.6
const WALL_M = 0.1
const WAYS = 24
const COLUMN_STEPS = 8

/** Where on the floor a stand is: x and y, metres. */
export type Foot = readonly [xM: number, yM: number]

/**
 * Where the stand of a lamp is: under it, or, where it is over somebody, at the end of a boom: out of the picture,
 * off people and inside the room, as far to the side that the lamp is on as that goes. Undefined where it hangs.
 */
export const standFoot = (light: Light, set: StudioSet): Foot | undefined => {
  if (hangs(light, set)) return undefined
  const { xM, yM, zM } = light.place
  if (!isOverSubject(light, set)) return [xM, yM]
  const bounds = roomBounds(set.room)
  const projection = projectionOf(set)
  const isInRoom = ([x, y]: Foot) =>
    x > bounds.left + WALL_M && x < bounds.right - WALL_M && y > bounds.back + WALL_M && y < bounds.front - WALL_M
  const isOffPeople = ([x, y]: Foot) =>
    set.subjects.every(({ place }) => Math.hypot(place.xM - x, place.yM - y) > CLEAR_M)
  const isSeen = ([x, y]: Foot) =>
    Array.from({ length: COLUMN_STEPS + 1 }, (_, step) => project(projection, [x, y, (zM * step) / COLUMN_STEPS])).some(
      at => at && Math.abs(at.u) < 1 && Math.abs(at.v) < 1,
    )
  const side = xM >= set.camera.place.xM ? 1 : -1
  // From straight out to the side, a little further round each time.
  const feet = Array.from({ length: WAYS }, (_, way): Foot => {
    const off = ((way % 2 ? 1 : -1) * Math.ceil(way / 2) * 2 * Math.PI) / WAYS
    return [xM + side * BOOM_M * Math.cos(off), yM + BOOM_M * Math.sin(off)]
  }).filter(foot => isInRoom(foot))
  return feet.find(foot => isOffPeople(foot) && !isSeen(foot)) ?? feet.find(isOffPeople) ?? feet[0] ?? [xM, yM]
}

/** Whether a stand at such a foot holds its lamp by a boom. */
export const isBoom = ([footX, footY]: Foot, { place }: Light): boolean => footX !== place.xM || footY !== place.yM
