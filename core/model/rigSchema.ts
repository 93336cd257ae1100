import * as v from 'valibot'
import { rule } from './rules'
import { between, byId, title, identifier } from './schemaBasics'
import { MOST } from './limits'

const whole = (least: number, most: number) => v.pipe(v.number(), v.integer(), v.minValue(least), v.maxValue(most))

/** Universes of ANSI E1.31, and slots of each. */
export const UNIVERSES = [1, 63_999] as const
/** Slots of a universe. */
export const SLOTS = 512

const isRising = (shares: number[]): boolean =>
  shares.every((share, index) => index === 0 || share >= shares[index - 1]!)

/** How a dimmer turns a level into light; `measured` has shares of full light at evenly spaced levels, 0 to full. */
export const DimmerCurveSchema = v.variant('kind', [
  v.strictObject({ kind: v.literal('linear') }),
  v.strictObject({ kind: v.literal('square') }),
  v.strictObject({
    kind: v.literal('measured'),
    shares: v.pipe(
      v.array(between(0, 1)),
      v.minLength(2),
      v.maxLength(256),
      v.check(isRising, rule('curve-falls')),
      v.check(shares => shares.at(-1) === 1, rule('curve-not-full')),
    ),
  }),
])

/** What the slots of a fixture mean, from its start address on. */
export const PERSONALITIES = ['intensity-8', 'intensity-16', 'intensity-temperature', 'intensity-rgb'] as const

/** The fixture that a lamp of the set is. */
export const FixtureSchema = v.pipe(
  v.strictObject({
    universe: whole(...UNIVERSES),
    /** Start address; slots are counted from 1. */
    address: whole(1, SLOTS),
    personality: v.optional(v.picklist(PERSONALITIES), 'intensity-8'),
    curve: v.optional(DimmerCurveSchema, { kind: 'linear' }),
    /** Colour temperatures at level 0 and at full of a fixture that has such a control. */
    temperatureK: v.optional(v.strictTuple([between(1700, 20000), between(1700, 20000)]), [2700, 6500]),
    /** Levels that the lamp is kept between while it burns, 0 to 1. */
    leastLevel: v.optional(between(0, 1), 0),
    mostLevel: v.optional(between(0, 1), 1),
  }),
  v.check(({ leastLevel, mostLevel }) => leastLevel < mostLevel, rule('levels-crossed')),
)

/** Lamps dimmed by a desk: what each is, which are dimmed as one, and how looks fade into each other. */
export const RigSchema = v.strictObject({
  fixtures: v.optional(byId(FixtureSchema), {}),
  /** Lamps that are dimmed as one. */
  rows: v.optional(
    v.pipe(
      v.array(
        v.strictObject({
          name: title,
          lightIds: v.pipe(v.array(identifier), v.minLength(2), v.maxLength(MOST.lights)),
        }),
      ),
      v.maxLength(MOST.lights),
    ),
    [],
  ),
  /** Seconds that a look fades in, by its id. */
  fadeS: v.optional(byId(between(0, 600)), {}),
})

/** How a dimmer turns a level into light. */
export type DimmerCurve = v.InferOutput<typeof DimmerCurveSchema>
/** The fixture that a lamp of the set is. */
export type Fixture = v.InferOutput<typeof FixtureSchema>
/** What the slots of a fixture mean. */
export type Personality = Fixture['personality']
/** Lamps dimmed by a desk. */
export type Rig = v.InferOutput<typeof RigSchema>

/** No lamp is patched. */
export const NO_RIG: Rig = { fixtures: {}, rows: [], fadeS: {} }
