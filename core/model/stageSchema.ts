import * as v from 'valibot'
import { rule } from './rules'
import { BUILDS } from '../physics/figure/builds'
import { HAIRCUTS } from '../physics/figure/shown/shown'
import { POSES } from '../physics/figure/poses'
import {
  between,
  degrees,
  gloss,
  identifier,
  kitId,
  metres,
  place,
  reflectance,
  side,
  title,
  transmittance,
} from './schemaBasics'

const DARK_HAIR = [0.07, 0.05, 0.04] as const

/** The room: sizes in metres, reflectances of its surfaces. */
export const RoomSchema = v.strictObject({
  widthM: between(1.5, 60),
  depthM: between(1.5, 60),
  heightM: between(1.8, 30),
  /** Free depth behind the backdrop; the rest of the room lies in front of it. */
  behindBackdropM: between(0.02, 50),
  reflectances: v.strictObject({
    back: reflectance,
    front: reflectance,
    left: reflectance,
    right: reflectance,
    floor: reflectance,
    ceiling: reflectance,
  }),
  /**
   * The room's own light (daylight, working lamps) by what falls on a flat receptor, and its colour; null where it is
   * not known. Readings with all lamps off say more.
   */
  ambient: v.optional(v.nullable(v.strictObject({ lux: between(0, 100_000), cctK: between(1700, 20000) })), null),
  /** A floor that mirrors, or null. */
  floorGloss: v.optional(gloss, null),
})

/** Kinds of backdrop by how they are built; docs/formats.md says what each makes of the sizes. */
export const BACKDROP_KINDS = [
  'paper-roll',
  'fabric',
  'vinyl',
  'painted-wall',
  'cyclorama',
  'lit-panel',
  'keying-screen',
] as const

/** The backdrop: kind, size in metres, surface. */
export const BackdropSchema = v.strictObject({
  kind: v.picklist(BACKDROP_KINDS),
  name: title,
  widthM: between(0.3, 40),
  heightM: between(0.5, 29),
  /** Middle of the backdrop from the middle of the room, to the right. */
  centreXM: metres,
  /** What lies on the floor in front of the drop; 0 for none. */
  sweepM: between(0, 20),
  reflectance,
  gloss: v.optional(gloss, null),
  /** Radius of the curve between drop and floor. */
  coveRadiusM: v.optional(between(0.05, 5), 0.35),
  /** A cyclorama's second wall, at the left or right end of the first, and how far it comes forward. */
  corner: v.optional(
    v.nullable(v.strictObject({ side: v.picklist(['left', 'right']), depthM: between(0.5, 40) })),
    null,
  ),
  /** What a lit panel lets through. */
  transmittance: v.optional(transmittance, [0, 0, 0]),
  /** Patches of a painted cloth: how far they stray from the mean in stops, and how large they are. Pictures alone. */
  mottle: v.optional(v.nullable(v.strictObject({ contrastStops: between(0, 1.5), sizeM: between(0.02, 3) })), null),
  kitId,
})

/** A subject: pose, height in metres, mark, surfaces. */
export const SubjectSchema = v.strictObject({
  id: identifier,
  name: title,
  place: v.strictObject({ xM: metres, yM: metres }),
  heightM: between(0.1, 2.4),
  skin: reflectance,
  clothing: reflectance,
  hair: v.optional(reflectance, DARK_HAIR),
  /** How pictures show the hair, and whether glasses are worn: what light does to meters is the same. */
  haircut: v.optional(v.picklist(HAIRCUTS), 'short'),
  glasses: v.optional(v.boolean(), false),
  pose: v.optional(v.picklist(POSES), 'standing'),
  build: v.optional(v.picklist(BUILDS), 'man'),
  /** 0 faces the camera's side of the room; above 0 turns toward the camera's left. */
  turnDeg: v.optional(degrees, 0),
})

/** How the camera turns light into pixel values. */
const ResponseSchema = v.variant('kind', [
  v.strictObject({ kind: v.literal('srgb') }),
  /** Highlights roll off: white clips so many stops later than it would on the straight curve. */
  v.strictObject({ kind: v.literal('shoulder'), headroomStops: between(0.1, 3) }),
  /** Read off a bracket of one grey card: the pixel values of it at stops over the camera setting. */
  v.strictObject({
    kind: v.literal('measured'),
    cardReflectance: between(0.02, 1),
    steps: v.pipe(
      v.array(v.strictObject({ stops: between(-10, 8), value: between(0, 255) })),
      v.minLength(3, rule('bracket-short')),
      v.maxLength(60),
      v.check(
        steps =>
          steps.every(
            (step, index) =>
              index === 0 || (step.stops > steps[index - 1]!.stops && step.value >= steps[index - 1]!.value),
          ),
        rule('bracket-falls'),
      ),
      v.check(steps => new Set(steps.map(step => step.value)).size > 2, rule('bracket-flat')),
    ),
  }),
])

/** The camera: place, lens, sensor, response. */
export const CameraSchema = v.strictObject({
  place,
  aimHeightM: between(0, 30),
  lens: v.strictObject({ focalLengthMm: between(4, 1200) }),
  sensor: v.strictObject({ widthMm: between(2, 120), heightMm: between(2, 120) }),
  /**
   * What the lens takes toward the corners: nothing (the camera corrects it), by the model, or by flat fields where
   * there is one for lens and aperture.
   */
  falloff: v.optional(
    v.strictObject({
      use: v.picklist(['none', 'model', 'measured']),
      fields: v.pipe(
        v.array(
          v.strictObject({
            focalLengthMm: between(4, 1200),
            fNumber: between(0.25, 720),
            columns: v.pipe(v.number(), v.integer(), v.minValue(2), v.maxValue(24)),
            rows: v.pipe(v.number(), v.integer(), v.minValue(2), v.maxValue(24)),
            stops: v.pipe(v.array(between(-8, 2)), v.minLength(4), v.maxLength(576)),
          }),
        ),
        v.maxLength(24),
      ),
    }),
    { use: 'none', fields: [] },
  ),
  apertures: v.strictObject({ widest: between(0.5, 64), smallest: between(0.7, 720), clickStops: between(0.05, 1) }),
  response: ResponseSchema,
  /** Share of the frame's mean luminance that the lens spreads over every pixel (the glare index of ISO 9358). */
  veilingGlare: between(0, 0.5),
  whiteBalanceK: v.optional(between(1700, 20000), 5600),
  /** The shortest shutter, seconds, that still shows the whole frame to a flash. */
  syncShutterS: v.optional(between(1 / 8000, 1), 1 / 200),
  /**
   * Stops by which the lens passes less than its f-number says: its T-number, and close focus, as one factor; 0 where
   * the response was measured through it.
   */
  lensLossStops: v.optional(between(0, 4), 0),
  /**
   * Stops from white to the end of what the sensor can hold. By ISO 12232 (2019) the speed that is reckoned from the
   * end leaves half a stop over a white card (from memory); cameras leave more.
   */
  sensorHeadroomStops: v.optional(between(-1, 6), 0.5),
  kitId,
})

const holeCount = (most: number) => v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(most))

/** A flat panel on a stand: flag, board, V-flat, curtain, silver, diffusion frame. */
export const PanelSchema = v.strictObject({
  id: identifier,
  name: title,
  kind: identifier,
  /** The middle of the lower edge; of a V-flat, of its hinge. */
  place,
  widthM: between(0.05, 40),
  heightM: between(0.05, 29),
  /** The front looks toward the camera's side of the room at 0; above 0 turns toward the camera's left. */
  turnDeg: degrees,
  /** Leaning back from upright; 90 lies with its front up. */
  tiltDeg: between(-90, 90),
  /** Two wings of this width, hinged, with so many degrees between their fronts; null for one panel. */
  hingeDeg: v.nullable(between(20, 340)),
  /**
   * What is cut out of a flat panel: level slats with gaps, or a lattice of bars; null for a whole one. Shares are of
   * its size that is open.
   */
  holes: v.optional(
    v.nullable(
      v.variant('kind', [
        v.strictObject({ kind: v.literal('slats'), count: holeCount(24), openShare: between(0.05, 0.95) }),
        v.strictObject({
          kind: v.literal('lattice'),
          columns: holeCount(8),
          rows: holeCount(8),
          openShare: between(0.05, 0.95),
        }),
      ]),
    ),
    null,
  ),
  front: side,
  back: side,
  transmittance,
  kitId,
})

/** A thing beside the subjects. */
export const PropSchema = v.strictObject({
  id: identifier,
  name: title,
  /** The middle of its foot. */
  place,
  turnDeg: degrees,
  form: v.variant('shape', [
    v.strictObject({
      shape: v.literal('box'),
      widthM: between(0.02, 20),
      depthM: between(0.02, 20),
      heightM: between(0.02, 20),
    }),
    v.strictObject({ shape: v.literal('cylinder'), radiusM: between(0.01, 10), heightM: between(0.02, 20) }),
  ]),
  surface: side,
})

/** A place where the user reads light, beside those that the set has of itself. */
export const OwnPointSchema = v.strictObject({
  id: v.pipe(identifier, v.startsWith('own/', rule('own-point-id'))),
  name: title,
  place,
  /** Where the receptor looks: 0 toward the camera's side of the room, above 0 toward the camera's left; and upward. */
  turnDeg: degrees,
  tiltDeg: between(-90, 90),
  receptor: v.picklist(['flat', 'dome']),
})
