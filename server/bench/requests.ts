import * as v from 'valibot'
import { NO_FAULTS } from './slips'
import { readingPoints } from '#core/tone/readingPoints'
import { CameraSettingSchema } from '#core/set/schemaBasics'
import { SetSchema } from '#core/set/sound'

const seed = v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(2 ** 31))
/** Which of several readings or frames this is; each has its own noise. */
const take = v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(1_000_000))

/** How far the true studio is from its plan: 0 as planned, 1 a rough hall. */
const roughness = v.pipe(v.number(), v.minValue(0), v.maxValue(1))

const FaultsSchema = v.strictObject({ drift: v.boolean(), misfire: v.boolean(), recycling: v.boolean(), slips: v.boolean() })

const question = {
  set: SetSchema,
  lookId: v.string(),
  camera: CameraSettingSchema,
  seed,
  take,
  roughness: v.optional(roughness, 1 / 3),
}

const NO_SUCH_LOOK = 'The set has no such look.'

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
  v.check(({ set, pointId }) => readingPoints(set).some(point => point.id === pointId), 'The set has no such meter point.'),
  v.check(({ set, lightIds }) => lightIds.every(id => set.lights.some(light => light.id === id)), 'The set has no such light.'),
)

export const FrameRequestSchema = v.pipe(
  v.strictObject({ ...question, width: v.pipe(v.number(), v.integer(), v.minValue(16), v.maxValue(800)) }),
  v.check(({ set, lookId }) => set.looks.some(look => look.id === lookId), NO_SUCH_LOOK),
)

export type ReadingRequest = v.InferOutput<typeof ReadingRequestSchema>
export type FrameRequest = v.InferOutput<typeof FrameRequestSchema>
