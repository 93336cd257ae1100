import { measuredExposure, isOfLights, stopsRead, surpriseStops } from '../calibration/compare'
import { NOTHING_LEARNED } from '../calibration/calibration'
import type { Evaluation } from '../evaluation/evaluation'
import { NO_DAY } from '../model/daySchema'
import type { Frame, Reading, StudioSet } from '../model/schema'
import type { RecordPlace, StudioRecord } from './recordSchema'

/** What a record is made of, beside the evaluation of the look. */
export type Keeping = {
  id: string
  /** When, as an ISO 8601 timestamp. */
  at: string
  from: StudioRecord['from']
  isOnTarget: boolean
  headline: string
  cautions?: readonly string[]
  frame?: Frame
  sitter?: string | null
}

/** The lights that are on, each at its power, as a text that can be compared. */
const litAs = (lights: Readonly<Record<string, { powerStops: number }>>): string =>
  JSON.stringify(
    Object.entries(lights)
      .map(([id, { powerStops }]) => [id, Math.round(powerStops * 100)])
      .toSorted(),
  )

/** The newest reading of a place with everything on as it is now; of the surface's own meter or in the hand. */
const meteredAt = (
  readings: readonly Reading[],
  pointId: string,
  lit: string,
  camera: StudioRecord['camera'],
): number | null => {
  const last = readings.findLast(
    reading => reading.pointId === pointId && reading.meter !== 'frame' && litAs(reading.lights) === lit,
  )
  return last ? stopsRead(last, camera) : null
}

/** How far readings were from the plan before it learned from them; null where there are none. */
export const agreementOf = (readings: readonly Reading[]): StudioRecord['agreement'] => {
  const off = readings
    .filter(reading => reading.trust !== 'out' && isOfLights(reading) && measuredExposure(reading) > 0)
    .map(reading => Math.abs(surpriseStops(reading, NOTHING_LEARNED)))
  return off.length === 0
    ? null
    : {
        readings: off.length,
        meanStops: off.reduce((sum, stops) => sum + stops, 0) / off.length,
        worstStops: Math.max(...off),
      }
}

/** A set with one look and its readings alone: what a record keeps of it. */
const loneLook = ({ set, look }: Pick<Evaluation, 'set' | 'look'>): StudioSet => ({
  ...set,
  looks: [look],
  readings: set.readings.filter(({ lookId }) => lookId === look.id),
  frames: [],
  day: NO_DAY,
  rig: { ...set.rig, fadeS: set.rig.fadeS[look.id] === undefined ? {} : { [look.id]: set.rig.fadeS[look.id]! } },
})

/**
 * Keeps a look as it stands: what stood where, what was set, what was predicted, metered and read, and by how much
 * they agree.
 */
export const recordOf = (
  evaluation: Pick<Evaluation, 'set' | 'look' | 'camera' | 'readouts' | 'lighting'>,
  { id, at, from, isOnTarget, headline, cautions = [], frame, sitter = null }: Keeping,
): StudioRecord => {
  const { camera, readouts, lighting, look } = evaluation
  const set = loneLook(evaluation)
  const on = Object.fromEntries(Object.entries(look.lights).filter(([, { on }]) => on))
  const places = readouts.map(({ point, stops, value, targetStops, missStops }): RecordPlace => ({
    pointId: point.id,
    name: point.name,
    stops: Number.isFinite(stops) ? stops : -30,
    value: value ?? null,
    wantedStops: targetStops ?? null,
    missStops: missStops ?? null,
    meteredStops: meteredAt(set.readings, point.id, litAs(on), camera),
    frameValue: frame?.values[point.id] ?? null,
  }))
  return {
    id,
    at,
    from,
    setId: set.id,
    sitter,
    set,
    camera,
    isOnTarget,
    headline: headline.slice(0, 400),
    places,
    agreement: agreementOf(set.readings),
    lampStops: Object.fromEntries(set.lights.map(light => [light.id, lighting.learned.lightStops[light.id] ?? 0])),
    bounceStops: lighting.learned.bounceStops,
    cautions: cautions.map(words => words.slice(0, 400)).slice(0, 60),
  }
}
