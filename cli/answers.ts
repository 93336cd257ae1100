import * as v from 'valibot'
import { AreaTargetSchema, TargetSchema } from '#core/model/targetSchema'
import { CameraSettingSchema, LightSettingSchema } from '#core/model/schemaBasics'

const text = v.string()
const figure = v.number()
const place = v.strictTuple([figure, figure, figure])
/** What every answer says of where it comes from. */
const of = { set: text, look: text }
const settings = v.record(text, LightSettingSchema)

const PartSchema = v.strictObject({
  id: text,
  name: text,
  powerStops: figure,
  unit: v.picklist(['lx s', 'lx']),
  direct: figure,
  bounced: figure,
  total: figure,
  fNumber: figure,
  bouncedFrom: v.record(text, figure),
})

const ReadingsSchema = v.strictObject({
  ...of,
  camera: CameraSettingSchema,
  points: v.array(
    v.strictObject({
      id: text,
      name: text,
      receptor: v.picklist(['flat', 'dome', 'retracted']),
      positionM: place,
      lights: v.array(PartSchema),
      all: v.strictObject({
        exposureLuxS: figure,
        roomLuxS: figure,
        fNumber: figure,
        stopsOverCamera: figure,
        value: v.exactOptional(figure),
      }),
    }),
  ),
})

const SolveSchema = v.strictObject({
  ...of,
  camera: CameraSettingSchema,
  isReached: v.boolean(),
  lights: v.array(v.strictObject({ id: text, name: text, ...LightSettingSchema.entries, before: LightSettingSchema })),
  targets: v.array(
    v.union([
      v.strictObject({ id: text, wanted: TargetSchema, missStops: figure }),
      v.strictObject({ area: text, wanted: AreaTargetSchema, missStops: figure }),
    ]),
  ),
})

const WaysSchema = {
  isReached: v.boolean(),
  binds: v.exactOptional(text),
  proposals: v.array(
    v.strictObject({ minutes: figure, steps: v.array(text), missed: v.array(text), lights: settings }),
  ),
}
const ProposeSchema = v.strictObject({ ...of, ...WaysSchema })
const SweepSchema = v.strictObject({
  ...of,
  ladder: v.array(v.strictObject({ value: figure, name: text, ...WaysSchema })),
})

const SensitivitySchema = v.strictObject({
  ...of,
  slips: v.array(
    v.strictObject({
      id: text,
      name: text,
      way: v.picklist(['depth', 'across', 'height', 'turn']),
      subject: figure,
      backdrop: figure,
      evenness: figure,
      worst: figure,
    }),
  ),
})

const MapSchema = v.strictObject({
  ...of,
  camera: CameraSettingSchema,
  surface: v.picklist(['backdrop', 'floor']),
  columns: figure,
  rows: figure,
  stopsOverCamera: v.array(v.array(v.nullable(figure))),
})

const WalkSchema = v.strictObject({
  ...of,
  camera: CameraSettingSchema,
  receptor: v.literal('dome'),
  steps: v.array(v.strictObject({ alongM: figure, positionM: place, fNumber: figure, stopsOverCamera: figure })),
})

/** What each command answers, by its name. */
export const ANSWERS = {
  readings: ReadingsSchema,
  solve: SolveSchema,
  propose: ProposeSchema,
  sweep: SweepSchema,
  sensitivity: SensitivitySchema,
  map: MapSchema,
  walk: WalkSchema,
} as const
