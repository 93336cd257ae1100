import { correctionFor } from '#core/calibration/correction'
import { surpriseStops } from '#core/calibration/compare'
import { recordReading } from '#core/metering/record'
import { meteringRun } from '#core/metering/run'
import type { MeterStep } from '#core/metering/step'
import { addReading, changeExposure, changeSettings } from '#core/edits/edits'
import { lightingSolver } from '#core/evaluation/lightingSolver'
import type { Reading, StudioSet } from '#core/model/schema'
import { solveLook } from '#core/solve/lookPowers'
import { calibratedLighting, learnedOf, calibrationOf } from '#core/evaluation/calibratedLighting'
import { evaluate } from '#core/evaluation/evaluation'
import { NOTHING_LEARNED } from '#core/calibration/calibration'
import { readingPoints } from '#core/evaluation/probes/readingPoints'
import { benchReading, benchTruth } from '#core/bench/answers'
import { NO_FAULTS } from '#core/bench/slips'

const solver = lightingSolver()

/** Changes what the meter is given: another light left on, a film speed a stop off. */
export type Slip = { stepId: string; extraLightIds?: readonly string[]; isoStops?: number }

/**
 * A whole run on the bench without an interface: every step read, corrected as proposed, and the powers that the
 * verdict proposes set at its end.
 */
export const rehearse = async (
  start: StudioSet,
  seed: number,
  { roughness = 1, slip }: { roughness?: number; slip?: Slip } = {},
) => {
  const lookId = start.looks[0]!.id
  const { layers } = (await solver(start))!
  const points = readingPoints(start)
  const { camera } = evaluate(start, start.looks[0]!, { layers, learned: NOTHING_LEARNED })
  let set = changeExposure(start, lookId, { ...camera, followsPointId: null })
  const look = () => set.looks.find(({ id }) => id === lookId)!
  const ids = set.lights.map(({ id }) => id)
  const known = () => calibrationOf(set)
  const lightingNow = () => calibratedLighting(set, layers, learnedOf(set, look()))
  const evaluated = () => evaluate(set, look(), lightingNow(), camera)
  const stopsAt = (pointIds: readonly string[]) => pointIds.map(id => evaluated().at(id).stops)
  const truthAt = async (pointIds: readonly string[]) =>
    (await benchTruth({ set, lookId, pointIds, lightIds: ids, camera, seed, roughness })).map(
      fNumber => 2 * Math.log2(fNumber / camera.fNumber),
    )
  const take = async (step: MeterStep, index: number) => {
    const point = points.find(({ id }) => id === step.pointId)!
    const mine = slip?.stepId === step.id ? slip : undefined
    const shown = await benchReading({
      set,
      lookId,
      camera,
      seed,
      roughness,
      take: index,
      pointId: step.pointId,
      lightIds: [...step.lightIds, ...(mine?.extraLightIds ?? [])],
      meter: 'incident',
      faults: NO_FAULTS,
      sinceS: 60,
    })
    const reading: Reading = recordReading(
      set,
      look(),
      { step, point },
      { camera, layers },
      {
        id: `reading-${index}`,
        at: '2026-01-01T00:00:00.000Z',
        fNumber: Math.max(0.1, shown ?? 0) * 2 ** ((mine?.isoStops ?? 0) / 2),
        source: 'bench',
      },
    )
    const off = surpriseStops(reading, known().learned)
    set = addReading(set, reading)
    const light = step.kind === 'alone' ? set.lights.find(({ id }) => id === step.lightIds[0]) : undefined
    if (light)
      set = changeSettings(set, lookId, {
        [light.id]: { on: true, powerStops: correctionFor(light, look().lights[light.id]!.powerStops, off).powerStops },
      })
    return reading
  }
  const steps = meteringRun(set, look(), points)
  return {
    steps,
    take,
    known,
    stopsAt,
    truthAt,
    points,
    camera,
    look,
    lightingNow,
    settle: () => {
      const { settings } = solveLook(evaluated())
      set = changeSettings(set, lookId, settings)
    },
    now: () => set,
  }
}
