import type { Learned } from '../metering/learned'
import { study, type Study } from '../metering/learning'
import { leftoversOf, withLeftovers } from '../metering/leftovers'
import type { Lighting } from '../metering/lighting'
import { readRoom } from '../metering/roomLight'
import type { MeterPoint } from '../set/points'
import type { Look, StudioSet } from '../set/schema'
import type { LightLayer } from '../transport/lightLayer'
import { readingPoints } from './readingPoints'

/** Everything that the readings of a set teach. */
export const studyOf = ({ readings, lights, frozen }: StudioSet): Study => study(readings, lights.map(({ id }) => id), frozen)

/** What readings have shown of a look: lamps, bounce, and what is left over where they were taken. */
export const learnedOf = (set: StudioSet, look: Look, studied: Study = studyOf(set)): Learned =>
  ({ ...studied.learned, leftovers: leftoversOf(set.readings, studied, readingPoints(set), look), room: readRoom(set.readings) })

/** Layers of light as readings have shown them at some places, with what was learned. */
export const lightingOf = (layers: readonly LightLayer[], learned: Learned, places: readonly MeterPoint[]): Lighting =>
  ({ layers: withLeftovers(layers, places, learned.leftovers), learned })
