import { refThrottled } from '@vueuse/core'
import { computed } from 'vue'
import { toneCounts } from '~/features/stage/frame/toneCounts'
import type { Developed } from '#services/light/lightApi'

/** Counting costs more than the picture's figures beside it: under the hand it follows a few times a second. */
const COUNT_MS = 250

/** The tones of a picture, counted a few times a second at the most. */
export const useToneCounts = (picture: () => Developed, bins: number) => {
  const followed = refThrottled(computed(picture), COUNT_MS, true)
  return computed(() => toneCounts(followed.value.data, bins))
}
