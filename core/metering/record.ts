import type { MeterPoint } from '../set/points'
import type { CameraSetting, Look, Reading, StudioSet } from '../set/schema'
import { onlyOn } from '../set/settings'
import type { Lighting } from './lighting'
import { partsAt } from '../transport/exposureAt'
import { NOTHING_LEARNED } from './learning'
import type { MeterStep } from './run'
import { weightsOf } from './weights'

/** What the meter showed, and where it came from. */
export type Shown = Pick<Reading, 'id' | 'at' | 'fNumber' | 'source'>

/**
 * Makes a record of a reading. It keeps what the plan said before any learning,
 * so that it teaches the same whatever else is read later and however the set is changed.
 */
export const recordReading = (set: StudioSet, look: Look, step: MeterStep, point: MeterPoint, camera: CameraSetting, layers: Lighting['layers'], shown: Shown): Reading => {
  const settings = onlyOn(look, step.lightIds)
  const parts = partsAt(layers, point.id, weightsOf(set, settings, camera, NOTHING_LEARNED))
  return {
    ...shown,
    lookId: look.id,
    pointId: point.id,
    receptor: point.receptor,
    camera,
    lights: Object.fromEntries(parts.map(({ lightId, directLuxS, bouncedLuxS }) =>
      [lightId, { powerStops: settings[lightId]!.powerStops, directLuxS, bouncedLuxS }])),
    note: '',
  }
}
