import * as v from 'valibot'
import { byId, title, identifier, words, CameraSettingSchema } from '../model/schemaBasics'
import { SetSchema } from '../validation/soundSet'

/** The version of a record; older ones are upgraded when they are opened. */
export const RECORD_VERSION = 1

const line = v.pipe(v.string(), v.maxLength(400))
const stops = v.pipe(v.number(), v.finite())
const perhaps = <T extends v.GenericSchema>(schema: T) => v.nullable(schema)

/** One place as it was predicted, metered and read in a frame, stops over the camera setting. */
const PlaceSchema = v.strictObject({
  pointId: identifier,
  name: title,
  stops,
  /** Pixel value of its surface, where one is meant. */
  value: perhaps(v.number()),
  wantedStops: perhaps(stops),
  /** Above 0: brighter than wanted. */
  missStops: perhaps(stops),
  meteredStops: perhaps(stops),
  frameValue: perhaps(v.number()),
})

/** How far readings were from the plan before it learned from them, stops. */
const AgreementSchema = v.strictObject({
  readings: v.pipe(v.number(), v.integer(), v.minValue(1)),
  meanStops: v.pipe(v.number(), v.minValue(0)),
  worstStops: v.pipe(v.number(), v.minValue(0)),
})

/**
 * A look as it stood when it was kept: everything that is needed to set it up again. It is never changed; what is
 * written on it later lies beside it.
 */
export const RecordSchema = v.strictObject({
  id: identifier,
  at: v.pipe(v.string(), v.isoTimestamp()),
  /** Where it was kept: on the stage, at the end of a run, from a frame, or for a sitter of a day. */
  from: v.picklist(['stage', 'run', 'frame', 'day']),
  setId: identifier,
  sitter: v.optional(v.nullable(title), null),
  /** The set as the look shows it, with that look alone and its readings. */
  set: SetSchema,
  camera: CameraSettingSchema,
  isOnTarget: v.boolean(),
  /** What was said of it. */
  headline: line,
  places: v.pipe(v.array(PlaceSchema), v.maxLength(200)),
  agreement: perhaps(AgreementSchema),
  /** What readings had shown of each light against its rating, and of the room's bounce. */
  lampStops: byId(stops),
  bounceStops: stops,
  cautions: v.pipe(v.array(line), v.maxLength(60)),
})

/** What may be written on a record later. */
export const AnnotationSchema = v.strictObject({
  notes: v.optional(words, ''),
  tags: v.optional(v.pipe(v.array(v.pipe(v.string(), v.minLength(1), v.maxLength(40))), v.maxLength(30)), []),
  /** 0 for none given, else 1 to 5. */
  rating: v.optional(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(5)), 0),
})

/** A look as it stood when it was kept. */
export type StudioRecord = v.InferOutput<typeof RecordSchema>
/** One place of a record. */
export type RecordPlace = StudioRecord['places'][number]
/** What may be written on a record later. */
export type Annotation = v.InferOutput<typeof AnnotationSchema>

/** A record on which nothing is written. */
export const NO_ANNOTATION: Annotation = { notes: '', tags: [], rating: 0 }
