import { HAIR, KEY_SIDE } from '../model/placeIds'
import { BACK_OF_HEAD } from '../evaluation/probes/spillPoints'

/** How much light of the backdrop may reach a subject: stops over the camera setting. Common practice, no source. */
export const SPILL_LIMITS = [
  { pointId: KEY_SIDE, name: 'Cheek', mostStops: -2, why: 'more takes the contrast out of the face' },
  { pointId: HAIR, name: 'Hair', mostStops: -0.5, why: 'one or two stops under looks natural, more glows' },
  { pointId: BACK_OF_HEAD, name: 'Back of the head', mostStops: -0.5, why: 'more wraps round the outline and eats it' },
] as const
