import { arrowOf } from '~/support/arrowKeys'
import { useChangeNote } from '~/shared/useChangeNote'
import { useStudio } from '~/stores/studio'
import type { Ref } from 'vue'
import { watch } from 'vue'
import { drag, type D3DragEvent } from 'd3-drag'
import { select } from 'd3-selection'
import type { PlanMap } from '~/features/stage/plan/planMap'

type Options = {
  /** Where the thing stands: metres from the backdrop, and across or up. */
  place: () => { depthM: number; acrossM: number }
  map: () => PlanMap
  /** Asked to stand there; `isFree` where nothing shall pull it to lines. */
  move: (depthM: number, acrossM: number, isFree: boolean) => void
  /** Chosen; `isMore` where it joins what is chosen already. */
  select: (isMore: boolean) => void
  isChosen: () => boolean
  /** Let go, after a drag or after a mere press. */
  rest: (hasMoved: boolean, isMore: boolean) => void
}

const NARROWEST_PX = 640
const isNarrow = () => window.innerWidth < NARROWEST_PX
const NUDGE_M = 0.05
const FINE_NUDGE_M = 0.01

/** Lets a thing on the plan be dragged and nudged. A whole drag is one step to undo. */
export const usePlanDrag = (
  element: Ref<SVGGElement | null>,
  { place, map, move, select: choose, isChosen, rest: letGo }: Options,
) => {
  const studio = useStudio()
  const note = useChangeNote()

  let hasMoved = false
  const behaviour = drag<SVGGElement, unknown>()
    // The page may move under the hand while figures change, so the pointer is followed on the screen.
    .container(() => document.documentElement)
    .subject(() => map().at(place().depthM, place().acrossM))
    // On a phone a thumb scrolls over the plan: a tap chooses, and what is chosen can be dragged.
    .filter((event: MouseEvent) => !event.button && (!isNarrow() || isChosen()))
    .on('start', (event: D3DragEvent<SVGGElement, unknown, unknown>) => {
      event.sourceEvent.stopPropagation()
      choose((event.sourceEvent as MouseEvent).shiftKey)
      hasMoved = false
      studio.beginDrag()
    })
    .on('drag', (event: D3DragEvent<SVGGElement, unknown, unknown>) => {
      // Only what moves has a change to tell of.
      if (!hasMoved) note.mark()
      hasMoved = true
      const { depthM, acrossM } = map().from(event.x, event.y)
      move(depthM, acrossM, (event.sourceEvent as MouseEvent).altKey)
    })
    .on('end', (event: D3DragEvent<SVGGElement, unknown, unknown>) => {
      studio.endDrag()
      letGo(hasMoved, (event.sourceEvent as MouseEvent).shiftKey)
    })

  watch(
    element,
    found => {
      // The library keeps every touch; here what is not chosen lets the page scroll, by its class.
      if (found) select(found).call(behaviour).style('touch-action', null)
    },
    { flush: 'post', immediate: true },
  )

  let isNudging = false
  const nudge = (event: KeyboardEvent) => {
    if (event.key === ' ' || event.key === 'Enter') {
      event.preventDefault()
      event.stopPropagation()
      choose(event.shiftKey)
      return
    }
    const step = arrowOf(event)
    if (!step) return
    event.preventDefault()
    if (!isNudging) note.mark()
    isNudging = true
    if (!isChosen()) choose(false)
    const size = (event.shiftKey ? FINE_NUDGE_M : NUDGE_M) * map().scale
    const by = map().way(step[0] * size, step[1] * size)
    move(place().depthM + by.depthM, place().acrossM + by.acrossM, true)
  }
  const rest = () => {
    isNudging = false
  }

  /** A tap where nothing could begin to drag. */
  const tap = (event: MouseEvent) => {
    if (isNarrow() && !isChosen()) choose(event.shiftKey)
  }

  return { nudge, rest, tap }
}
