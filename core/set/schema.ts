import * as v from 'valibot'
import { BriefSchema, NO_BRIEF } from './briefSchema'
import { LightSchema } from './lightSchema'
import { between, identifier, title, words, type place } from './schemaBasics'
import { BackdropSchema, CameraSchema, OwnPointSchema, PanelSchema, PropSchema, RoomSchema, SubjectSchema } from './stageSchema'
import { AreaTargetSchema, TargetSchema } from './targetSchema'

/** The version of the set model; older files are upgraded when they are opened. */
export const SET_VERSION = 4

const LightSettingSchema = v.strictObject({
  on: v.boolean(),
  /** Stops against full power: 0 is full, -1 is half. */
  powerStops: between(-12, 0),
})

export const CameraSettingSchema = v.strictObject({
  fNumber: between(0.25, 720),
  shutterS: between(1 / 16000, 60),
  iso: between(3, 409600),
})

const LookSchema = v.strictObject({
  id: identifier,
  name: title,
  lights: v.record(identifier, LightSettingSchema),
  exposure: v.strictObject({
    ...CameraSettingSchema.entries,
    /** The point whose predicted reading the aperture follows, in the camera's clicks; null when it is set by hand. */
    followsPointId: v.nullable(identifier),
  }),
  targets: v.record(identifier, TargetSchema),
  /** What is wanted of whole areas. */
  areas: v.optional(v.pipe(v.array(AreaTargetSchema), v.maxLength(20)), []),
})

const ReadingSchema = v.strictObject({
  id: identifier,
  lookId: identifier,
  at: v.pipe(v.string(), v.isoTimestamp()),
  pointId: identifier,
  receptor: v.picklist(['flat', 'dome']),
  fNumber: between(0.1, 2000),
  source: v.picklist(['hand', 'bench']),
  camera: CameraSettingSchema,
  /** What each light that was on was modelled to give here, at the power it had, before any reading corrected it. */
  lights: v.record(identifier, v.strictObject({ powerStops: between(-12, 0), directLuxS: v.pipe(v.number(), v.minValue(0)), bouncedLuxS: v.pipe(v.number(), v.minValue(0)) })),
  note: words,
})

const FrameSchema = v.strictObject({
  id: identifier,
  lookId: identifier,
  at: v.pipe(v.string(), v.isoTimestamp()),
  source: v.picklist(['bench']),
  camera: CameraSettingSchema,
  lights: v.record(identifier, LightSettingSchema),
  /** Mean pixel value at each point of the backdrop. */
  values: v.record(identifier, between(0, 255)),
})

/** The shape of a set; what it must hold beyond its shape is in sound.ts. */
export const SetShape = v.strictObject({
  id: identifier,
  name: title,
  notes: words,
  brief: v.optional(BriefSchema, NO_BRIEF),
  room: RoomSchema,
  backdrop: BackdropSchema,
  subjects: v.pipe(v.array(SubjectSchema), v.minLength(1, 'A set has at least one subject mark.'), v.maxLength(12)),
  camera: CameraSchema,
  panels: v.optional(v.pipe(v.array(PanelSchema), v.maxLength(60)), []),
  props: v.optional(v.pipe(v.array(PropSchema), v.maxLength(60)), []),
  points: v.optional(v.pipe(v.array(OwnPointSchema), v.maxLength(60)), []),
  lights: v.pipe(v.array(LightSchema), v.maxLength(60)),
  /** Things that stay where they are, by id. */
  locked: v.optional(v.pipe(v.array(identifier), v.maxLength(300)), []),
  /** Things that move as one, by id. */
  groups: v.optional(v.pipe(v.array(v.pipe(v.array(identifier), v.minLength(2), v.maxLength(300))), v.maxLength(100)), []),
  looks: v.pipe(v.array(LookSchema), v.minLength(1, 'A set has at least one look.'), v.maxLength(40)),
  readings: v.pipe(v.array(ReadingSchema), v.maxLength(5000)),
  frames: v.pipe(v.array(FrameSchema), v.maxLength(500)),
})

/** Everything that is known about a studio set-up; see docs/formats.md. */
export type StudioSet = v.InferOutput<typeof SetShape>
export type Brief = StudioSet['brief']
export type Room = StudioSet['room']
export type Backdrop = StudioSet['backdrop']
export type Subject = StudioSet['subjects'][number]
export type Panel = StudioSet['panels'][number]
export type Prop = StudioSet['props'][number]
export type OwnPoint = StudioSet['points'][number]
export type Camera = StudioSet['camera']
export type CameraResponse = Camera['response']
export type Light = StudioSet['lights'][number]
export type Lamp = Light['lamp']
export type Aim = Light['aim']
export type Look = StudioSet['looks'][number]
export type LightSetting = v.InferOutput<typeof LightSettingSchema>
export type CameraSetting = v.InferOutput<typeof CameraSettingSchema>
export type Target = v.InferOutput<typeof TargetSchema>
export type AreaTarget = v.InferOutput<typeof AreaTargetSchema>
export type Reading = StudioSet['readings'][number]
export type Frame = StudioSet['frames'][number]
export type Place = v.InferOutput<typeof place>
