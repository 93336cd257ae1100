import * as v from 'valibot'

/** What laptop and phones say to each other, once opened. */

const text = (most: number) => v.pipe(v.string(), v.maxLength(most))
const id = text(80)
const list = <T extends v.GenericSchema>(schema: T, most: number) => v.pipe(v.array(schema), v.maxLength(most))

/** A step of a change, with all that is in it. */
const stepKey = text(600)

/** What a phone shows: all of it comes from the laptop, in words. */
export const ViewSchema = v.object({
  setId: id,
  setName: text(80),
  lookId: id,
  lookName: text(80),
  verdict: v.nullable(v.object({ state: text(20), headline: text(1000), missStops: v.nullable(v.number()) })),
  /** Places of the rail: stops against the camera setting, the value where it has one, and by how much it misses. */
  rail: list(
    v.object({
      id,
      name: text(120),
      stops: v.number(),
      value: v.nullable(v.number()),
      missStops: v.nullable(v.number()),
    }),
    300,
  ),
  /** Names of the lights of the run: each step says by their numbers which of them are on. */
  inUse: list(text(80), 60),
  /** The run, step by step. */
  steps: list(
    v.object({
      id: text(200),
      title: text(160),
      where: text(400),
      on: list(v.number(), 60),
      expected: text(60),
      example: text(60),
      mayBeNothing: v.boolean(),
      /** What was read; empty while it is to be read. */
      read: text(60),
    }),
    300,
  ),
  /** Lamps that the phone may turn; none while the rig is not armed. */
  lamps: list(
    v.object({
      id,
      name: text(80),
      job: text(20),
      isOn: v.boolean(),
      powerStops: v.number(),
      rangeStops: v.number(),
      power: text(40),
    }),
    60,
  ),
  isBlackout: v.boolean(),
  /** What is to be done from the look before to this one. */
  change: v.nullable(
    v.object({
      title: text(200),
      lines: list(v.object({ key: stepKey, words: text(400), caution: text(400), isDone: v.boolean() }), 200),
    }),
  ),
})

/** What a phone shows. */
export type PhoneView = v.InferOutput<typeof ViewSchema>

const opId = v.pipe(v.string(), v.regex(/^[\da-f]{12}$/))
const op = { id: opId, setId: id, lookId: id }

/** What a phone asks for: each with a name of its own, so that it is done once however often it is sent. */
export const OpSchema = v.variant('kind', [
  v.object({ ...op, kind: v.literal('reading'), stepId: text(200), shown: text(60) }),
  /** A reading that is not to count after all, by the name of what asked for it. */
  v.object({ ...op, kind: v.literal('take-back'), readingId: opId }),
  v.object({ ...op, kind: v.literal('lamp'), lightId: id, isOn: v.boolean(), powerStops: v.number() }),
  v.object({ ...op, kind: v.literal('blackout'), isOn: v.boolean() }),
  /** A step of the change to the look that is shown, ticked off or not. */
  v.object({ ...op, kind: v.literal('tick'), stepKey, isDone: v.boolean() }),
])

/** What a phone asks for. */
export type Op = v.InferOutput<typeof OpSchema>

/**
 * Readings, what takes them back, and ticks keep; a lamp that is turned minutes later than somebody pressed would be a
 * danger.
 */
export const mayWait = ({ kind }: Pick<Op, 'kind'>): boolean =>
  kind === 'reading' || kind === 'take-back' || kind === 'tick'

const challenge = v.pipe(v.string(), v.regex(/^[\da-f]{32}$/))

/** What a phone says. */
export const FromPhoneSchema = v.variant('kind', [
  v.object({ kind: v.literal('hello'), challenge, name: text(60) }),
  v.object({ kind: v.literal('op'), op: OpSchema }),
])

/** What the laptop says. */
export const FromLaptopSchema = v.variant('kind', [
  /** The answer to a hello: it says its challenge again, which only somebody who heard it just now can. */
  v.object({ kind: v.literal('welcome'), challenge, view: v.nullable(ViewSchema) }),
  /** The laptop has come, or come back: whoever hears it greets. */
  v.object({ kind: v.literal('here') }),
  v.object({ kind: v.literal('view'), view: ViewSchema }),
  v.object({ kind: v.literal('ack'), opId, how: v.picklist(['done', 'refused', 'later']), message: text(1000) }),
  v.object({ kind: v.literal('end') }),
])

/** What a phone says. */
export type FromPhone = v.InferOutput<typeof FromPhoneSchema>
/** What the laptop says. */
export type FromLaptop = v.InferOutput<typeof FromLaptopSchema>
