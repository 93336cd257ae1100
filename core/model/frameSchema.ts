import * as v from 'valibot'
import { EXPOSURE } from '../physics/photometry/exposure'
import { between, CameraSettingSchema, byId, identifier, LightSettingSchema, words } from './schemaBasics'

const share = between(0, 1)
const line = v.pipe(v.string(), v.maxLength(120))

/** What the user drew to mend a region: where, as shares of the picture's width and height, and what it shows. */
const RegionEditSchema = v.strictObject({
  region: v.picklist(['backdrop', 'subject', 'floor']),
  /** A line around an area, strokes of a brush, or two corners of a box. */
  shape: v.picklist(['lasso', 'brush', 'box']),
  points: v.pipe(v.array(v.strictTuple([share, share])), v.minLength(1), v.maxLength(2000)),
  /** Half the width of the brush, share of the picture's width. */
  radius: v.optional(between(0.001, 0.5), 0.02),
})

/** How a file says that it was taken (EXIF): exposure and what stands beside it; null for what it leaves out. */
const TagsSchema = v.strictObject({
  fNumber: v.nullable(between(...EXPOSURE.fNumber)),
  shutterS: v.nullable(between(...EXPOSURE.shutterS)),
  iso: v.nullable(between(...EXPOSURE.iso)),
  focalLengthMm: v.optional(v.nullable(between(1, 5000)), null),
  compensationStops: v.optional(v.nullable(between(-20, 20)), null),
  hasFlashFired: v.optional(v.nullable(v.boolean()), null),
  camera: v.optional(v.nullable(line), null),
  lens: v.optional(v.nullable(line), null),
})

/** Edits of one picture's regions at most. */
export const MOST_EDITS = 200

/** A test frame: how it was taken and what was measured in it. Its picture lies in the browser. */
export const FrameSchema = v.strictObject({
  id: identifier,
  lookId: identifier,
  at: v.pipe(v.string(), v.isoTimestamp()),
  /** Name of the file, or what the user calls it. */
  name: v.optional(line, ''),
  source: v.picklist(['bench', 'file']),
  /** What was read: the picture's values, or the numbers of the sensor that it was made of. */
  by: v.optional(v.picklist(['picture', 'sensor']), 'picture'),
  /** Exposure that it was taken with: the file's where it names one, else the set's. */
  camera: CameraSettingSchema,
  tags: v.optional(v.nullable(TagsSchema), null),
  lights: byId(LightSettingSchema),
  /** Mean pixel value at each point of the backdrop. */
  values: byId(between(0, 255)),
  /** What the plan expected there before this frame taught it anything. */
  expected: v.optional(byId(between(0, 255)), {}),
  /** Value that its darkest hundredth lies under; null where it was not measured. */
  black: v.optional(v.nullable(between(0, 255)), null),
  edits: v.optional(v.pipe(v.array(RegionEditSchema), v.maxLength(MOST_EDITS)), []),
  note: v.optional(words, ''),
})
