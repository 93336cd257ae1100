import { HAIR, KEY_SIDE } from '../model/placeIds'
import { BACK_OF_HEAD } from '../evaluation/probes/spillPoints'

/** How much light of the backdrop may reach a subject: stops over the camera setting. Common practice, no source. */
export const SPILL_LIMITS = [
  { pointId: KEY_SIDE, at: 'cheek', mostStops: -2 },
  { pointId: HAIR, at: 'hair', mostStops: -0.5 },
  { pointId: BACK_OF_HEAD, at: 'back-of-head', mostStops: -0.5 },
] as const
