import { createSharedComposable } from '@vueuse/core'
import { ref, shallowRef } from 'vue'
import { WHOLE, type Zoom } from '~/features/stage/plan/planMap'

/** Lines of equal light on the floor: of no light, of all that are on, or of one. */
export type ContourChoice = 'none' | 'all' | (string & {})

/** How the plan is turned on the screen now, degrees clockwise from lying. */
export const usePlanTurn = createSharedComposable(() => ({ turnDeg: ref<0 | 90>(0) }))

/** How the stage is looked at; it stays while the app is open. */
export const usePlanView = createSharedComposable(() => {
  const shows = ref<'plan' | 'side' | 'both'>('both')
  const contours = ref<ContourChoice>('none')
  const zoom = shallowRef<Zoom>(WHOLE)
  return { shows, contours, zoom }
})
