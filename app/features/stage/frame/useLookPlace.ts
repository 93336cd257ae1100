import { createSharedComposable } from '@vueuse/core'
import { ref } from 'vue'
/** A place of the backdrop to look from, as shares of its width and height from the lower left; null for none. */
export const useLookPlace = createSharedComposable(() => ({ place: ref<{ across: number; up: number } | null>(null) }))
