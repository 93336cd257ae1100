import * as v from 'valibot'
import { between, CameraSettingSchema, byId, identifier, metres, words } from './schemaBasics'

/** What a light was modelled to give where the meter was, at the power it had, before any reading corrected it. */
const LightPartSchema = v.strictObject({
  powerStops: between(-12, 0),
  directLuxS: v.pipe(v.number(), v.minValue(0)),
  bouncedLuxS: v.pipe(v.number(), v.minValue(0)),
})

const parts = byId(LightPartSchema)

/**
 * How a meter is held: as a flat disc, with the dome out, or with the dome drawn in, which reads as a flat disc does.
 */
const RECEPTORS = ['flat', 'dome', 'retracted'] as const
/** Where the receptor looks: at the light that is read, at the camera, half way between, or square to the surface. */
const LOOKS = ['light', 'camera', 'between', 'surface'] as const

/** How one place is read. */
export const HoldSchema = v.strictObject({ receptor: v.picklist(RECEPTORS), looks: v.picklist(LOOKS) })
const line = v.pipe(v.string(), v.maxLength(120))

/** A reading as it was taken; what it is held against was worked out then and stays with it. */
export const ReadingSchema = v.strictObject({
  id: identifier,
  lookId: identifier,
  at: v.pipe(v.string(), v.isoTimestamp()),
  pointId: identifier,
  /** Where the meter was held, metres of the room; null where the point alone says it. */
  position: v.optional(v.nullable(v.strictTuple([metres, metres, metres])), null),
  receptor: v.picklist(RECEPTORS),
  /** Where the receptor looked; null where it was not said. */
  looks: v.optional(v.nullable(v.picklist(LOOKS)), null),
  /** The same in words. */
  direction: v.optional(line, ''),
  /**
   * The meter, and the incident constant C in lux that its figure stands for; null is the standard one of its
   * receptor.
   */
  meterName: v.optional(line, ''),
  constant: v.optional(v.nullable(between(50, 2000)), null),
  /** Incident light, light sent back by the surface (a spot meter), or worked back from a value in a test frame. */
  meter: v.optional(v.picklist(['incident', 'spot', 'frame']), 'incident'),
  /** What an incident meter shows there; a spot reading is turned into it by the reflectance of the surface. */
  fNumber: between(0.1, 2000),
  /** The figure as it was written. */
  shown: v.optional(line, ''),
  source: v.picklist(['hand', 'bench', 'file']),
  camera: CameraSettingSchema,
  /** Lights that were on; none in a reading of the room's own light. */
  lights: parts,
  /** What the room's own light was thought to add, lux-seconds. */
  roomLuxS: v.optional(v.pipe(v.number(), v.minValue(0)), 0),
  /** Lights that were off, as they would have been: it tells when one was left on. */
  others: v.optional(parts, {}),
  /** Whether it teaches: as it fits the others, whatever they say, or not at all. */
  trust: v.optional(v.picklist(['auto', 'sure', 'out']), 'auto'),
  note: words,
})

const stepIds = v.pipe(v.array(line), v.maxLength(300))

/** The order in which lights are read, steps moved by hand, and steps left out. */
export const RunSchema = v.strictObject({
  first: v.picklist(['key', 'backdrop']),
  order: stepIds,
  skipped: stepIds,
})

const share = between(0, 1)

/** The run as the set makes it by itself. */
export const PLAIN_RUN: v.InferOutput<typeof RunSchema> = { first: 'key', order: [], skipped: [] }

/** Places where evenness is read. */
export const GridSchema = v.strictObject({
  over: v.picklist(['backdrop', 'cove', 'floor']),
  places: v.picklist(['five', 'nine', 'fifteen', 'free']),
  /** Free places, as shares of the region from its left and from its lower edge. */
  free: v.pipe(v.array(v.strictObject({ across: share, up: share })), v.maxLength(40)),
})
