import type { Learned } from '../calibration/calibration'
import { study, type Study } from '../calibration/calibrate'
import { leftoversOf, withLeftovers } from '../calibration/residuals'
import type { Lighting } from '../calibration/lighting'
import { readRoom } from '../calibration/roomLight'
import { probesOf } from './probes/probes'
import type { Look, StudioSet } from '../model/schema'
import type { LightLayer } from '../physics/transport/lightLayer'
import { readingPoints } from './probes/readingPoints'

/** Everything that the readings of a set teach. */
export const studyOf = ({ readings, lights, frozen }: StudioSet): Study =>
  study(
    readings,
    lights.map(({ id }) => id),
    frozen,
  )

/** What readings have shown of a look: lamps, bounce, and what is left over where they were taken. */
export const learnedOf = (set: StudioSet, look: Look, studied: Study = studyOf(set)): Learned => ({
  ...studied.learned,
  leftovers: leftoversOf(set.readings, studied, readingPoints(set), look),
  room: readRoom(set.readings),
})

/** Layers of light as readings have shown them, at every probe that they were worked out for, with what was learned. */
export const calibratedLighting = (set: StudioSet, layers: readonly LightLayer[], learned: Learned): Lighting => {
  const places = learned.leftovers?.length ? probesOf(set).filter(({ id }) => layers[0]?.shares[id]) : []
  return { layers: withLeftovers(layers, places, learned.leftovers), learned }
}
