import { BACKDROP_MIDDLE, KEY_SIDE, pointOfLight, type MeterPoint } from '../set/points'
import type { Light, Reading, StudioSet, Target } from '../set/schema'

/** One reading to take: which lights burn, and where the meter is held. */
export type MeterStep = {
  id: string
  kind: 'alone' | 'together'
  lightIds: string[]
  pointId: string
}

/** The key first, since the backdrop is relative to it; backdrop lights last. */
const JOB_ORDER: readonly Light['job'][] = ['key', 'fill', 'edge', 'hair', 'top', 'backdrop']

const TOGETHER_FIRST = [KEY_SIDE, BACKDROP_MIDDLE]

/** The run of readings for a set: each light alone with the others off, then all together at every point that counts. */
export const meteringRun = (set: StudioSet, lightIdsInUse: readonly string[], points: readonly MeterPoint[], targets: Readonly<Record<string, Target>> = {}): MeterStep[] => {
  const lights = set.lights
    .filter(light => lightIdsInUse.includes(light.id))
    .sort((a, b) => JOB_ORDER.indexOf(a.job) - JOB_ORDER.indexOf(b.job))
  const alone = lights.map((light): MeterStep => ({
    id: `alone/${light.id}`,
    kind: 'alone',
    lightIds: [light.id],
    pointId: pointOfLight(light, points).id,
  }))
  const ordered = points.filter(point => point.isEssential || targets[point.id]).sort((a, b) => Number(TOGETHER_FIRST.includes(b.id)) - Number(TOGETHER_FIRST.includes(a.id)))
  const together = lights.length === 0
    ? []
    : ordered.map((point): MeterStep => ({
        id: `together/${point.id}`,
        kind: 'together',
        lightIds: lights.map(light => light.id),
        pointId: point.id,
      }))
  return [...alone, ...together]
}

/** The newest reading of a step in a look; undefined where it was not taken. */
export const readingOfStep = (step: MeterStep, readings: readonly Reading[], lookId: string): Reading | undefined =>
  readings.findLast(reading => reading.lookId === lookId && reading.pointId === step.pointId
    && [...step.lightIds].sort().join() === Object.keys(reading.lights).sort().join())
