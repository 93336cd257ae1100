import { createSharedComposable } from '@vueuse/core'
import { useLight } from '~/stores/light'
import { computed, shallowRef } from 'vue'
import { BACKDROP_MIDDLE } from '#core/model/placeIds'
import { toneChangeWords } from '#wording/toneChange'
import type { Readout } from '#core/evaluation/readout'

type Before = { readouts: readonly Readout[]; cameraFNumber: number }

/** What the last move did to the backdrop, against how things stood when it began. */
export const useChangeNote = createSharedComposable(() => {
  const light = useLight()
  const before = shallowRef<Before | null>(null)

  /** Remembers how things stand, at the start of a move. */
  const mark = () => {
    before.value = light.camera ? { readouts: light.readouts, cameraFNumber: light.camera.fNumber } : null
  }

  const clear = () => {
    before.value = null
  }

  const words = computed(() =>
    before.value && light.camera
      ? toneChangeWords(
          before.value,
          { readouts: light.readouts, cameraFNumber: light.camera.fNumber },
          BACKDROP_MIDDLE,
        )
      : undefined,
  )

  /** Stops at the middle of the backdrop since the move began. */
  const stops = computed(() => {
    const stopsOf = (readouts: readonly Readout[]) =>
      readouts.find(readout => readout.point.id === BACKDROP_MIDDLE)?.stops
    const from = before.value ? stopsOf(before.value.readouts) : undefined
    const to = stopsOf(light.readouts)
    return from === undefined || to === undefined ? undefined : to - from
  })

  return { mark, clear, words, stops }
})
