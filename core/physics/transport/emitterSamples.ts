import type { Emitter } from '../sources/emitter'
import type { shapingOf } from '../sources/pattern'

/** Points over the front of a light, each standing for a share of it, ready to be asked from anywhere. */
export type EmitterSamples = {
  emitter: Emitter
  count: number
  /** Place of each sample in the room, and on the front across and up. */
  positions: Float64Array
  across: Float64Array
  up: Float64Array
  /** Share of the light's output that each sample stands for; they add up to 1. */
  shares: Float64Array
  profile: Float64Array
  shaping: ReturnType<typeof shapingOf>
}
