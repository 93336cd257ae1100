import type { Learned } from '../calibration/calibration'
import { calibrate, type Calibration } from '../calibration/calibrate'
import { residualsOf, withResiduals } from '../calibration/residuals'
import type { Lighting } from '../calibration/lighting'
import { readRoom } from '../calibration/roomLight'
import { probesOf } from './probes/probes'
import type { Look, StudioSet } from '../model/schema'
import type { LightLayer } from '../physics/transport/lightLayer'
import { readingPoints } from './probes/readingPoints'

/** Everything that the readings of a set teach. */
export const calibrationOf = ({ readings, lights, frozen }: StudioSet): Calibration =>
  calibrate(
    readings,
    lights.map(({ id }) => id),
    frozen,
  )

/** What readings have shown of a look: lamps, bounce, and what is left over where they were taken. */
export const learnedOf = (set: StudioSet, look: Look, calibration: Calibration = calibrationOf(set)): Learned => ({
  ...calibration.learned,
  residuals: residualsOf(set.readings, calibration, readingPoints(set), look),
  room: readRoom(set.readings),
})

/** Layers of light as readings have shown them, at every probe that they were worked out for, with what was learned. */
export const calibratedLighting = (set: StudioSet, layers: readonly LightLayer[], learned: Learned): Lighting => {
  const places = learned.residuals?.length ? probesOf(set).filter(({ id }) => layers[0]?.shares[id]) : []
  return { layers: withResiduals(layers, places, learned.residuals), learned }
}
