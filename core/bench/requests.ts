import * as v from 'valibot'
import { rule } from '../model/rules'
import { NO_FAULTS } from './slips'
import { NO_RIG_FAULTS } from './trueRig'
import { SLOTS } from '../model/rigSchema'
import { readingPoints } from '../evaluation/probes/readingPoints'
import { CameraSettingSchema } from '../model/schemaBasics'
import { SetSchema } from '../validation/soundSet'

const seed = v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(2 ** 31))
/** Which of several readings or frames this is; each has its own noise. */
const take = v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(1_000_000))

/** How far the true studio is from its plan: 0 as planned, 1 a rough hall. */
const roughness = v.pipe(v.number(), v.minValue(0), v.maxValue(1))

const FaultsSchema = v.strictObject({
  drift: v.boolean(),
  misfire: v.boolean(),
  recycling: v.boolean(),
  slips: v.boolean(),
})

const RigFaultsSchema = v.strictObject({
  swapped: v.boolean(),
  stuck: v.boolean(),
  drift: v.boolean(),
  steps: v.boolean(),
})

const slots = v.pipe(v.array(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(255))), v.maxLength(SLOTS))

/**
 * Lamps burn as the rig was told, and not as the look says: what reached it, which the server itself knows, and what is
 * wrong with it.
 */
const RigHeardSchema = v.strictObject({
  received: v.optional(
    v.pipe(
      v.record(v.pipe(v.string(), v.regex(/^[1-9]\d{0,4}$/)), slots),
      v.check(universes => Object.keys(universes).length <= 64, rule('universes-over')),
    ),
    {},
  ),
  faults: v.optional(RigFaultsSchema, NO_RIG_FAULTS),
})

const question = {
  set: SetSchema,
  lookId: v.string(),
  camera: CameraSettingSchema,
  seed,
  take,
  roughness: v.optional(roughness, 1 / 3),
  rig: v.optional(v.nullable(RigHeardSchema)),
}

const NO_SUCH_LOOK = rule('no-look')

/** A reading that the bench is asked for. */
export const ReadingRequestSchema = v.pipe(
  v.strictObject({
    ...question,
    pointId: v.string(),
    lightIds: v.array(v.string()),
    meter: v.optional(v.picklist(['incident', 'spot']), 'incident'),
    faults: v.optional(FaultsSchema, NO_FAULTS),
    /** Seconds since lamps were fired last. */
    sinceS: v.optional(v.pipe(v.number(), v.minValue(0)), 60),
  }),
  v.check(({ set, lookId }) => set.looks.some(look => look.id === lookId), NO_SUCH_LOOK),
  v.check(({ set, pointId }) => readingPoints(set).some(point => point.id === pointId), rule('no-meter-point')),
  v.check(({ set, lightIds }) => lightIds.every(id => set.lights.some(light => light.id === id)), rule('no-light')),
)

const picture = {
  ...question,
  width: v.pipe(v.number(), v.integer(), v.minValue(16), v.maxValue(800)),
  format: v.optional(v.picklist(['jpeg', 'png']), 'jpeg'),
  /** The camera has a curve of its own, which only a bracket tells. */
  ownCurve: v.optional(v.boolean(), false),
}
const name = v.pipe(v.string(), v.regex(/^[\w-]{8,64}$/, rule('shot-name')))

/** A picture that the bench is asked for. */
export const ShootRequestSchema = v.pipe(
  v.strictObject({ ...picture, what: v.picklist(['frame', 'bracket']), session: name, shot: name }),
  v.check(({ set, lookId }) => set.looks.some(look => look.id === lookId), NO_SUCH_LOOK),
)

/** A reading that the bench is asked for. */
export type ReadingRequest = v.InferOutput<typeof ReadingRequestSchema>
/** A picture that the bench is asked for. */
export type ShootRequest = v.InferOutput<typeof ShootRequestSchema>
/** A picture by itself, outside a tethered session. */
export type PictureRequest = Omit<ShootRequest, 'what' | 'session' | 'shot'>
