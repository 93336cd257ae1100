import * as v from 'valibot'

/** The version of the set model; older files are upgraded when they are opened. */
export const SET_VERSION = 1

const between = (least: number, most: number) => v.pipe(v.number(), v.minValue(least), v.maxValue(most))
const metres = between(-60, 60)
const identifier = v.pipe(v.string(), v.regex(/^[a-z0-9][a-z0-9/-]{0,63}$/, 'An id is 1 to 64 small letters, digits, hyphens or slashes.'))
const title = v.pipe(v.string(), v.minLength(1), v.maxLength(80))
const words = v.pipe(v.string(), v.maxLength(2000))
/** Share of light a surface returns, per channel. 0.98 is above any real material and keeps a closed room finite. */
const reflectance = v.pipe(v.tuple([between(0, 0.98), between(0, 0.98), between(0, 0.98)]), v.readonly())
const colour = v.pipe(v.tuple([between(0, 4), between(0, 4), between(0, 4)]), v.readonly())
const place = v.strictObject({ xM: metres, yM: metres, zM: between(0, 30) })

const RoomSchema = v.strictObject({
  widthM: between(1.5, 60),
  depthM: between(1.5, 60),
  heightM: between(1.8, 30),
  /** Free depth behind the backdrop; the rest of the room lies in front of it. */
  behindBackdropM: between(0.02, 50),
  reflectances: v.strictObject({
    back: reflectance, front: reflectance, left: reflectance, right: reflectance, floor: reflectance, ceiling: reflectance,
  }),
})

const BackdropSchema = v.strictObject({
  kind: v.literal('paper-roll'),
  name: title,
  widthM: between(0.3, 40),
  heightM: between(0.5, 29),
  /** Middle of the backdrop from the middle of the room, to the right. */
  centreXM: metres,
  /** Paper that lies on the floor in front of the drop; 0 for none. */
  sweepM: between(0, 20),
  reflectance,
})

const SubjectSchema = v.strictObject({
  id: identifier,
  name: title,
  place: v.strictObject({ xM: metres, yM: metres }),
  heightM: between(0.4, 2.4),
  skin: reflectance,
  clothing: reflectance,
})

const CameraSchema = v.strictObject({
  place,
  aimHeightM: between(0, 30),
  lens: v.strictObject({ focalLengthMm: between(4, 1200) }),
  sensor: v.strictObject({ widthMm: between(2, 120), heightMm: between(2, 120) }),
  apertures: v.strictObject({ widest: between(0.5, 64), smallest: between(0.7, 720), clickStops: between(0.05, 1) }),
  response: v.strictObject({ kind: v.literal('srgb') }),
  /** Share of the frame's mean luminance that the lens spreads over every pixel (the glare index of ISO 9358). */
  veilingGlare: between(0, 0.5),
})

const OutputSchema = v.variant('from', [
  v.strictObject({ from: v.literal('guide-number'), guideNumberM: between(1, 2000) }),
  v.strictObject({ from: v.literal('reading'), fNumber: between(0.25, 720), distanceM: between(0.1, 50), iso: between(3, 409600) }),
  v.strictObject({ from: v.literal('lux-at-1-m'), lux: between(1, 1e8) }),
])

const LampSchema = v.variant('kind', [
  v.strictObject({ kind: v.literal('flash'), name: title, output: OutputSchema, rangeStops: between(0.5, 12), clickStops: between(0.05, 1) }),
  v.strictObject({ kind: v.literal('continuous'), name: title, output: OutputSchema, rangeStops: between(0.5, 12), clickStops: between(0.05, 1) }),
])

const ModifierSchema = v.strictObject({
  kind: identifier,
  name: title,
  front: v.variant('shape', [
    v.strictObject({ shape: v.literal('rectangle'), widthM: between(0.02, 12), heightM: between(0.02, 12) }),
    v.strictObject({ shape: v.literal('disc'), radiusM: between(0.01, 6) }),
  ]),
  halfIntensityDeg: between(1, 89),
  lossStops: between(-3, 10),
})

/** Where a light looks; feathering turns it off that aim, to its left and up. */
const AimSchema = v.variant('at', [
  v.strictObject({ at: v.literal('subject'), subjectId: identifier, heightM: between(0, 30), featherPanDeg: between(-180, 180), featherTiltDeg: between(-90, 90) }),
  v.strictObject({ at: v.literal('place'), place, featherPanDeg: between(-180, 180), featherTiltDeg: between(-90, 90) }),
])

const LightSchema = v.strictObject({
  id: identifier,
  /** The letter or short name on the stand. */
  name: title,
  job: v.picklist(['key', 'fill', 'edge', 'hair', 'top', 'backdrop']),
  lamp: LampSchema,
  modifier: ModifierSchema,
  colour,
  place,
  aim: AimSchema,
})

const TargetSchema = v.variant('kind', [
  /** A pixel value of the picture, 0 to 255. */
  v.strictObject({ kind: v.literal('value'), value: between(0, 255) }),
  /** Stops over the camera setting, as the point's receptor reads it. */
  v.strictObject({ kind: v.literal('stops'), stops: between(-12, 6) }),
])

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
  room: RoomSchema,
  backdrop: BackdropSchema,
  subjects: v.pipe(v.array(SubjectSchema), v.minLength(1, 'A set has at least one subject mark.'), v.maxLength(12)),
  camera: CameraSchema,
  lights: v.pipe(v.array(LightSchema), v.maxLength(60)),
  looks: v.pipe(v.array(LookSchema), v.minLength(1, 'A set has at least one look.'), v.maxLength(40)),
  readings: v.pipe(v.array(ReadingSchema), v.maxLength(5000)),
  frames: v.pipe(v.array(FrameSchema), v.maxLength(500)),
})

/** Everything that is known about a studio set-up; see docs/formats.md. */
export type StudioSet = v.InferOutput<typeof SetShape>
export type Room = StudioSet['room']
export type Backdrop = StudioSet['backdrop']
export type Subject = StudioSet['subjects'][number]
export type Camera = StudioSet['camera']
export type Light = StudioSet['lights'][number]
export type Lamp = Light['lamp']
export type Aim = Light['aim']
export type Look = StudioSet['looks'][number]
export type LightSetting = v.InferOutput<typeof LightSettingSchema>
export type CameraSetting = v.InferOutput<typeof CameraSettingSchema>
export type Target = v.InferOutput<typeof TargetSchema>
export type Reading = StudioSet['readings'][number]
export type Frame = StudioSet['frames'][number]
export type Place = v.InferOutput<typeof place>
