import { onMounted, watch } from 'vue'
import type { Ref } from 'vue'

/**
 * Gives the focus to the primary press of a part of the run, when it comes and whenever something changes what is
 * primary there: Enter then does what comes next.
 */
export const useMainFocus = (part: Readonly<Ref<HTMLElement | null>>, changes: () => unknown): void => {
  const focus = () => part.value?.querySelector<HTMLElement>('.press-main')?.focus({ preventScroll: true })
  onMounted(focus)
  watch(changes, focus, { flush: 'post' })
}
