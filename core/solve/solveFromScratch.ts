import { changeSettings, turnedBy } from '../edits/edits'
import { exposureFromReading, METER_CONSTANT } from '../physics/photometry/meter'
import { evaluate, type Evaluation } from '../evaluation/evaluation'
import type { LightSetting, Look, StudioSet } from '../model/schema'
import type { Lighting } from '../calibration/lighting'
import { keyWanted, targetBand } from '../evaluation/target'
import { ON_TARGET_STOPS } from '../evaluation/thresholds'
import { totalOf } from '../physics/transport/exposureAt'
import { ratioFromStops, stopsFromRatio } from '../physics/units/stops'
import type { AreaReadout } from '../evaluation/areaReadout'
import type { Readout } from '../evaluation/readout'
import { solveLook } from './lookPowers'
import { SOLVE_FROM_SCRATCH_ROUNDS, FIRST_F_NUMBER } from './thresholds'

/** The lights on the subject turned by so many stops, each within its range. */
export const turnSubjectLights = (set: StudioSet, look: Look, byStops: number): Record<string, LightSetting> =>
  Object.fromEntries(
    set.lights.map(light => {
      const setting = look.lights[light.id]!
      if (light.job === 'backdrop') return [light.id, setting]
      return [light.id, turnedBy(light, setting, byStops)]
    }),
  )

/** The backdrop lights turned alike until the backdrop gets, all in all, the light that its targets want. */
const backdropTogether = ({ set, look, camera, readouts }: Evaluation): Record<string, LightSetting> => {
  const onBackdrop = new Set(
    set.lights.filter(light => light.job === 'backdrop' && look.lights[light.id]!.on).map(light => light.id),
  )
  const sums = readouts
    .filter(({ point }) => point.surface === 'backdrop' && look.targets[point.id])
    .map(({ point, parts, roomLuxS }) => {
      return {
        wanted:
          exposureFromReading(camera.fNumber, camera.iso, METER_CONSTANT.flat) *
          ratioFromStops(targetBand(look.targets[point.id]!, point, set.camera, keyWanted(look.targets)).stops),
        own: totalOf(parts.filter(part => onBackdrop.has(part.lightId))),
        others: roomLuxS + totalOf(parts.filter(part => !onBackdrop.has(part.lightId))),
      }
    })
  const sum = (of: 'wanted' | 'own' | 'others') => sums.reduce((total, each) => total + each[of], 0)
  const missing = sum('wanted') - sum('others')
  if (!(sum('own') > 0) || !(missing > 0)) return look.lights
  const byStops = stopsFromRatio(missing / sum('own'))
  return Object.fromEntries(
    set.lights.map(light => {
      const setting = look.lights[light.id]!
      return [light.id, onBackdrop.has(light.id) ? turnedBy(light, setting, byStops) : setting]
    }),
  )
}

/**
 * Powers of a look from scratch: the key near f/8, everything else solved against it; where a backdrop light then
 * lacks power, the
 * subject's lights come down and the camera opens until it is enough.
 */
export const solveLookFromScratch = (set: StudioSet, look: Look, lighting: Lighting): Record<string, LightSetting> => {
  let current = look
  for (let round = 0; round < SOLVE_FROM_SCRATCH_ROUNDS; round++) {
    const { camera } = evaluate(set, current, lighting)
    if (round === 0 && current.exposure.followsPointId) {
      const wanted = 2 * Math.log2(FIRST_F_NUMBER / camera.fNumber)
      current = { ...current, lights: turnSubjectLights(set, current, wanted) }
    }
    if (round === 0) {
      current = { ...current, lights: backdropTogether(evaluate(set, current, lighting)) }
      continue
    }
    // Lights that were turned alike and are good enough stay alike.
    if (evaluate(set, current, lighting).readouts.every(({ missStops }) => Math.abs(missStops ?? 0) <= ON_TARGET_STOPS))
      break
    const answer = solveLook(evaluate(set, current, lighting))
    current = { ...current, lights: answer.settings }
    if (answer.isReached) break
    const isSpent = set.lights.some(
      light =>
        light.job === 'backdrop' &&
        answer.settings[light.id]!.on &&
        answer.settings[light.id]!.powerStops > -light.lamp.clickStops,
    )
    const short = Math.min(
      0,
      ...answer.misses
        .filter(({ of }) => of.kind === 'point' && of.point.surface === 'backdrop')
        .map(({ stops }) => stops),
    )
    if (!isSpent || short > -0.1 || !current.exposure.followsPointId) break
    current = { ...current, lights: turnSubjectLights(set, current, short) }
  }
  return current.lights
}

/** The set with the powers of every look settled. */
export const solveSetFromScratch = (set: StudioSet, lighting: Lighting): StudioSet =>
  set.looks.reduce(
    (settled, look) => changeSettings(settled, look.id, solveLookFromScratch(settled, look, lighting)),
    set,
  )

/** What the powers of a look leave missed. */
export type Missed = { lookName: string; readout: Readout } | { lookName: string; area: AreaReadout }

/** What targets of a set's looks its powers leave missed. */
export const missedOf = (set: StudioSet, lighting: Lighting): Missed[] =>
  set.looks.flatMap(look => {
    const { readouts, areas } = evaluate(set, look, lighting)
    const isOff = ({ missStops, isWished }: { missStops?: number; isWished?: boolean }) =>
      !isWished && Math.abs(missStops ?? 0) > ON_TARGET_STOPS
    return [
      ...readouts.filter(isOff).map(readout => ({ lookName: look.name, readout })),
      ...areas.filter(isOff).map(area => ({ lookName: look.name, area })),
    ]
  })

/** A set with the powers of all its looks found from scratch, and what of their targets stays missed. */
export const settledIn = (set: StudioSet, lighting: Lighting): { set: StudioSet; missed: Missed[] } => {
  const settled = solveSetFromScratch(set, lighting)
  return { set: settled, missed: missedOf(settled, lighting) }
}
