import * as v from 'valibot'
import { rule } from '../model/rules'
import { SLOTS, UNIVERSES } from '../model/rigSchema'

/** What the rig's server can be told, and what it says of itself. */

/** A desk that output is lent to: a secret that one browser made up, 16 to 64 letters and digits. */
const desk = v.pipe(v.string(), v.regex(/^[\w-]{16,64}$/, rule('desk-name')))
const level = v.pipe(v.number(), v.minValue(0), v.maxValue(1))
const whole = (least: number, most: number) => v.pipe(v.number(), v.integer(), v.minValue(least), v.maxValue(most))

/** Universes sent at most. */
export const MOST_UNIVERSES = 64
/** Priorities of ANSI E1.31: 0 to 200, 100 where nothing is said. */
export const PRIORITY = { least: 0, most: 200, usual: 100 } as const
/** Longest fade, seconds. */
export const MOST_FADE_S = 600

const universes = v.pipe(
  v.array(whole(...UNIVERSES)),
  v.minLength(1, rule('universe-needed')),
  v.maxLength(MOST_UNIVERSES, rule('universes-over')),
)

const ChannelSchema = v.strictObject({
  universe: whole(...UNIVERSES),
  address: whole(1, SLOTS),
  slots: v.picklist([1, 2]),
  kind: v.picklist(['intensity', 'colour']),
  level,
})

/** What a desk says to the rig. */
export const RigCommandSchema = v.variant('kind', [
  v.strictObject({
    kind: v.literal('arm'),
    desk,
    name: v.pipe(v.string(), v.minLength(1), v.maxLength(40)),
    universes,
    priority: v.optional(whole(PRIORITY.least, PRIORITY.most), PRIORITY.usual),
    /** Seconds that the last levels are held when the desk goes; null until somebody turns them off. */
    holdS: v.nullable(v.pipe(v.number(), v.minValue(0), v.maxValue(86_400))),
    /** Takes over from a desk that has it. */
    takesOver: v.optional(v.boolean(), false),
    /** Needed where levels go further than this machine. */
    secret: v.optional(v.pipe(v.string(), v.maxLength(128)), ''),
  }),
  v.strictObject({
    kind: v.literal('play'),
    desk,
    channels: v.pipe(v.array(ChannelSchema), v.maxLength(1000)),
    fadeS: v.pipe(v.number(), v.minValue(0), v.maxValue(MOST_FADE_S)),
  }),
  v.strictObject({ kind: v.literal('master'), desk, level }),
  v.strictObject({ kind: v.literal('blackout'), desk, isOn: v.boolean() }),
  v.strictObject({ kind: v.literal('alive'), desk }),
  v.strictObject({ kind: v.literal('disarm'), desk }),
])

/** What a desk says to the rig. */
export type RigCommand = v.InferOutput<typeof RigCommandSchema>

const SourceSchema = v.object({
  name: v.string(),
  priority: v.number(),
  /** Where its packets come from. */
  address: v.string(),
})

/** What the rig's server says of itself. */
export const RigStateSchema = v.object({
  /** Where levels go: this machine, named hosts, or every listener of an interface. */
  to: v.object({
    interface: v.string(),
    hosts: v.array(v.string()),
    port: v.number(),
    isLoopback: v.boolean(),
    needsSecret: v.boolean(),
  }),
  /** Why nothing can be sent or heard; null while all is well. */
  problem: v.nullable(v.string()),
  armed: v.nullable(
    v.object({
      name: v.string(),
      universes: v.array(v.number()),
      priority: v.number(),
      master: v.number(),
      isBlackout: v.boolean(),
      isFading: v.boolean(),
      /** The desk does not answer: its last levels are held for so many seconds more; null without an end. */
      holding: v.nullable(v.object({ leftS: v.nullable(v.number()) })),
    }),
  ),
  /** Universes that are heard from anybody, with who sends them and the slots in force. */
  heard: v.array(
    v.object({
      universe: v.number(),
      sources: v.array(SourceSchema),
      /** Two sources of one priority send it: the higher level of each slot is in force. */
      isContested: v.boolean(),
      slots: v.array(v.number()),
    }),
  ),
  /** Packets that were thrown away, by why. */
  refused: v.record(v.string(), v.number()),
})

/** What the rig's server says of itself. */
export type RigState = v.InferOutput<typeof RigStateSchema>
