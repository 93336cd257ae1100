import { BACKDROP_MIDDLE, KEY_SIDE } from '../model/placeIds'
import { pointOfLight, type MeterPoint } from '../evaluation/probes/points'
import type { CameraSetting, Light, Look, Reading, StudioSet } from '../model/schema'
import { ratioFromStops, stopsFromRatio } from '../physics/units/stops'
import { learnedExposure } from '../calibration/compare'
import { NOTHING_LEARNED } from '../calibration/calibration'
import type { Lighting } from '../calibration/lighting'
import { plannedParts } from './record'
import type { MeterStep } from './step'
import { UNCHANGED_STOPS } from './thresholds'

/**
 * The key first, since the backdrop is relative to it; or the backdrop first, since it can be set before the subject
 * comes.
 */
const JOB_ORDER: Record<Look['run']['first'], readonly Light['job'][]> = {
  key: ['key', 'fill', 'edge', 'hair', 'top', 'backdrop'],
  backdrop: ['backdrop', 'key', 'fill', 'edge', 'hair', 'top'],
}

const TOGETHER_FIRST: Record<Look['run']['first'], readonly string[]> = {
  key: [KEY_SIDE, BACKDROP_MIDDLE],
  backdrop: [BACKDROP_MIDDLE, 'backdrop/left', 'backdrop/right'],
}

/** Lights that are on in a look, in the set's order. */
export const lightsInUse = (set: StudioSet, look: Look): Light[] => set.lights.filter(({ id }) => look.lights[id]?.on)

/** Steps in the order that somebody gave them; those without a place in it follow what they would have followed. */
const inOrder = (steps: readonly MeterStep[], order: readonly string[]): MeterStep[] => {
  const moved = order.flatMap(id => steps.find(step => step.id === id) ?? [])
  return steps.reduce((sorted, step, index) => {
    if (moved.includes(step)) return sorted
    const before = steps[index - 1]
    return sorted.toSpliced(before ? sorted.indexOf(before) + 1 : 0, 0, step)
  }, moved)
}

/**
 * The run of readings for a look: the room's own light, each light alone with the others off, then all together at
 * every point that counts.
 */
export const meteringRun = (set: StudioSet, look: Look, points: readonly MeterPoint[]): MeterStep[] => {
  const { first, order } = look.run
  const rank = (list: readonly string[], id: string) => (list.includes(id) ? list.indexOf(id) : list.length)
  const lights = lightsInUse(set, look).sort((a, b) => rank(JOB_ORDER[first], a.job) - rank(JOB_ORDER[first], b.job))
  if (lights.length === 0) return []
  const together = points
    .filter(point => point.isEssential || look.targets[point.id])
    .sort((a, b) => rank(TOGETHER_FIRST[first], a.id) - rank(TOGETHER_FIRST[first], b.id))
  return inOrder(
    [
      { id: 'ambient', kind: 'ambient', lightIds: [], pointId: KEY_SIDE },
      ...lights.map((light): MeterStep => ({
        id: `alone/${light.id}`,
        kind: 'alone',
        lightIds: [light.id],
        pointId: pointOfLight(light, points).id,
      })),
      ...together.map((point): MeterStep => ({
        id: `together/${point.id}`,
        kind: 'together',
        lightIds: lights.map(light => light.id),
        pointId: point.id,
      })),
    ],
    order,
  )
}

const keyOf = (ids: readonly string[]): string => [...ids].sort().join()

/** The newest reading of a step in a look that still counts; undefined where there is none. */
export const readingOfStep = (
  step: Pick<MeterStep, 'lightIds' | 'pointId'>,
  readings: readonly Reading[],
  lookId: string,
): Reading | undefined =>
  readings.findLast(
    reading =>
      reading.lookId === lookId &&
      reading.trust !== 'out' &&
      reading.pointId === step.pointId &&
      keyOf(step.lightIds) === keyOf(Object.keys(reading.lights)),
  )

/**
 * Stops by which the plan's light at a step differs now from when it was read. A light read alone stands for its lamp
 * at
 * any power, since a lamp's clicks can be trusted; everywhere else powers count.
 */
const changeSince = (step: MeterStep, reading: Reading, now: Reading['lights']): number => {
  if (step.kind === 'ambient') return 0
  const level = (parts: Reading['lights']) =>
    step.kind !== 'alone'
      ? parts
      : Object.fromEntries(
          Object.entries(parts).map(([id, part]) => {
            const factor = ratioFromStops(-part.powerStops)
            return [id, { ...part, directLuxS: part.directLuxS * factor, bouncedLuxS: part.bouncedLuxS * factor }]
          }),
        )
  const [before, after] = [
    learnedExposure(level(reading.lights), NOTHING_LEARNED),
    learnedExposure(level(now), NOTHING_LEARNED),
  ]
  if (before > 0) return stopsFromRatio(after / before)
  return after > 0 ? Infinity : 0
}

/** How a step stands: to be read, left out, read, or read before something changed. */
export type StepState = 'open' | 'skipped' | 'taken' | 'changed'

/** The reading of a step, where the plan's light there is still what it was when it was taken. */
export const freshReading = (
  set: StudioSet,
  look: Look,
  step: MeterStep,
  camera: CameraSetting,
  layers: Lighting['layers'],
): Reading | undefined => {
  const reading = readingOfStep(step, set.readings, look.id)
  return reading &&
    Math.abs(
      changeSince(
        step,
        reading,
        plannedParts(set, look.lights, step.lightIds, { id: step.pointId }, { camera, layers }),
      ),
    ) <= UNCHANGED_STOPS
    ? reading
    : undefined
}

/** Whether a step of the run is read, left out, or still open. */
export const stateOfStep = (
  set: StudioSet,
  look: Look,
  step: MeterStep,
  camera: CameraSetting,
  layers: Lighting['layers'],
): StepState => {
  if (freshReading(set, look, step, camera, layers)) return 'taken'
  if (look.run.skipped.includes(step.id)) return 'skipped'
  return readingOfStep(step, set.readings, look.id) ? 'changed' : 'open'
}
