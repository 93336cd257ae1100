import type { Change } from './change'

/**
 * Ids of the things in the set that a change alters, and of the light that a mirror image is taken from. Things that
 * the change adds have no id yet.
 */
export const changedIds = (change: Change): readonly string[] => {
  if (change.kind === 'several') return change.changes.flatMap(changedIds)
  if (change.kind === 'mirror') return [change.fromId, change.toId]
  if (change.kind === 'power') return Object.keys(change.settings)
  if ('ids' in change) return change.ids
  return 'id' in change ? [change.id] : []
}
