import { changeExposure, changeSettings, editBackdrop, editCamera, editLight } from '../edits/edits'
import { applyPatch, difference } from '../edits/patch'
import { placeThing } from '../edits/things'
import type { StudioSet } from '../model/schema'
import { arrange } from './arrangements'
import type { Change, ChangeKind, ChangeOf } from './change'
import { flagOff, flagOffLens } from './flags'
import { groupDepth } from './groupDepth'
import * as lights from './lightChanges'
import { eachLight } from './lightChanges'
import { newLights } from './newLights'
import { stand } from './standing'

type Apply<K extends ChangeKind> = (set: StudioSet, change: ChangeOf<K>) => StudioSet

const APPLY: { [K in ChangeKind]: Apply<K> } = {
  place: (set, { id, place }) => placeThing(set, id, place),
  shift: lights.shift,
  'distance-by': lights.distanceBy,
  'distance-to': lights.distanceTo,
  'group-depth': (set, { byM }) => groupDepth(set, byM),
  aim: (set, { id, aim }) => editLight(set, id, light => ({ ...light, aim })),
  'aim-across': lights.aimAcross,
  'aim-height': lights.aimHeight,
  swing: lights.swing,
  tilt: lights.tilt,
  roll: lights.roll,
  grid: lights.fitGrid,
  'half-scrim': lights.fitHalfScrim,
  arrange,
  'add-twin': lights.addTwin,
  mirror: lights.mirror,
  'add-lights': (set, { what, lookId }) => newLights(set, what, lookId),
  flag: (set, { id, off }) => eachLight(set, [id], off === 'lens' ? flagOffLens : flagOff),
  stand: (set, { what }) => stand(set, what),
  power: (set, { lookId, settings }) => changeSettings(set, lookId, settings),
  exposure: (set, { lookId, exposure }) => changeExposure(set, lookId, exposure),
  camera: (set, { camera }) => editCamera(set, camera),
  backdrop: (set, { backdrop }) => editBackdrop(set, backdrop),
  brief: (set, { brief }) => ({ ...set, brief: { ...set.brief, ...brief } }),
  seat: set => ({ ...set, subjects: set.subjects.map(subject => ({ ...subject, pose: 'sitting' as const })) }),
  several: (set, { changes }) => applyChanges(set, changes),
  patch: (set, { patch }) => applyPatch(set, patch),
}

/**
 * A set with a change carried out. What it cannot be carried out on (a light that is gone, a place in a wall, a lock)
 * stays as it is; the same set comes back where nothing changed.
 */
export const applyChange = (set: StudioSet, change: Change): StudioSet =>
  (APPLY[change.kind] as Apply<ChangeKind>)(set, change as never)

/** Several changes carried out one after another. */
export const applyChanges = (set: StudioSet, changes: readonly Change[]): StudioSet => changes.reduce(applyChange, set)

/** The set that a change leads to; undefined where it would change nothing. */
export const changedBy = (set: StudioSet, change: Change): StudioSet | undefined => {
  const after = applyChange(set, change)
  return difference(set, after).length > 0 ? after : undefined
}

/** Whether a change would change anything of a set. */
export const isPossible = (set: StudioSet, change: Change): boolean => changedBy(set, change) !== undefined

/** The change that takes another back, on the set that it leads to. */
export const inverseOf = (set: StudioSet, change: Change): ChangeOf<'patch'> => ({
  kind: 'patch',
  patch: difference(applyChange(set, change), set),
})
