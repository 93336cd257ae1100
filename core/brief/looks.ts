import { BACKDROP_MIDDLE, KEY_SIDE } from '../model/placeIds'
import type { Brief, Look, StudioSet, Target } from '../model/schema'
import { TONE_VALUES } from '../evaluation/target'

/** The value that a look asks of the backdrop. Values as the trade names them; common practice, no source. */
export const LOOK_VALUES: Record<Brief['look'], number> = {
  white: TONE_VALUES.white,
  'white-held': 244,
  'light-grey': TONE_VALUES['light-grey'],
  'mid-grey': TONE_VALUES['mid-grey'],
  'dark-grey': TONE_VALUES['dark-grey'],
  black: TONE_VALUES.black,
  silhouette: TONE_VALUES.white,
}

/** Places of the backdrop that a look's tone is wanted of. */
export const BACKDROP_POINTS = ['backdrop/left', BACKDROP_MIDDLE, 'backdrop/right'] as const

/** One pixel value over the whole backdrop. */
export const evenBackdrop = (value: number): Record<string, Target> =>
  Object.fromEntries(BACKDROP_POINTS.map(id => [id, { kind: 'value', value }]))

/**
 * Targets of a look: the backdrop's value, and the key side at the camera setting unless only its outline shall show.
 */
export const targetsOf = (kind: Brief['look']): Record<string, Target> => ({
  ...(kind === 'silhouette' ? {} : { [KEY_SIDE]: { kind: 'stops', stops: 0 } }),
  ...evenBackdrop(LOOK_VALUES[kind]),
})

/** A silhouette is exposed for nothing on the sitter, so its aperture stays where it is set. */
const exposureOf = (kind: Brief['look'], look: Look): Look['exposure'] => ({
  ...look.exposure,
  followsPointId: kind === 'silhouette' ? null : KEY_SIDE,
})

/** Lights on the subject are off in a silhouette; back from one, they are on again. */
const lightsOf = (set: StudioSet, kind: Brief['look'], look: Look): Look['lights'] => {
  if (kind !== 'silhouette' && set.brief.look !== 'silhouette') return look.lights
  return Object.fromEntries(
    set.lights.map(light => [
      light.id,
      light.job === 'backdrop' ? look.lights[light.id]! : { ...look.lights[light.id]!, on: kind !== 'silhouette' },
    ]),
  )
}

/** Asks a look of the set's backdrop; other targets than these stay. */
export const askLook = (set: StudioSet, lookId: string, kind: Brief['look']): StudioSet => ({
  ...set,
  brief: { ...set.brief, look: kind },
  looks: set.looks.map(look => {
    if (look.id !== lookId) return look
    const { [KEY_SIDE]: _, ...others } = look.targets
    return {
      ...look,
      lights: lightsOf(set, kind, look),
      exposure: exposureOf(kind, look),
      targets: { ...others, ...targetsOf(kind) },
    }
  }),
})
