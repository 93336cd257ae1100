import * as v from 'valibot'
import { rule } from './rules'
import { EXPOSURE } from '../physics/photometry/exposure'

/** A number within bounds, both included. */
export const between = (least: number, most: number) => v.pipe(v.number(), v.minValue(least), v.maxValue(most))
/** A coordinate, metres. */
export const metres = between(-60, 60)
/** An angle, degrees. */
export const degrees = between(-360, 360)
/** Ids are keys of plain records, so that no id may be the name of what every object has from its prototype. */
export const identifier = v.pipe(
  v.string(),
  v.regex(/^[a-z0-9][a-z0-9/-]{0,63}$/, rule('id-letters')),
  v.check(id => !(id in Object.prototype), rule('id-taken')),
)
const noList = v.never(rule('no-list'))
/** What is no list: a list of nothing would pass for an object of nothing. */
export const notList = <T extends v.GenericSchema>(schema: T) =>
  v.lazy((input): T => (Array.isArray(input) ? (noList as never) : schema))
/** Things by their ids. */
export const byId = <T extends v.GenericSchema>(schema: T) => notList(v.record(identifier, schema))
/** A name, 1 to 80 characters. */
export const title = v.pipe(v.string(), v.minLength(1), v.maxLength(80))
/** A text of up to 2000 characters. */
export const words = v.pipe(v.string(), v.maxLength(2000))
const channels = (most: number) =>
  v.pipe(v.strictTuple([between(0, most), between(0, most), between(0, most)]), v.readonly())
/** Share of light a surface returns, per channel. 0.98 is above any real material and keeps a closed room finite. */
export const reflectance = channels(0.98)
/** Transmittance in three channels, 0 to 1. */
export const transmittance = channels(1)
/** Colour of a light in three channels, luminance 1. */
export const colour = channels(4)
/** A place in the room, metres. */
export const place = v.strictObject({ xM: metres, yM: metres, zM: between(0, 30) })

/** A clear mirroring coat, or a share of the light spread about the mirror direction; null is matt. */
export const gloss = v.nullable(
  v.variant('kind', [
    v.strictObject({ kind: v.literal('coat'), refractiveIndex: between(1, 3) }),
    v.strictObject({ kind: v.literal('lobe'), share: between(0, 0.95), halfWidthDeg: between(1, 60) }),
  ]),
)

/** One side of a panel. */
export const side = v.strictObject({ reflectance, gloss })

/** The item of the user's kit that this is a copy of; null where it is none. The copy is what counts. */
export const kitId = v.optional(v.nullable(identifier), null)

/** Aperture, shutter and film speed. */
export const CameraSettingSchema = v.strictObject({
  fNumber: between(...EXPOSURE.fNumber),
  shutterS: between(...EXPOSURE.shutterS),
  iso: between(...EXPOSURE.iso),
})

/** Whether a light is on, and its power in stops below full. */
export const LightSettingSchema = v.strictObject({
  on: v.boolean(),
  /** Stops against full power: 0 is full, -1 is half. */
  powerStops: between(-12, 0),
})
