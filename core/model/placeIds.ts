import type { StudioSet } from './schema'

/** The id of the subject's key side. */
export const KEY_SIDE = 'subject/key-side'
/** The lit cheek, flat at the skin: what the lighting ratio counts as its highlight. */
export const LIT_CHEEK = 'subject/lit-cheek'
/** The id of the subject's shadow side. */
export const SHADOW_SIDE = 'subject/shadow-side'
/** The id of the subject's hair. */
export const HAIR = 'subject/hair'
/** The id of the floor at the feet. */
export const FLOOR = 'floor/feet'
/** The id of the backdrop's middle. */
export const BACKDROP_MIDDLE = 'backdrop/middle'
/** The hold of every place of the backdrop goes by this name. */
export const ALL_BACKDROP = 'backdrop'
/** Ids of the backdrop's places, from left to right. */
export const BACKDROP_PLACES = [
  { id: 'backdrop/left', name: 'Backdrop left', across: -1 },
  { id: BACKDROP_MIDDLE, name: 'Backdrop middle', across: 0 },
  { id: 'backdrop/right', name: 'Backdrop right', across: 1 },
] as const

/** Whether an id is that of one of the backdrop's places. */
export const isBackdropPlace = (placeId: string): boolean => BACKDROP_PLACES.some(({ id }) => id === placeId)

/** Points that every set has. */
const FIXED_POINTS = [KEY_SIDE, LIT_CHEEK, SHADOW_SIDE, HAIR, ...BACKDROP_PLACES.map(({ id }) => id), FLOOR]

/** The ids of a set's meter points, without working out where they are. */
export const meterPointIds = ({ points }: Pick<StudioSet, 'points'>): string[] => [
  ...FIXED_POINTS,
  ...points.map(({ id }) => id),
]

/** The names that ways of holding the meter go by in every set. */
export const FIXED_HOLDS: readonly string[] = [ALL_BACKDROP, ...FIXED_POINTS]

/** The names that ways of holding the meter go by: every point's own, and one for the whole backdrop. */
export const holdIds = ({ points }: Pick<StudioSet, 'points'>): string[] => [
  ...FIXED_HOLDS,
  ...points.map(({ id }) => id),
]
