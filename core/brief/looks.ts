import { BACKDROP_MIDDLE, KEY_SIDE } from '../model/placeIds'
import type { Brief, Look, StudioSet, Target } from '../model/schema'

/** What a look asks of the backdrop. Values as the trade names them; common practice, no source. */
export const LOOKS: Record<Brief['look'], { name: string; value: number; words: string }> = {
  white: { name: 'Pure white', value: 250, words: 'at the edge of clipping' },
  'white-held': { name: 'White that holds detail', value: 244, words: 'never 255' },
  'light-grey': { name: 'Light grey', value: 200, words: 'a little under the key' },
  'mid-grey': { name: 'Mid grey', value: 118, words: 'the tone of a grey card' },
  'dark-grey': { name: 'Dark grey', value: 60, words: 'shapes still read' },
  black: { name: 'Black', value: 12, words: 'near nothing, not crushed' },
  silhouette: { name: 'Silhouette', value: 250, words: 'backdrop up, subject dark' },
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
  ...evenBackdrop(LOOKS[kind].value),
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
