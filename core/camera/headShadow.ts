import { project, projectionOf } from './projection'
import { headHeightM, headOf } from '../model/headHeight'
import type { Light, StudioSet } from '../model/schema'
import { rolledReach } from '../physics/sources/frontShape'
import { HEAD_RADIUS_SHARE } from './thresholds'

/**
 * Where the shadow of the subject's head falls on the plane of the backdrop, and how wide its soft rim is (source size
 * times b over a).
 */
export const headShadow = (set: StudioSet, light: Light) => {
  const subject = set.subjects[0]!
  const headM = headHeightM(subject)
  const ahead = light.place.yM - subject.place.yM
  if (ahead <= 0.2) return undefined
  const share = light.place.yM / ahead
  const reach = rolledReach(light.modifier.front, light.rollDeg)
  return {
    xM: light.place.xM + share * (subject.place.xM - light.place.xM),
    zM: light.place.zM + share * (headM - light.place.zM),
    radiusM: HEAD_RADIUS_SHARE * subject.heightM * share,
    softM: 2 * Math.min(reach.across, reach.up) * (share - 1),
  }
}

/**
 * Whether the shadow shows beside the subject in the frame: not on the backdrop, out of the frame, and behind the head
 * count as hidden.
 */
export const shadowShows = (set: StudioSet, light: Light): boolean => {
  const shadow = headShadow(set, light)
  const subject = set.subjects[0]!
  if (
    !shadow ||
    shadow.zM > set.backdrop.heightM ||
    shadow.zM < 0 ||
    Math.abs(shadow.xM - set.backdrop.centreXM) > set.backdrop.widthM / 2
  )
    return false
  const projection = projectionOf(set)
  const seen = project(projection, [shadow.xM, 0, shadow.zM])
  const head = project(projection, headOf(subject))
  if (!seen || !head || Math.abs(seen.u) > 1 || Math.abs(seen.v) > 1) return false
  const toHead = Math.hypot((seen.u - head.u) * projection.halfWidth, (seen.v - head.v) * projection.halfHeight)
  const eyeToDrop = projection.eye[1]
  const eyeToHead = projection.eye[1] - subject.place.yM
  const headSize = (HEAD_RADIUS_SHARE * 1.6 * subject.heightM) / eyeToHead
  // The body below hides what falls behind it.
  const isBehindBody =
    seen.v < head.v && Math.abs(seen.u - head.u) * projection.halfWidth < (0.13 * subject.heightM) / eyeToHead
  return toHead > headSize - shadow.radiusM / eyeToDrop && !isBehindBody
}
