import { NEAREST_LIGHT_M } from '../changes/thresholds'
import { BACKDROP_MIDDLE } from '../model/placeIds'
import { gridded } from '../physics/sources/gridded'
import { placeAtDistance, lightDistance } from '../edits/distances'
import { stopsForDistance } from '../physics/photometry/inverseSquare'
import type { Light, StudioSet } from '../model/schema'
import { totalOf } from '../physics/transport/exposureAt'
import { ratioFromStops } from '../physics/units/stops'
import type { Vector } from '../physics/units/vector'
import { about, litOf, problem, readoutAt, type Check } from './finding'
import {
  FORWARD_STEP_M,
  KEY_SHARE,
  KEY_ON_BACKDROP_STEP_M,
  LEAST_FORWARD_M,
  KEY_ON_BACKDROP_MOST_FORWARD_M,
} from './thresholds'

/** How near the key has to come for its falloff to take so much off the backdrop; undefined where none does. */
const nearerUntil = (set: StudioSet, key: Light, byStops: number): number | undefined => {
  const from = lightDistance(key, set).lengthM
  const toBackdrop = Math.max(0.3, key.place.yM)
  for (let reach = from - KEY_ON_BACKDROP_STEP_M; reach >= NEAREST_LIGHT_M; reach -= KEY_ON_BACKDROP_STEP_M) {
    const nearer = stopsForDistance(from, reach)
    const behind = stopsForDistance(toBackdrop, toBackdrop - (from - reach))
    const isLast = reach - KEY_ON_BACKDROP_STEP_M < NEAREST_LIGHT_M
    if (placeAtDistance(key, set, reach) && (nearer - behind >= byStops || isLast)) return reach
  }
  return undefined
}

/** A key that holds the backdrop above what is wanted. */
export const keyOnBackdrop: Check = context => {
  const { set } = context
  const backdrop = context.readouts.filter(
    readout => readout.point.surface === 'backdrop' && (readout.missStops ?? 0) > 0.1,
  )
  const worst = backdrop.reduce<(typeof backdrop)[number] | undefined>(
    (most, readout) => (!most || readout.missStops! > most.missStops! ? readout : most),
    undefined,
  )
  const middle = worst ?? readoutAt(context, BACKDROP_MIDDLE)
  if (!worst || !middle) return []
  const subjectLights = litOf(context, 'key', 'fill', 'top', 'hair', 'edge')
  const share = (light: Light) =>
    middle.parts
      .filter(part => part.lightId === light.id)
      .reduce((sum, part) => sum + part.directLuxS + part.bouncedLuxS, 0) / Math.max(1e-9, totalOf(middle.parts))
  const [key] = subjectLights.filter(light => share(light) > KEY_SHARE).sort((a, b) => share(b) - share(a))
  // Where power alone mends it, the headline says so.
  const missed = context.answer.misses
    .filter(({ of }) => of.kind === 'point' && of.point.id === middle.point.id)
    .map(({ stops }) => stops)
  if (!key || (missed[0] ?? 0) <= 0.1) return []
  const by = missed[0]!
  const { id } = key
  const lengthM = nearerUntil(set, key, by)
  const forward = { kind: 'group-depth', byM: forwardM(key, middle.point.position, by) } as const
  const found = problem(
    set,
    `key-on-backdrop/${id}`,
    {
      is: 'key-on-backdrop',
      light: key.name,
      isKey: key.job === 'key',
      share: share(key),
      tooBrightStops: by,
    },
    lengthM === undefined
      ? undefined
      : { purpose: { as: 'bring-nearer' }, change: { kind: 'distance-to', id, lengthM } },
    gridded(key.modifier) ? { change: { kind: 'grid', id } } : undefined,
    { change: forward },
  )
  return [about([id, middle.point.id], found)]
}

/** How far forward everything has to go for the key's light on a place of the backdrop to fall by so many stops. */
const forwardM = ({ place }: Light, [xM, yM, zM]: Vector, byStops: number): number => {
  const aside = Math.hypot(place.xM - xM, place.zM - zM)
  const awayM = Math.max(0.3, place.yM - yM)
  // Inverse square and the cosine law on an upright surface, about a point source: y over distance cubed.
  const lightAt = (distanceM: number) => distanceM / Math.hypot(distanceM, aside) ** 3
  const wanted = lightAt(awayM) * ratioFromStops(-byStops)
  let byM = LEAST_FORWARD_M
  while (byM < KEY_ON_BACKDROP_MOST_FORWARD_M && lightAt(awayM + byM) > wanted) byM += FORWARD_STEP_M
  return Math.min(KEY_ON_BACKDROP_MOST_FORWARD_M, byM)
}
