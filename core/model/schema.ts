import * as v from 'valibot'
import { rule } from './rules'
import { DaySchema, NO_DAY } from './daySchema'
import { BriefSchema, NO_BRIEF } from './briefSchema'
import { LightSchema } from './lightSchema'
import { FrameSchema } from './frameSchema'
import {
  between,
  CameraSettingSchema,
  byId,
  identifier,
  LightSettingSchema,
  notList,
  title,
  words,
  type place,
} from './schemaBasics'
import {
  BackdropSchema,
  CameraSchema,
  OwnPointSchema,
  PanelSchema,
  PropSchema,
  RoomSchema,
  SubjectSchema,
} from './stageSchema'
import { MOST } from './limits'
import { NO_RIG, RigSchema } from './rigSchema'
import { NO_OVERRIDES, OverridesSchema } from './overridesSchema'
import { PLAIN_METER, SetMeterSchema } from './meterSchema'
import { GridSchema, HoldSchema, PLAIN_RUN, ReadingSchema, RunSchema } from './readingSchema'
import { AreaTargetSchema, TargetSchema } from './targetSchema'

/** The version of the set model; older files are upgraded when they are opened. */
export const SET_VERSION = 10

const LookSchema = v.strictObject({
  id: identifier,
  name: title,
  lights: byId(LightSettingSchema),
  exposure: v.strictObject({
    ...CameraSettingSchema.entries,
    /** The point whose predicted reading the aperture follows, in the camera's clicks; null when it is set by hand. */
    followsPointId: v.nullable(identifier),
  }),
  targets: byId(TargetSchema),
  /** What is wanted of whole areas. */
  areas: v.optional(v.pipe(v.array(AreaTargetSchema), v.maxLength(20)), []),
  /** How the run of readings differs from the one that the set makes by itself. */
  run: v.optional(RunSchema, PLAIN_RUN),
  /** Where evenness is read; null until somebody wants to. */
  grid: v.optional(v.nullable(GridSchema), null),
  /** How the stage differs from the set's while this look is taken. */
  overrides: v.optional(notList(OverridesSchema), NO_OVERRIDES),
})

/** The shape of a set; what it must hold beyond its shape is in sound.ts. */
export const SetShape = v.strictObject({
  id: identifier,
  name: title,
  notes: words,
  brief: v.optional(BriefSchema, NO_BRIEF),
  room: RoomSchema,
  backdrop: BackdropSchema,
  subjects: v.pipe(v.array(SubjectSchema), v.minLength(1, rule('subject-needed')), v.maxLength(MOST.subjects)),
  camera: CameraSchema,
  panels: v.optional(v.pipe(v.array(PanelSchema), v.maxLength(MOST.panels)), []),
  props: v.optional(v.pipe(v.array(PropSchema), v.maxLength(MOST.props)), []),
  points: v.optional(v.pipe(v.array(OwnPointSchema), v.maxLength(MOST.points)), []),
  lights: v.pipe(v.array(LightSchema), v.maxLength(MOST.lights)),
  /** Things that stay where they are, by id. */
  locked: v.optional(v.pipe(v.array(identifier), v.maxLength(MOST.locked)), []),
  /** Things that move as one, by id. */
  groups: v.optional(
    v.pipe(v.array(v.pipe(v.array(identifier), v.minLength(2), v.maxLength(MOST.locked))), v.maxLength(MOST.groups)),
    [],
  ),
  looks: v.pipe(v.array(LookSchema), v.minLength(1, rule('look-needed')), v.maxLength(MOST.looks)),
  /** Sitters, times and the looks' order. */
  day: v.optional(notList(DaySchema), NO_DAY),
  /** Which lamps a desk dims, and how. */
  rig: v.optional(notList(RigSchema), NO_RIG),
  /** What it is read with, and how places are read that are not read as usual. */
  meter: v.optional(SetMeterSchema, PLAIN_METER),
  holds: v.optional(byId(HoldSchema), {}),
  readings: v.pipe(v.array(ReadingSchema), v.maxLength(MOST.readings)),
  frames: v.pipe(v.array(FrameSchema), v.maxLength(MOST.frames)),
  /** What readings have taught, held as it is; null while every reading goes on teaching. */
  frozen: v.optional(
    v.nullable(v.strictObject({ lightStops: byId(between(-8, 8)), bounceStops: between(-4, 4) })),
    null,
  ),
})

/** Everything that is known about a studio set-up; see docs/formats.md. */
export type StudioSet = v.InferOutput<typeof SetShape>
/** What is asked of a set. */
export type Brief = StudioSet['brief']
/** The room: sizes in metres, surfaces. */
export type Room = StudioSet['room']
/** The backdrop: kind, size in metres, surface. */
export type Backdrop = StudioSet['backdrop']
/** A subject on its mark. */
export type Subject = StudioSet['subjects'][number]
/** A board, flag, curtain or frame that stands in the room. */
export type Panel = StudioSet['panels'][number]
/** A thing beside the subjects. */
export type Prop = StudioSet['props'][number]
/** A meter point of the user's own. */
export type OwnPoint = StudioSet['points'][number]
/** The camera: place, lens, sensor, response. */
export type Camera = StudioSet['camera']
/** How a camera turns light into values. */
export type CameraResponse = Camera['response']
/** A light: lamp, modifier, colour, place and aim. */
export type Light = StudioSet['lights'][number]
/** A lamp: output, range and clicks of its power. */
export type Lamp = Light['lamp']
/** What a light looks at, and how far it is feathered off it. */
export type Aim = Light['aim']
/** A look: settings of the lights, exposure, targets. */
export type Look = StudioSet['looks'][number]
/** Whether a light is on, and its power in stops below full. */
export type LightSetting = v.InferOutput<typeof LightSettingSchema>
/** Aperture, shutter time in seconds, film speed. */
export type CameraSetting = v.InferOutput<typeof CameraSettingSchema>
/** What is wanted of a point. */
export type Target = v.InferOutput<typeof TargetSchema>
/** What is wanted of an area. */
export type AreaTarget = v.InferOutput<typeof AreaTargetSchema>
/** A reading of the meter, with all that it stands for. */
export type Reading = StudioSet['readings'][number]
/** How the meter is held: receptor, and where it looks. */
export type Hold = v.InferOutput<typeof HoldSchema>
/** A grid of places by which evenness is read. */
export type Grid = NonNullable<Look['grid']>
/** A test shot as it was read. */
export type Frame = StudioSet['frames'][number]
/** A correction of a test shot's regions by hand. */
export type RegionEdit = Frame['edits'][number]
/** A place in the room, metres. */
export type Place = v.InferOutput<typeof place>
