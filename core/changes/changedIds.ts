import type { Change } from './change'

/** Ids of the things that stand now and that a change is done to; things that it would bring have none yet. */
export const changedIds = (change: Change): readonly string[] => {
  if (change.kind === 'several') return change.changes.flatMap(changedIds)
  if (change.kind === 'mirror') return [change.fromId, change.toId]
  if (change.kind === 'power') return Object.keys(change.settings)
  if ('ids' in change) return change.ids
  return 'id' in change ? [change.id] : []
}
