import { arrowOf } from '~/support/arrowKeys'
import { usePlanView } from '~/features/stage/plan/usePlanView'
import type { Ref } from 'vue'
import { watch } from 'vue'
import { select } from 'd3-selection'
import { zoom as zoomBehaviour, zoomIdentity, type D3ZoomEvent } from 'd3-zoom'

const CLOSEST = 8
const STEP = 1.4

/** Zooming with the wheel or two fingers, and pushing about on empty ground. */
export const usePlanZoom = (svg: Ref<SVGSVGElement | null>) => {
  const { zoom } = usePlanView()
  const behaviour = zoomBehaviour<SVGSVGElement, unknown>()
    .scaleExtent([1, CLOSEST])
    // A thumb scrolls the page over a plan that shows the whole room.
    .filter(
      (event: Event) =>
        event.type === 'wheel' || !('touches' in event) || zoom.value.k > 1 || (event as TouchEvent).touches.length > 1,
    )
    .on('zoom', ({ transform }: D3ZoomEvent<SVGSVGElement, unknown>) => {
      zoom.value = { k: transform.k, x: transform.x, y: transform.y }
    })

  watch(
    svg,
    found => {
      if (!found) return
      const { k, x, y } = zoom.value
      select(found)
        .call(behaviour)
        .on('dblclick.zoom', null)
        .call(behaviour.transform, zoomIdentity.translate(x, y).scale(k))
    },
    { flush: 'post', immediate: true },
  )

  const by = (factor: number) => {
    if (svg.value) select(svg.value).call(behaviour.scaleBy, factor)
  }
  const PAN_PX = 40
  /** Arrow keys push a plan that is zoomed; plus, minus and 0 zoom. */
  const byKey = (event: KeyboardEvent) => {
    if (!svg.value || event.target !== svg.value) return
    const pan = arrowOf(event)
    const step = PAN_PX / zoom.value.k
    // The arrow points where one looks: the plan goes the other way.
    if (pan) select(svg.value).call(behaviour.translateBy, -pan[0] * step, -pan[1] * step)
    else if (event.key === '+') by(STEP)
    else if (event.key === '-') by(1 / STEP)
    else if (event.key === '0') select(svg.value).call(behaviour.transform, zoomIdentity)
    else return
    event.preventDefault()
  }
  return {
    byKey,
    closer: () => by(STEP),
    further: () => by(1 / STEP),
    whole: () => {
      if (svg.value) select(svg.value).call(behaviour.transform, zoomIdentity)
    },
  }
}
