import { createSharedComposable } from '@vueuse/core'
import { ref, shallowRef } from 'vue'

/**
 * What is being spoken of: things of the set and places that are read, by their ids. Plan and picture light it up, and
 * show the ways of light to one place where that is spoken of.
 */
export const useSpotlight = createSharedComposable(() => {
  const litIds = shallowRef<readonly string[]>([])
  const waysTo = ref<string | null>(null)
  const light = (ids: readonly string[], toPoint: string | null = null) => {
    litIds.value = ids
    waysTo.value = toPoint
  }
  return { litIds, waysTo, light, dim: () => light([]) }
})
