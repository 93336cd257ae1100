import { withGroups } from '../../edits/things'
import type { StudioSet } from '../../model/schema'

/** Whether a thing, or anything that it is grouped with, is locked in its place. */
export const isLocked = (set: StudioSet, id: string): boolean =>
  withGroups(set, [id]).some(other => set.locked.includes(other))
