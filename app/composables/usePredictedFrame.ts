import type { Developed } from '~/workers/light.worker'

/** Pixels across the predicted frame. */
const FRAME_WIDTH = 208
/** A frame is lit once the hand rests. */
const REST_MS = 120

/** The predicted frame of the open set: lit again when something moved, only developed again when a power changed. */
export const usePredictedFrame = () => {
  const light = useLight()
  const picture = shallowRef<Developed | undefined>()
  const litRevision = ref(0)
  let isDeveloping = false
  let isWaiting = false

  const develop = async () => {
    if (isDeveloping) {
      isWaiting = true
      return
    }
    isDeveloping = true
    do {
      isWaiting = false
      if (!light.camera) break
      picture.value = await light.worker.develop({ settings: toRaw(light.shownSettings), camera: light.camera, learned: light.learned }) ?? picture.value
    } while (isWaiting)
    isDeveloping = false
  }

  const relight = useDebounceFn(async () => {
    const revision = light.solvedRevision
    if (await light.worker.lightFrame(revision, FRAME_WIDTH)) {
      litRevision.value = revision
      await develop()
    }
  }, REST_MS)

  watch(() => light.solvedRevision, relight, { immediate: true })
  watch(() => [light.shownSettings, light.camera, light.learned], develop)

  return { picture, isFresh: computed(() => litRevision.value === light.solvedRevision) }
}
