import { useChangeNote } from '~/shared/useChangeNote'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import { copyThings, mirrorThings, removeThings } from '#core/edits/factories'
import { alignThings, groupThings, lockThings, turnThings, ungroupThings } from '#core/edits/things'
import type { StudioSet } from '#core/model/schema'

/** What can be done with everything that is chosen. Each is one step to undo, and tells what it did to the tones. */
export const useThingActions = () => {
  const studio = useStudio()
  const note = useChangeNote()
  const ids = computed(() => studio.selectedIds)

  const edit = (change: (set: StudioSet) => StudioSet) => {
    note.mark()
    return studio.edit(change)
  }

  const making = (make: (set: StudioSet) => { set: StudioSet; ids: string[] }) => {
    const made = make(studio.document)
    if (made.ids.length === 0) return
    if (edit(() => made.set).ok) studio.selectedIds = made.ids
  }

  return {
    ids,
    edit,
    isLocked: computed(() => ids.value.length > 0 && ids.value.every(id => studio.document.locked.includes(id))),
    isGrouped: computed(() => studio.document.groups.some(group => ids.value.some(id => group.includes(id)))),
    canMirror: computed(
      () =>
        ids.value.length > 0 &&
        ids.value.every(id => [...studio.document.lights, ...studio.document.panels].some(thing => thing.id === id)),
    ),
    copy: () => making(set => copyThings(set, ids.value)),
    mirror: () => making(set => mirrorThings(set, ids.value)),
    remove: () => {
      if (edit(set => removeThings(set, ids.value)).ok) studio.selectedIds = []
    },
    align: (along: 'xM' | 'yM' | 'zM') => edit(set => alignThings(set, ids.value, along)),
    turn: (byDeg: number) => edit(set => turnThings(set, ids.value, byDeg)),
    lock: (isLocked: boolean) => studio.edit(set => lockThings(set, ids.value, isLocked)),
    group: () => studio.edit(set => groupThings(set, ids.value)),
    ungroup: () => studio.edit(set => ungroupThings(set, ids.value)),
  }
}
