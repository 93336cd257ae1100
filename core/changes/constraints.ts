import { subjectGroupIds } from '../edits/subjectGroup'
import { withGroups } from '../edits/things'
import type { StudioSet } from '../model/schema'
import type { Change } from './change'

/** Things that a change takes hold of: each of them has to be free to be moved. */
export const touchedBy = (set: StudioSet, change: Change): readonly string[] => {
  switch (change.kind) {
    case 'place':
    case 'distance-by':
    case 'distance-to':
    case 'aim':
    case 'swing':
    case 'tilt':
    case 'grid':
      return [change.id]
    case 'shift':
    case 'aim-across':
    case 'aim-height':
    case 'roll':
    case 'half-scrim':
    case 'arrange':
      return change.ids
    case 'mirror':
      return [change.toId]
    case 'group-depth':
      return subjectGroupIds(set)
    case 'several':
      return change.changes.flatMap(one => touchedBy(set, one))
    default:
      return []
  }
}

/** Whether a thing, or anything that it is grouped with, is locked in its place. */
export const isLocked = (set: StudioSet, id: string): boolean =>
  withGroups(set, [id]).some(other => set.locked.includes(other))

/** Whether a thing may be touched: neither locked nor to stay as it is. */
export const isFree = (set: StudioSet, id: string, fixedIds: readonly string[]): boolean =>
  !isLocked(set, id) && !fixedIds.includes(id)

/** Whether all that a change takes hold of may be touched: neither locked nor to stay as it is. */
export const mayBeDone = (set: StudioSet, change: Change, fixedIds: readonly string[] = []): boolean =>
  touchedBy(set, change).every(id => isFree(set, id, fixedIds))
