import { createSharedComposable } from '@vueuse/core'
import { ref } from 'vue'
/** Which of a light's values are at hand; it stays from light to light. */
export const useLightTab = createSharedComposable(() => ({ shows: ref<'place' | 'aim' | 'fit' | 'shape'>('place') }))
