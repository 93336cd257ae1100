import * as v from 'valibot'
import { STANDARD_METER } from '../physics/photometry/meter'
import { between, kitId, title } from './schemaBasics'

/** A meter: what it divides by. */
export const MeterSchema = v.strictObject({
  name: title,
  /**
   * Calibration constants C in lux for incident light, flat and dome, and K in cd/m^2 for reflected light (ISO 2720).
   */
  flatConstant: between(100, 1000),
  domeConstant: between(100, 1000),
  spotConstant: v.optional(between(5, 30), STANDARD_METER.spotConstant),
})

/** The meter that a set is read with, a copy of one of the kit. */
export const SetMeterSchema = v.strictObject({ ...MeterSchema.entries, kitId })

/** The meter of a set that names none. */
export const PLAIN_METER = { name: 'Incident meter', ...STANDARD_METER, kitId: null }
