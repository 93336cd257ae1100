import * as v from 'valibot'
import { rule } from './rules'
import { MOST } from './limits'
import { between, identifier, reflectance, title, words } from './schemaBasics'

/** A time of the day, whole minutes since midnight. */
const minuteOfDay = v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(24 * 60 - 1))
/** A span, minutes: up to a whole day. */
const span = between(0, 24 * 60)

/** What the order of looks has to keep to; looks by their id. */
const ConditionSchema = v.variant('kind', [
  v.strictObject({ kind: v.picklist(['first', 'last']), lookId: identifier }),
  v.strictObject({ kind: v.picklist(['before', 'together']), lookId: identifier, otherId: identifier }),
  /** Shoes or powder leave marks: so many minutes of sweeping or fresh paper before another look shows them. */
  v.strictObject({ kind: v.literal('dirties'), lookId: identifier, minutes: between(0, 60) }),
])

/** Somebody who is photographed on the day; a name or a number. */
export const SitterSchema = v.strictObject({
  id: identifier,
  name: title,
  heightM: v.optional(v.nullable(between(0.4, 2.4)), null),
  skin: v.optional(v.nullable(reflectance), null),
  clothing: v.optional(v.nullable(reflectance), null),
  lookIds: v.pipe(v.array(identifier), v.maxLength(MOST.looks)),
  /** In front of the camera for each look, minutes. */
  minutesPerLook: between(0.5, 240),
  /** When the sitter is there; null for whenever it is the turn. */
  arrivesAt: v.optional(v.nullable(minuteOfDay), null),
  isMinor: v.optional(v.boolean(), false),
  hasGuardian: v.optional(v.boolean(), false),
  isFlashSensitive: v.optional(v.boolean(), false),
  notes: v.optional(words, ''),
})

const BreakSchema = v.strictObject({ id: identifier, name: title, at: minuteOfDay, minutes: between(1, 24 * 60) })

/** What came of a sitter's look on the day itself; minutes since midnight, with their fraction. */
const DoneSchema = v.strictObject({
  sitterId: identifier,
  lookId: identifier,
  state: v.picklist(['done', 'skipped']),
  /** Planned and real minutes of the look, its change included; what the next plan learns from. */
  plannedMinutes: between(0, 24 * 60),
  tookMinutes: between(0, 24 * 60),
  endedAt: between(0, 48 * 60),
})

/** The looks' conditions, the sitters and the times of a day. */
export const DaySchema = v.strictObject({
  /** Year, month and day, or null for any day. */
  date: v.optional(v.nullable(v.pipe(v.string(), v.isoDate(rule('date-form')))), null),
  /** People on set who share the changes. */
  people: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(6)), 1),
  conditions: v.optional(v.pipe(v.array(ConditionSchema), v.maxLength(100)), []),
  startsAt: v.optional(minuteOfDay, 9 * 60),
  endsAt: v.optional(minuteOfDay, 17 * 60),
  setUpMinutes: v.optional(span, 60),
  rehearsalMinutes: v.optional(span, 0),
  strikeMinutes: v.optional(span, 30),
  /** Kept free before the next sitter. */
  spareMinutes: v.optional(between(0, 120), 2),
  breaks: v.optional(v.pipe(v.array(BreakSchema), v.maxLength(20)), []),
  sitters: v.optional(v.pipe(v.array(SitterSchema), v.maxLength(MOST.sitters)), []),
  done: v.optional(v.pipe(v.array(DoneSchema), v.maxLength(MOST.sitters * MOST.looks)), []),
})

/** The looks' conditions, the sitters and the times of a day. */
export type Day = v.InferOutput<typeof DaySchema>
/** Somebody who is photographed on the day. */
export type Sitter = Day['sitters'][number]
/** What the order of looks has to keep to. */
export type LookCondition = Day['conditions'][number]

/** A day that nobody has planned. */
export const NO_DAY: Day = v.parse(DaySchema, {})
