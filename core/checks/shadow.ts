import { headShadow, shadowShows } from '../camera/headShadow'
import { rolledReach } from '../physics/sources/frontShape'
import { BACKDROP_MIDDLE } from '../model/placeIds'
import { BAND_COUNT } from '../evaluation/thresholds'
import { bandPoints } from '../evaluation/probes/points'
import type { Fix } from '../changes/fix'
import { groupDepth } from '../changes/groupDepth'
import { placeThing } from '../edits/things'
import type { Light, Place, StudioSet } from '../model/schema'
import { totalOf } from '../physics/transport/exposureAt'
import { about, litOf, problem, readoutAt, type Check, type CheckContext } from './finding'
import { stopsFromRatio } from '../physics/units/stops'
import {
  SEEN_STOPS,
  SHADOW_CRISP,
  RAISE_STEP_M,
  FORWARD_STEP_M,
  SHADOW_MOST_FORWARD_M,
  SWING_STEP_DEG,
} from './thresholds'

/** The place over it from which a light's shadow no longer shows; undefined where the ceiling comes first. */
const raised = (set: StudioSet, light: Light): Place | undefined => {
  const top = set.room.heightM - rolledReach(light.modifier.front, light.rollDeg).up - 0.05
  for (let zM = light.place.zM + RAISE_STEP_M; zM <= top; zM += RAISE_STEP_M) {
    const higher = placeThing(set, light.id, { ...light.place, zM })
    if (!shadowShows(higher, { ...light, place: { ...light.place, zM } })) return { ...light.place, zM }
  }
  return undefined
}

/** Where the light swung round the subject toward the camera hides its shadow behind the subject. */
const swungFrontal = (set: StudioSet, light: Light): Place | undefined => {
  const { xM, yM } = set.subjects[0]!.place
  const reach = Math.hypot(light.place.xM - xM, light.place.yM - yM)
  const from = Math.atan2(light.place.xM - xM, light.place.yM - yM)
  const goal = Math.atan2(set.camera.place.xM - xM, set.camera.place.yM - yM)
  const steps = Math.ceil((Math.abs(from - goal) * 180) / Math.PI / SWING_STEP_DEG)
  for (let step = 1; step <= steps; step++) {
    const round = from + ((goal - from) * step) / steps
    const place = { xM: xM + reach * Math.sin(round), yM: yM + reach * Math.cos(round), zM: light.place.zM }
    const swung = placeThing(set, light.id, place)
    if (swung !== set && !shadowShows(swung, { ...light, place })) return place
  }
  return undefined
}

/** How far sitter, key and camera go forward until the shadow is gone from the frame or soft, metres. */
const forward = (set: StudioSet, lightId: string): number | undefined => {
  for (let byM = FORWARD_STEP_M; byM <= SHADOW_MOST_FORWARD_M; byM += FORWARD_STEP_M) {
    const moved = groupDepth(set, byM)
    if (moved === set) return undefined
    const light = moved.lights.find(({ id }) => id === lightId)!
    const cast = headShadow(moved, light)
    if (!cast || !shadowShows(moved, light) || cast.softM > 2 * cast.radiusM) return byM
  }
  return undefined
}

/** How deep the shadow can be: the light's straight share of what the backdrop gets where nothing hides it. */
const depthOf = (context: CheckContext, light: Light): number => {
  const { set } = context
  const shares = bandPoints(set, BAND_COUNT).map(point => {
    const { parts } = context.read(point)
    const whole = totalOf(parts)
    return whole > 0 ? (parts.find(part => part.lightId === light.id)?.directLuxS ?? 0) / whole : 0
  })
  return -stopsFromRatio(1 - Math.min(0.999, Math.max(...shares)))
}

/** Shadows of the subject's head that show on the backdrop: crisp or soft, and where. */
export const shadow: Check = context => {
  const { set } = context
  return litOf(context, 'key', 'fill').flatMap(light => {
    const cast = headShadow(set, light)
    if (!cast || !shadowShows(set, light)) return []
    const depth = depthOf(context, light)
    const share = cast.softM / (2 * cast.radiusM)
    // A wide soft rim takes most of the depth away.
    const visible = depth / Math.max(1, share * share)
    if (visible < SEEN_STOPS || (readoutAt(context, BACKDROP_MIDDLE)?.value ?? 255) < 20) return []
    const asideM = cast.xM - set.subjects[0]!.place.xM
    const { id, name } = light
    const [up, frontal, byM] = [raised(set, light), swungFrontal(set, light), forward(set, id)]
    const put = (place: Place | undefined, as: 'raise' | 'toward-camera'): Fix | undefined =>
      place && { purpose: { as }, change: { kind: 'place', id, place } }
    const fact = {
      is: 'shadow',
      isCrisp: share < SHADOW_CRISP,
      byM: Math.abs(asideM),
      side: asideM < 0 ? 'left' : 'right',
      stops: visible,
      light: name,
    } as const
    const found = problem(
      set,
      `shadow/${id}`,
      fact,
      put(up, 'raise'),
      put(frontal, 'toward-camera'),
      byM === undefined ? undefined : { change: { kind: 'group-depth', byM } },
    )
    return [about([id, BACKDROP_MIDDLE], found)]
  })
}
