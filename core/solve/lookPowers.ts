import type { MeterPoint } from '../evaluation/probes/points'
import type { CameraSetting, Look, StudioSet } from '../model/schema'
import type { Lighting } from '../calibration/lighting'
import { demandsOf } from '../evaluation/constraints'
import type { Dial } from './controls'
import { solvePowers, type PowerAnswer } from './powers'

/** An answer with the points and areas its misses belong to. */
export type LookAnswer = PowerAnswer & { pointIds: string[] }

export const dialsOf = (set: StudioSet, look: Look, fixedIds: readonly string[] = []): Dial[] => set.lights.map(light => ({
  lightId: light.id,
  group: light.job,
  rangeStops: light.lamp.rangeStops,
  clickStops: light.lamp.clickStops,
  now: look.lights[light.id]!,
  isFixed: fixedIds.includes(light.id),
}))

/** The powers that meet a look's targets at a camera setting, or come nearest; some lights may have to stay as they are. */
export const solveLook = (set: StudioSet, look: Look, points: readonly MeterPoint[], camera: CameraSetting, lighting: Lighting, fixedIds: readonly string[] = []): LookAnswer => {
  const demands = demandsOf(set, look, points, camera, lighting)
  return { ...solvePowers(dialsOf(set, look, fixedIds), demands), pointIds: demands.map(({ id }) => id) }
}
