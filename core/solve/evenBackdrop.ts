import { applyChange } from '../changes/apply'
import type { Arrangement, Change } from '../changes/change'
import { minutesOf } from '../changes/effort'
import { lightsInUse } from '../metering/run'
import { lightingSolver, withoutLampBodies } from '../evaluation/lightingSolver'
import type { MeterPoint } from '../evaluation/probes/points'
import type { Light, Look, StudioSet } from '../model/schema'
import { gridPoints } from '../evaluation/probes/gridPoints'
import { totalOf } from '../physics/transport/exposureAt'
import { calibratedLighting } from '../evaluation/calibratedLighting'
import { evaluate } from '../evaluation/evaluation'
import { tidyStops } from '../physics/units/stops'
import { goOn, type Listening, type Situation } from './situation'
import { EVEN_BACKDROP_LEAST_SHARE, EVEN_BACKDROP_WORTH_STOPS, WORTH_SHARE, MOVES_NAMED } from './thresholds'

/** A change that makes a backdrop more even, and how even: stops from the darkest to the lightest place. */
export type Evening = { lightId: string | null; change: Change; minutes: number; spreadStops: number }

/** What could be done to even a backdrop, and how even it is as it stands. */
export type EveningAnswer = {
  /** Stops from the darkest to the lightest place of the grid as it is. */
  spreadStops: number
  /** The best of each kind, the most even first; only what is better than now. */
  moves: Evening[]
  /** The backdrop lights turned and put in the usual ways, each with what it comes to. */
  arrangements: Evening[]
}

/** One try; of a kind only the best is named. */
type Trial = { kind: string; lightId: string | null; change: Change }

const SWINGS_DEG = [-12, -9, -6, -3, 3, 6, 9, 12]
const TILTS_DEG = [-12, -8, -4, 4, 8, 12]
const SLIDES_M = [-0.6, -0.3, 0.3, 0.6]
const CLICKS = [-3, -2, -1, 1, 2, 3]
const SCRIMS_DEG = [90, -90, 0, 180]
const ARRANGEMENTS: readonly Arrangement[] = ['crossed', 'straight', 'from-above']

/** Powers within a light's range, a few clicks up and down. */
const clicked = (look: Look, { id, lamp }: Light): Change[] =>
  CLICKS.map(clicks => tidyStops(look.lights[id]!.powerStops + clicks * lamp.clickStops))
    .filter(powerStops => powerStops <= 0 && powerStops >= -lamp.rangeStops)
    .map(powerStops => ({ kind: 'power', lookId: look.id, settings: { [id]: { on: true, powerStops } } }))

/** Everything that may be tried with one light. */
const trialsOf = (look: Look, light: Light): Trial[] => {
  const { id } = light
  const ids = [id]
  const of = (kind: string, changes: readonly Change[]): Trial[] =>
    changes.map(change => ({ kind: `${kind} ${id}`, lightId: id, change }))
  const scrims = light.modifier.halfScrim ? [] : SCRIMS_DEG
  return [
    ...of(
      'swing',
      SWINGS_DEG.map(byDeg => ({ kind: 'swing', id, byDeg })),
    ),
    ...of(
      'tilt',
      TILTS_DEG.map(byDeg => ({ kind: 'tilt', id, byDeg })),
    ),
    ...of(
      'depth',
      SLIDES_M.map(byM => ({ kind: 'shift', ids, along: 'depth', byM })),
    ),
    ...of(
      'height',
      SLIDES_M.map(byM => ({ kind: 'shift', ids, along: 'height', byM })),
    ),
    ...of('power', clicked(look, light)),
    ...of(
      'scrim',
      scrims.map(turnDeg => ({ kind: 'half-scrim', ids, turnDeg, isMirrored: false })),
    ),
  ]
}

/** Cross-lit, straight-lit and top-lit: the backdrop lights aimed and put in the usual ways. */
const arrangementsOf = (lights: readonly Light[]): Trial[] =>
  lights.length === 0
    ? []
    : ARRANGEMENTS.map(how => ({
        kind: how,
        lightId: null,
        change: { kind: 'arrange', ids: lights.map(({ id }) => id), how },
      }))

/** What is known beside the plan. */
export type EveningOptions = Listening & {
  /** Places that are to be even; those of the look's grid where nothing is said. */
  places?: (set: StudioSet) => MeterPoint[]
  /** What was read at places of the grid, stops over the camera setting; elsewhere the plan speaks. */
  read?: Readonly<Record<string, number>>
}

/**
 * What evens the backdrop over a look's grid. Each try is held against the plan without it, and what it changes is
 * laid on
 * what was read: the model says what a move does, readings say how things are. Housings are left out of the tries, so
 * that
 * one lamp's light is all there is to work out. Undefined where it was called off.
 */
export const evenOut = async (
  { set, look, camera, learned }: Situation,
  { places, read = {}, pause = goOn, report }: EveningOptions = {},
): Promise<EveningAnswer | undefined> => {
  const { grid } = look
  const pointsOf = places ?? (grid && ((of: StudioSet): MeterPoint[] => gridPoints(of, grid)))
  if (!pointsOf) return undefined
  const [exact, quick] = [lightingSolver(undefined, pointsOf), lightingSolver(undefined, pointsOf)]
  const points = pointsOf(set)
  const stopsIn = async (solver: typeof exact, of: StudioSet) => {
    const solved = await solver(of, { pause })
    if (!solved) return undefined
    const { read: readAt } = evaluate(
      of,
      of.looks.find(({ id }) => id === look.id)!,
      calibratedLighting(of, solved.layers, learned),
      camera,
    )
    return points.map(readAt)
  }
  const now = await stopsIn(exact, set)
  const bare = await stopsIn(quick, withoutLampBodies(set))
  if (!now || !bare) return undefined
  const standing = now.map(({ stops }, at) => read[points[at]!.id] ?? stops)
  const spread = (stops: readonly number[]) => Math.max(...stops) - Math.min(...stops)
  const spreadStops = spread(standing)
  const parts = now.flatMap(readout => readout.parts)
  const shareOf = (light: Light) => totalOf(parts.filter(({ lightId }) => lightId === light.id)) / totalOf(parts)
  const worth = lightsInUse(set, look).filter(
    light => !set.locked.includes(light.id) && light.job !== 'key' && shareOf(light) > EVEN_BACKDROP_LEAST_SHARE,
  )
  const backdropLights = worth.filter(({ job }) => job === 'backdrop')
  const trials = [...arrangementsOf(backdropLights), ...worth.flatMap(light => trialsOf(look, light))]
  const best = new Map<string, Evening>()
  for (const [index, { kind, lightId, change }] of trials.entries()) {
    report?.(index / trials.length)
    const tried = await stopsIn(quick, withoutLampBodies(applyChange(set, change)))
    if (!tried) return undefined
    const after = spread(tried.map(({ stops }, at) => standing[at]! + stops - bare[at]!.stops))
    if (after < (best.get(kind)?.spreadStops ?? Infinity))
      best.set(kind, { lightId, change, minutes: minutesOf(set, change), spreadStops: after })
  }
  const ranked = [...best.values()].sort((a, b) => a.spreadStops - b.spreadStops)
  return {
    spreadStops,
    moves: ranked
      .filter(
        one =>
          one.lightId !== null &&
          one.spreadStops < spreadStops - Math.max(EVEN_BACKDROP_WORTH_STOPS, WORTH_SHARE * spreadStops),
      )
      .slice(0, MOVES_NAMED),
    arrangements: ranked.filter(one => one.lightId === null),
  }
}
