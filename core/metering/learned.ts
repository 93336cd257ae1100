import type { Leftover } from './leftovers'

/** What readings have shown: each light's output and the room's bounce, in stops against the plan, and what that leaves over where readings were taken. */
export type Learned = { lightStops: Record<string, number>, bounceStops: number, leftovers?: readonly Leftover[] }

export const NOTHING_LEARNED: Learned = { lightStops: {}, bounceStops: 0 }
