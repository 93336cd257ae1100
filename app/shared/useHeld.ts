import { useTimeoutFn } from '@vueuse/core'
import { ref, shallowRef, watch } from 'vue'
import type { Ref } from 'vue'

/** A statement that is being worked out anew stands greyed for so long, and then gives way to "working out". */
const HELD_MS = 150

/**
 * What is shown of something that is undefined while it is worked out: the last of it for a moment, so that nothing
 * flickers under the hand.
 */
export const useHeld = <T>(
  source: () => T | undefined,
): { shown: Readonly<Ref<T | undefined>>; isStale: Readonly<Ref<boolean>> } => {
  const shown = shallowRef(source())
  const isStale = ref(shown.value === undefined)
  const { start, stop } = useTimeoutFn(
    () => {
      shown.value = undefined
    },
    HELD_MS,
    { immediate: false },
  )
  watch(
    source,
    now => {
      isStale.value = now === undefined
      if (now === undefined) return start()
      stop()
      shown.value = now
    },
    { flush: 'sync' },
  )
  return { shown, isStale }
}
