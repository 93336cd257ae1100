import { useChangeNote } from '~/shared/useChangeNote'
import { useStudio } from '~/stores/studio'
import { computed, nextTick } from 'vue'
import { copyThings, mirrorThings, removeThings } from '#core/edits/factories'
import { thingsOf, alignThings, groupThings, lockThings, turnThings, ungroupThings } from '#core/edits/things'
import type { StudioSet } from '#core/model/schema'

/** Gives the focus to a thing on the plan, once it is drawn. */
export const focusThing = (id: string): void =>
  void nextTick(() => document.querySelector<SVGElement>(`[data-thing="${CSS.escape(id)}"]`)?.focus())

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
      const order = thingsOf(studio.document).map(({ id }) => id)
      const gone = new Set(ids.value)
      const at = order.findIndex(id => gone.has(id))
      const next = order.slice(at).find(id => !gone.has(id)) ?? order.findLast(id => !gone.has(id))
      if (!edit(set => removeThings(set, ids.value)).ok) return
      studio.selectedIds = []
      // The focus goes to a neighbour on the plan, not back to the top of the page.
      if (next !== undefined) focusThing(next)
    },
    align: (along: 'xM' | 'yM' | 'zM') => edit(set => alignThings(set, ids.value, along)),
    turn: (byDeg: number) => edit(set => turnThings(set, ids.value, byDeg)),
    lock: (isLocked: boolean) => studio.edit(set => lockThings(set, ids.value, isLocked)),
    group: () => studio.edit(set => groupThings(set, ids.value)),
    ungroup: () => studio.edit(set => ungroupThings(set, ids.value)),
  }
}
