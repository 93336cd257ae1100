import { createSharedComposable } from '@vueuse/core'
import { useLight } from '~/stores/light'
import { computed, ref, shallowRef } from 'vue'
import { BACKDROP_MIDDLE } from '#core/model/placeIds'
import { greatestChangeWords, toneChangeWords } from '#wording/toneChange'
import type { Readout } from '#core/evaluation/readout'

type Before = { readouts: readonly Readout[]; cameraFNumber: number }

/** What the last move did to the backdrop, against how things stood when it began. */
export const useChangeNote = createSharedComposable(() => {
  const light = useLight()
  const before = shallowRef<Before | null>(null)

  /** What the move was for, where that has to be said: its effect is then told where it is greatest. */
  const purpose = ref<string | undefined>()
  const tell = (words: string | undefined) => {
    purpose.value = words
  }

  /** Remembers how things stand, at the start of a move. */
  const mark = () => {
    purpose.value = undefined
    before.value = light.camera ? { readouts: light.readouts, cameraFNumber: light.camera.fNumber } : null
  }

  const clear = () => {
    before.value = null
  }

  const words = computed(() => {
    if (!before.value || !light.camera) return undefined
    if (purpose.value !== undefined)
      return `${purpose.value}: ${greatestChangeWords(before.value.readouts, light.readouts)}`
    return toneChangeWords(
      before.value,
      { readouts: light.readouts, cameraFNumber: light.camera.fNumber },
      BACKDROP_MIDDLE,
    )
  })

  /** Stops at the middle of the backdrop since the move began. */
  const stops = computed(() => {
    const stopsOf = (readouts: readonly Readout[]) =>
      readouts.find(readout => readout.point.id === BACKDROP_MIDDLE)?.stops
    const from = before.value ? stopsOf(before.value.readouts) : undefined
    const to = stopsOf(light.readouts)
    return from === undefined || to === undefined ? undefined : to - from
  })

  return { mark, tell, clear, words, stops }
})
