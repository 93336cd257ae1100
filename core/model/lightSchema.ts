import * as v from 'valibot'
import { EXPOSURE } from '../physics/photometry/exposure'
import { between, colour, degrees, identifier, kitId, place, title, transmittance } from './schemaBasics'

/** Intensity on the axis that a light can have, candela (lux at 1 m), and the longest side of its front, metres. */
export const LUX_AT_1_M = [1, 1e8] as const
/** Fronts of lights are at most so wide and high, metres. */
export const MOST_FRONT_M = 12

const OutputSchema = v.variant('from', [
  v.strictObject({
    from: v.literal('guide-number'),
    guideNumberM: between(1, 2000),
    convention: v.optional(v.picklist(['metered', 'candela-0.05', 'candela-0.063']), 'metered'),
  }),
  v.strictObject({
    from: v.literal('reading'),
    fNumber: between(...EXPOSURE.fNumber),
    distanceM: between(0.1, 50),
    iso: between(...EXPOSURE.iso),
  }),
  v.strictObject({ from: v.literal('lux-at-1-m'), lux: between(...LUX_AT_1_M) }),
])

/** Watts that a lamp draws while it burns; null where it is not known. */
const watts = v.optional(v.nullable(between(1, 30000)), null)

const lamp = <K extends string>(kind: K) =>
  v.strictObject({
    kind: v.literal(kind),
    name: title,
    output: OutputSchema,
    rangeStops: between(0.5, 12),
    clickStops: between(0.05, 1),
    /** Colour temperature of what the lamp sends out. */
    cctK: v.optional(between(1700, 20000), 5600),
    watts,
    /** What it gives against its rating, stops. */
    givesStops: v.optional(between(-3, 1), 0),
    kitId,
  })

/** A flash or continuous lamp, as a kit lists it and a light holds it. */
export const LampSchema = v.variant('kind', [lamp('flash'), lamp('continuous')])

const angle = between(0.1, 89)
const opening = v.nullable(between(-60, 90))

const PhotometricTableSchema = v.strictObject({
  type: v.picklist(['A', 'B', 'C']),
  verticalDeg: v.pipe(v.array(between(-180, 180)), v.minLength(2), v.maxLength(1000), v.readonly()),
  horizontalDeg: v.pipe(v.array(between(-180, 360)), v.minLength(1), v.maxLength(1000), v.readonly()),
  relative: v.pipe(v.array(v.pipe(v.array(between(0, 1)), v.minLength(2), v.readonly())), v.minLength(1), v.readonly()),
})

const share = between(0, 1)

const tiltNumbers = (least: number, most: number) =>
  v.pipe(v.array(between(least, most)), v.minLength(1), v.maxLength(1000), v.readonly())

const MaskSchema = v.variant('kind', [
  v.strictObject({ kind: v.literal('strip'), share, turnDeg: degrees }),
  v.strictObject({
    kind: v.literal('slats'),
    count: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(60)),
    openShare: share,
    turnDeg: degrees,
  }),
  v.strictObject({
    kind: v.literal('window'),
    columns: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(12)),
    rows: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(12)),
    barShare: share,
    turnDeg: degrees,
  }),
])

/** What shapes a lamp's light: its front and its distribution. */
export const ModifierSchema = v.strictObject({
  kind: identifier,
  name: title,
  front: v.variant('shape', [
    v.strictObject({
      shape: v.literal('rectangle'),
      widthM: between(0.02, MOST_FRONT_M),
      heightM: between(0.02, MOST_FRONT_M),
    }),
    v.strictObject({ shape: v.literal('disc'), radiusM: between(0.01, MOST_FRONT_M / 2) }),
    v.strictObject({ shape: v.literal('ring'), innerRadiusM: between(0, 6), outerRadiusM: between(0.01, 6) }),
    v.strictObject({ shape: v.literal('ball'), radiusM: between(0.005, 3) }),
  ]),
  halfIntensityDeg: between(1, 89),
  lossStops: between(-6, 10),
  cutoff: v.optional(v.nullable(v.strictObject({ angleDeg: angle, softDeg: between(0.05, 45) })), null),
  backSpill: v.optional(v.nullable(v.strictObject({ share, halfIntensityDeg: between(1, 89) })), null),
  leaves: v.optional(
    v.nullable(
      v.strictObject({
        lengthM: between(0.02, 3),
        topDeg: opening,
        bottomDeg: opening,
        leftDeg: opening,
        rightDeg: opening,
      }),
    ),
    null,
  ),
  halfScrim: v.optional(v.nullable(v.strictObject({ stops: between(0, 4), turnDeg: degrees })), null),
  mask: v.optional(v.nullable(MaskSchema), null),
  table: v.optional(v.nullable(PhotometricTableSchema), null),
  /** Output by tilt from straight down. */
  tilt: v.optional(v.nullable(v.strictObject({ anglesDeg: tiltNumbers(0, 180), factors: tiltNumbers(0, 10) })), null),
  /** Where the lamp stands in a lens or a parabola, 0 spot or at the focus to 1 flood or pushed in. */
  focus: v.optional(v.nullable(v.strictObject({ of: v.picklist(['fresnel', 'parabola']), share })), null),
  /**
   * How the light of a lens diverges: half the angle that the lamp is seen under from it, and how far behind it the
   * lamp's image lies.
   */
  lens: v.optional(v.nullable(v.strictObject({ spread: between(0.001, 2), imageM: between(0.001, 1000) })), null),
  housing: v.optional(
    v.nullable(v.strictObject({ frontReflectance: between(0, 0.95), backReflectance: between(0, 0.95) })),
    { frontReflectance: 0.55, backReflectance: 0.05 },
  ),
})

/** A gel: transmittance in three channels. */
export const GelSchema = v.strictObject({ name: title, transmittance })

/** Where a light looks; feathering turns it off that aim: to the right as seen from behind the light, and up. */
const AimSchema = v.variant('at', [
  v.strictObject({
    at: v.literal('subject'),
    subjectId: identifier,
    heightM: between(0, 30),
    featherPanDeg: between(-180, 180),
    featherTiltDeg: between(-90, 90),
  }),
  v.strictObject({
    at: v.literal('place'),
    place,
    featherPanDeg: between(-180, 180),
    featherTiltDeg: between(-90, 90),
  }),
])

/** A light: lamp, modifier, colour, place and aim. */
export const LightSchema = v.strictObject({
  id: identifier,
  /** The letter or short name on the stand. */
  name: title,
  job: v.picklist(['key', 'fill', 'edge', 'hair', 'top', 'backdrop']),
  lamp: LampSchema,
  modifier: ModifierSchema,
  colour,
  /** A gel before the light, or null. */
  gel: v.optional(v.nullable(GelSchema), null),
  place,
  aim: AimSchema,
  /** Turned about its axis, clockwise as seen from behind. */
  rollDeg: v.optional(between(-180, 180), 0),
})
