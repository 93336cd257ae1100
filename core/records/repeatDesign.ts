import { stopsRead } from '../calibration/compare'
import type { Learned } from '../calibration/calibration'
import type { Evaluation } from '../evaluation/evaluation'
import { lightingSolver } from '../evaluation/lightingSolver'
import { meterPoints } from '../evaluation/probes/points'
import { BACKDROP_PLACES, KEY_SIDE, SHADOW_SIDE } from '../model/placeIds'
import { onlyOn } from '../model/settings'
import type { CameraSetting, StudioSet } from '../model/schema'
import { QUALITY } from '../physics/transport/stage'
import { luminance } from '../physics/units/rgb'
import { goOn, type Listening } from '../solve/situation'
import { solvedLook } from '../solve/solvedLook'
import { suspected, suspectsOf, type Suspect } from './suspects'
import { READ_SPREAD_STOPS, PLAN_SPREAD_STOPS, TOO_DIM_STOPS } from './thresholds'

/** A reading that could be taken: which lights burn, where the meter is held, and which meter. */
export type RepeatCheck = {
  lightIds: readonly string[]
  pointId: string
  meter: 'incident' | 'spot'
  /** Stops over the camera setting that the record expects there. */
  expectedStops: number
  /** How far a reading may be from that with nothing otherwise, one standard deviation, stops. */
  spreadStops: number
}

/** Readings that could be taken, guesses, and what each guess would do to each reading, stops. */
export type RepeatDesign = {
  checks: readonly RepeatCheck[]
  suspects: readonly Suspect[]
  shifts: readonly (readonly number[])[]
}

const PLACES: readonly string[] = [KEY_SIDE, SHADOW_SIDE, ...BACKDROP_PLACES.map(({ id }) => id)]

type Asked = Pick<RepeatCheck, 'lightIds' | 'pointId' | 'meter'>

/** Readings that are worth thinking of: each light alone and all together, at the subject and on the backdrop. */
const askable = (set: StudioSet): Asked[] => {
  const on = set.lights.map(({ id }) => id).filter(id => set.looks[0]!.lights[id]?.on)
  const groups = [...on.map(id => [id]), ...(on.length > 1 ? [on] : [])]
  const known = new Set(meterPoints(set).map(({ id }) => id))
  const places = PLACES.filter(id => known.has(id))
  return groups.flatMap(lightIds =>
    places.flatMap(pointId => [
      { lightIds, pointId, meter: 'incident' as const },
      ...(BACKDROP_PLACES.some(({ id }) => id === pointId) ? [{ lightIds, pointId, meter: 'spot' as const }] : []),
    ]),
  )
}

/** What a reading of the record showed there with the same lights at the same powers; undefined without one. */
const readThen = (set: StudioSet, camera: CameraSetting, { lightIds, pointId, meter }: Asked): number | undefined => {
  const [look] = set.looks
  const then = set.readings.findLast(
    reading =>
      meter === 'incident' &&
      reading.meter === 'incident' &&
      reading.trust !== 'out' &&
      reading.pointId === pointId &&
      Object.keys(reading.lights).length === lightIds.length &&
      lightIds.every(
        id => Math.abs((reading.lights[id]?.powerStops ?? Infinity) - look!.lights[id]!.powerStops) < 0.01,
      ),
  )
  return then && stopsRead(then, camera)
}

const read = (evaluation: Evaluation, { lightIds, pointId, meter }: Asked): number => {
  const { look, set } = evaluation
  const { stops } = evaluation.under(onlyOn(look, lightIds)).at(pointId)
  return meter === 'spot' ? stops + Math.log2(luminance(set.backdrop.reflectance)) : stops
}

/**
 * Works out what every guess would do to every reading that could be taken, by real light: lamps by their share of a
 * reading, the rest by a set that stands so. Undefined where it was called off.
 */
export const designRepeat = async (
  set: StudioSet,
  camera: CameraSetting,
  learned: Learned,
  { report, pause = goOn }: Listening = {},
): Promise<RepeatDesign | undefined> => {
  const [look] = set.looks
  const solver = lightingSolver(QUALITY, meterPoints)
  const evaluated = (of: StudioSet, taught: Learned) => solvedLook(solver, of, look!.id, taught, { pause, camera })
  const plain = await evaluated(set, learned)
  if (!plain) return undefined
  const checks = askable(set)
    .map((asked): RepeatCheck & { planned: number } => {
      const [then, planned] = [readThen(set, camera, asked), read(plain, asked)]
      return {
        ...asked,
        planned,
        expectedStops: then ?? planned,
        spreadStops: then === undefined ? PLAN_SPREAD_STOPS : READ_SPREAD_STOPS,
      }
    })
    .filter(({ expectedStops }) => expectedStops > TOO_DIM_STOPS)
  const suspects = suspectsOf(set)
  const shifts: number[][] = []
  for (const [index, suspect] of suspects.entries()) {
    const taught =
      suspect.kind === 'lamp'
        ? {
            ...learned,
            lightStops: {
              ...learned.lightStops,
              [suspect.lightId]: (learned.lightStops[suspect.lightId] ?? 0) + suspect.stops,
            },
          }
        : learned
    const evaluation = suspect.kind === 'nothing' ? plain : await evaluated(suspected(set, suspect), taught)
    if (!evaluation) return undefined
    shifts.push(checks.map(check => read(evaluation, check) - check.planned))
    report?.((index + 1) / suspects.length)
  }
  return { checks, suspects, shifts }
}

/**
 * A reading against what was expected, stops: what an incident meter shows, or a spot meter, whose figure stands for
 * light that the surface sends back (K in cd/m² against C in lux, ISO 2720).
 */
export const offOfReading = (set: StudioSet, camera: CameraSetting, check: RepeatCheck, fNumber: number): number => {
  const shown = 2 * Math.log2(fNumber / camera.fNumber)
  const ofSpot = check.meter === 'spot' ? Math.log2(set.meter.flatConstant / Math.PI / set.meter.spotConstant) : 0
  return shown - ofSpot - check.expectedStops
}

/** The f-number that a meter shows where nothing is otherwise. */
export const expectedFNumber = (set: StudioSet, camera: CameraSetting, check: RepeatCheck): number =>
  2 ** (-offOfReading(set, camera, check, 1) / 2)
