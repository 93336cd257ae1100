import { createSharedComposable } from '@vueuse/core'
import { useStudio } from '~/stores/studio'
import { shallowRef } from 'vue'
import { snapPlace, type Guide } from '#core/edits/snap'
import { moveThings, thingOf, withGroups } from '#core/edits/things'

/** On the plan, things are pulled to lines within so many pixels. */
const PULL_PX = 7

/** Moving what is chosen: all of it together, with its groups, pulled to useful places. */
export const useMoves = createSharedComposable(() => {
  const studio = useStudio()
  const guides = shallowRef<Guide[]>([])

  const choose = (id: string, isMore: boolean) => {
    if (!isMore) {
      // A press on one of several keeps them together, so that they can be dragged.
      if (!studio.selectedIds.includes(id)) studio.selectedIds = [id]
      else studio.selectedIds = [...studio.selectedIds.filter(other => other !== id), id]
      return
    }
    studio.selectedIds = studio.selectedIds.includes(id)
      ? studio.selectedIds.filter(other => other !== id)
      : [...studio.selectedIds, id]
  }

  const shift = (id: string, by: { xM?: number; yM?: number; zM?: number }) => {
    const chosen = studio.selectedIds.includes(id) ? studio.selectedIds : [id]
    studio.edit(set => moveThings(set, withGroups(set, chosen), by))
  }

  /** On the plan: across and in depth. */
  const moveOnPlan = (id: string, xM: number, yM: number, isFree: boolean, scale: number) => {
    const place = thingOf(studio.document, id)!.place
    const to = isFree ? { xM, yM, guides: [] } : snapPlace(studio.document, id, xM, yM, PULL_PX / scale)
    guides.value = to.guides
    shift(id, { xM: to.xM - place.xM, yM: to.yM - place.yM })
  }

  /** From the side: in depth and in height. */
  const moveFromSide = (id: string, yM: number, zM: number) => {
    const place = thingOf(studio.document, id)!.place
    shift(id, { yM: yM - place.yM, zM: zM - place.zM })
  }

  const letGo = () => {
    guides.value = []
  }

  return { choose, moveOnPlan, moveFromSide, letGo, guides }
})
