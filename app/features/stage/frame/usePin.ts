import { createGlobalState } from '@vueuse/core'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { computed, shallowRef } from 'vue'
import type { StudioSet } from '#core/model/schema'
import type { Readout } from '#core/evaluation/readout'
import type { Developed } from '#services/light/lightApi'

/** A state to compare with: the set as it was, what it read, and its frame. */
export type Pin = {
  setId: string
  set: StudioSet
  lookId: string
  fNumber: number
  readouts: readonly Readout[]
  picture: Developed | undefined
}

/** Pinning how things stand, and going back there. */
export const usePin = createGlobalState(() => {
  const studio = useStudio()
  const light = useLight()
  const kept = shallowRef<Pin | null>(null)
  const pin = computed(() => (kept.value?.setId === studio.document.id ? kept.value : null))

  const put = (picture: Developed | undefined) => {
    if (!light.camera) return
    kept.value = {
      setId: studio.document.id,
      set: studio.document,
      lookId: studio.look.id,
      fNumber: light.camera.fNumber,
      readouts: light.readouts,
      picture,
    }
  }
  /** One step to undo; readings and frames taken since stay. */
  const goBack = () => {
    const { value: known } = pin
    if (known) studio.edit(now => ({ ...known.set, readings: now.readings, frames: now.frames, name: now.name }))
  }
  return { pin, put, goBack }
})
