import type { Vector } from '../physics/units/vector'

/**
 * A place that a reading can say something of: on a surface it speaks for what is near, elsewhere for its own point
 * alone.
 */
export type Spot = {
  id: string
  position: Vector
  surface: string
  hold?: { receptor: string }
  reader?: { id: string }
}

/** What a reading leaves over after all is learned, where it was taken. */
export type Residual = Spot & { stops: number; spreadStops: number }

/** Where the room's own light was read, and what falls on a flat receptor there, lux. */
export type RoomReading = { position: Vector | null; lux: number }

/**
 * What readings have shown: each light's output and the room's bounce, in stops against the plan, what that leaves
 * over where readings were taken, and the room's own light.
 */
export type Learned = {
  lightStops: Record<string, number>
  bounceStops: number
  residuals?: readonly Residual[]
  room?: readonly RoomReading[]
}

/** What is known before the first reading: the plan, as it is. */
export const NOTHING_LEARNED: Learned = { lightStops: {}, bounceStops: 0 }
