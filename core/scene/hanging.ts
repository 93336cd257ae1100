import type { Light, StudioSet } from '../model/schema'

/** A lamp this near the ceiling hangs and has no stand. */
export const HANGS_UNDER_M = 0.7

/** Whether a lamp hangs from above; any other stands on the floor under it. */
export const hangs = (light: Light, { room }: Pick<StudioSet, 'room'>): boolean =>
  light.place.zM > room.heightM - HANGS_UNDER_M
